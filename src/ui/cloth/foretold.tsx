'use client';

import { useBolt } from '@/session/bolt';
import { inReach, useForecast } from '@/session/check';
import { atGrabbed, grabbedCopy, useSprites, useView, withHeld } from '@/session/cloth';
import { small } from '../parts/fields/lengths';
import { Tag } from './handles';
import { pathOf } from './outline-path';
import { type Screen, toScreen } from './screen';

const AMISS = '#B97A1E';
const WELL = '#1F6F6B';

/** What the held piece would open and crowd here, and the place nearby where it would lie best. */
export default function Foretold({ screen }: { screen: Screen }) {
  const project = useBolt((s) => s.project);
  const held = useView((s) => s.held);
  const sprites = useSprites((s) => s.sprites);
  const { forecast, of } = useForecast();
  const p = project?.placements.find((q) => q.id === held?.ids[0]);
  if (!project || !held || !p || !forecast || of !== held.from) return null;
  const { opens, crowds, best } = forecast;
  const on = (at: { x: number; y: number }) => toScreen(screen, atGrabbed(project, at));
  const silhouette = sprites.get(p.motif)?.silhouette;
  const hole = opens && { ...on(opens), r: (opens.widthMm / 2) * screen.sx };
  const tight = crowds && on(crowds);
  const copy = best && grabbedCopy(project, { ...withHeld(p, held), ...best.at });
  const reached = best !== null && inReach(held, forecast, screen.sx);
  return (
    <g data-testid="foretold" data-best={best ? `${best.at.x.toFixed(2)},${best.at.y.toFixed(2)}` : ''}>
      {hole && opens && (
        <g data-testid="opens">
          <circle
            cx={hole.x}
            cy={hole.y}
            r={hole.r}
            fill={AMISS}
            fillOpacity={0.16}
            stroke={AMISS}
            strokeWidth={1.25}
            strokeDasharray="3 4"
          />
          <Tag x={hole.x} y={hole.y + Math.max(4, hole.r - 8)} text={small(opens.widthMm)} />
        </g>
      )}
      {copy && silhouette && (
        <path
          data-testid="best-place"
          data-reached={reached}
          d={pathOf(silhouette)}
          transform={`translate(${toScreen(screen, copy).x} ${toScreen(screen, copy).y}) rotate(${copy.angle}) scale(${(copy.mirror ? -1 : 1) * copy.scale * screen.sx} ${copy.scale * screen.sy})`}
          fill={WELL}
          fillOpacity={reached ? 0.26 : 0.07}
          stroke={WELL}
          strokeOpacity={reached ? 1 : 0.7}
          strokeWidth={reached ? 2.25 : 1.25}
          strokeDasharray={reached ? undefined : '4 4'}
          vectorEffect="non-scaling-stroke"
        />
      )}
      {tight && crowds && (
        <g data-testid="crowds">
          <circle
            cx={tight.x}
            cy={tight.y}
            r={10}
            fill={AMISS}
            fillOpacity={0.35}
            stroke={AMISS}
            strokeWidth={1.25}
          />
          <Tag x={tight.x} y={tight.y - 14} text={crowds.gapMm > 0 ? small(crowds.gapMm) : 'overlaps'} />
        </g>
      )}
    </g>
  );
}
