'use client';

import Box from '@mui/material/Box';
import {
  cellOf,
  imagesOf,
  latticeOf,
  outlinePath,
  type Project,
  repeatBlock,
  shiftsInto,
  twinOf,
} from '@/core';

import { type Recut, useView } from '@/session/cloth';
import { SURROUND } from '../theme/theme';
import { drawnShape } from './drawn-shape';
import { Tag } from './handles';
import { type Screen, toScreen } from './screen';

/** Seam stitches: a line to see on any cloth. */
function Stitch({
  points,
  closed = true,
  dash = '9 5',
}: {
  points: string;
  closed?: boolean;
  dash?: string;
}) {
  const Line = closed ? 'polygon' : 'polyline';
  return (
    <>
      <Line points={points} fill="none" stroke="#fff" strokeWidth={3} opacity={0.75} />
      <Line points={points} fill="none" stroke="#6A2A5B" strokeWidth={1.5} strokeDasharray={dash} />
    </>
  );
}

/** The cell's outline and grid, reserved places, and the line being drawn. */
export default function Guides({ screen, project }: { screen: Screen; project: Project }) {
  const drawn = useView((s) => s.drawn);
  const hand = useView((s) => s.hand);
  const viewport = useView((s) => s.viewport);
  const { guides, layout } = project;
  const cell = cellOf(project);
  const path = (points: { x: number; y: number }[]) =>
    points
      .map((p) => toScreen(screen, p))
      .map((p) => `${p.x.toFixed(1)},${p.y.toFixed(1)}`)
      .join(' ');
  const top = layout.kind === 'diamond' ? -cell.height / 2 : 0;
  const lines = [
    ...Array.from({ length: guides.columns }, (_, k) => {
      const x = (k * cell.width) / guides.columns;
      return [
        { x, y: top },
        { x, y: top + cell.height },
      ];
    }),
    ...Array.from({ length: guides.rows }, (_, k) => {
      const y = top + (k * cell.height) / guides.rows;
      return [
        { x: 0, y },
        { x: cell.width, y },
      ];
    }),
  ];
  const seen = {
    x0: screen.origin.x,
    y0: screen.origin.y,
    x1: screen.origin.x + viewport.width / screen.sx,
    y1: screen.origin.y + viewport.height / screen.sy,
  };
  const drawnPath = drawn ? drawnShape(hand, drawn) : [];
  return (
    <g>
      {lines.map((l) => (
        <polyline key={path(l)} points={path(l)} stroke="#6A2A5B" strokeWidth={1} opacity={0.45} />
      ))}
      <Stitch points={path(outlinePath(guides.outline, layout, cell))} />
      {project.reserves.flatMap((r, n) =>
        imagesOf({ ...r, angle: 0, mirror: false }, twinOf(layout, cell)).flatMap((place) =>
          shiftsInto(
            latticeOf(layout, cell),
            { x0: place.x - r.r, y0: place.y - r.r, x1: place.x + r.r, y1: place.y + r.r },
            seen,
          ).map((s) => {
            const at = toScreen(screen, { x: place.x + s.x, y: place.y + s.y });
            return (
              <g key={`${r.id}${at.x},${at.y}`} data-testid="reserve">
                <circle
                  cx={at.x}
                  cy={at.y}
                  r={r.r * screen.sx}
                  fill="rgba(31,111,107,0.14)"
                  stroke="#1F6F6B"
                  strokeWidth={1.5}
                  strokeDasharray="3 4"
                />
                <Tag x={at.x} y={at.y + 4} text={`reserved ${n + 1}`} />
              </g>
            );
          }),
        ),
      )}
      {drawnPath.length > 1 && <Stitch points={path(drawnPath)} dash="4 3" />}
    </g>
  );
}

/** Whether a place of the cloth lies in the framed block, mm. */
export function insideRecut(project: Project, { at, how }: Recut, p: { x: number; y: number }): boolean {
  const block = repeatBlock(project.layout, cellOf(project));
  const u = (p.x - at.x) / block.width;
  const v = (p.y - at.y) / block.height;
  if (how === 'diamond') return Math.abs(u - 0.5) + Math.abs(v - 0.5) <= 0.5;
  return u >= 0 && u <= 1 && v >= 0 && v <= 1;
}

/** The block alone, cut where it was asked: all else is covered by the surround. */
export function RecutFrame({ screen, project }: { screen: Screen; project: Project }) {
  const recut = useView((s) => s.recut);
  const viewport = useView((s) => s.viewport);
  if (!recut) return null;
  const block = repeatBlock(project.layout, cellOf(project));
  const { x, y } = recut.at;
  const corners =
    recut.how === 'diamond'
      ? [
          { x, y: y + block.height / 2 },
          { x: x + block.width / 2, y },
          { x: x + block.width, y: y + block.height / 2 },
          { x: x + block.width / 2, y: y + block.height },
        ]
      : [
          { x, y },
          { x: x + block.width, y },
          { x: x + block.width, y: y + block.height },
          { x, y: y + block.height },
        ];
  const line = corners.map((p) => toScreen(screen, p)).map((p) => `${p.x} ${p.y}`);
  const hole = `M0 0H${viewport.width}V${viewport.height}H0Z M${line.join('L')}Z`;
  return (
    <g data-testid="recut-frame">
      <Box
        component="path"
        d={hole}
        fillRule="evenodd"
        sx={(theme) => ({ fill: SURROUND.light, ...theme.applyStyles('dark', { fill: SURROUND.dark }) })}
      />
      <path d={`M${line.join('L')}Z`} fill="none" stroke="#221A2B" strokeWidth={1} />
    </g>
  );
}
