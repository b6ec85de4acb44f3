'use client';

import { useTheme } from '@mui/material/styles';
import { type PointerEvent, useRef } from 'react';
import { useSprites } from '@/state/arts';
import { useBolt } from '@/state/bolt';
import { useView } from '@/state/view';
import { withHeld } from './painter';
import { type Screen, toScreen } from './screen';
import { letGo, take } from './use-grab';

/** A frame round each selected motif on the copy that was grabbed; grips to turn and to size it. */
export default function Handles({ screen }: { screen: Screen }) {
  const project = useBolt((s) => s.project);
  const selected = useView((s) => s.selected);
  const shift = useView((s) => s.copyShift);
  const held = useView((s) => s.held);
  const sprites = useSprites((s) => s.sprites);
  const theme = useTheme();
  const start = useRef<{ x: number; y: number; cx: number; cy: number } | null>(null);
  if (!project) return null;
  const { primary } = theme.vars?.palette ?? theme.palette;

  const grip = (kind: 'turn' | 'size', cx: number, cy: number) => ({
    onPointerDown: (e: PointerEvent<SVGElement>) => {
      e.stopPropagation();
      e.currentTarget.setPointerCapture(e.pointerId);
      const box = e.currentTarget.ownerSVGElement?.getBoundingClientRect();
      start.current = { x: e.clientX, y: e.clientY, cx: cx + (box?.left ?? 0), cy: cy + (box?.top ?? 0) };
      useView.setState({ held: take(selected) });
    },
    onPointerMove: (e: PointerEvent<SVGElement>) => {
      const s = start.current;
      const now = useView.getState().held;
      if (!s || !now) return;
      const [ax, ay] = [s.x - s.cx, s.y - s.cy];
      const [bx, by] = [e.clientX - s.cx, e.clientY - s.cy];
      if (kind === 'turn') {
        let turn = ((Math.atan2(by, bx) - Math.atan2(ay, ax)) * 180) / Math.PI;
        if (e.shiftKey) turn = Math.round(turn / 15) * 15;
        useView.setState({ held: { ...now, turn } });
      } else {
        const grow = Math.max(0.1, Math.hypot(bx, by) / Math.max(8, Math.hypot(ax, ay)));
        useView.setState({ held: { ...now, grow } });
      }
    },
    onPointerUp: () => {
      start.current = null;
      letGo();
    },
    onPointerCancel: () => {
      start.current = null;
      useView.setState({ held: null });
    },
    style: {
      cursor: kind === 'turn' ? 'grab' : 'nwse-resize',
      pointerEvents: 'all' as const,
      touchAction: 'none',
    },
  });

  return (
    <g>
      {selected.map((id, n) => {
        const stored = project.placements.find((p) => p.id === id);
        const s = stored && sprites.get(stored.motif)?.silhouette;
        if (!stored || !s) return null;
        const p = withHeld(stored, held);
        const at = toScreen(screen, { x: p.x + shift.x, y: p.y + shift.y });
        const w = (s.widthMm * p.scale * screen.sx) / 2 + 4;
        const h = (s.heightMm * p.scale * screen.sy) / 2 + 4;
        return (
          <g key={id} transform={`translate(${at.x} ${at.y}) rotate(${p.angle})`} data-testid="handles">
            <rect
              x={-w}
              y={-h}
              width={2 * w}
              height={2 * h}
              fill="none"
              stroke="#fff"
              strokeWidth={3}
              opacity={0.8}
            />
            <rect
              x={-w}
              y={-h}
              width={2 * w}
              height={2 * h}
              fill="none"
              stroke={primary.main}
              strokeWidth={1.25}
              strokeDasharray="5 3"
            />
            {n === 0 && (
              <>
                <line x1={0} y1={-h} x2={0} y2={-h - 22} stroke={primary.main} strokeWidth={1.25} />
                <circle
                  data-testid="grip-turn"
                  cy={-h - 26}
                  r={6.5}
                  fill="#fff"
                  stroke={primary.main}
                  strokeWidth={1.75}
                  {...grip('turn', at.x, at.y)}
                />
                {[
                  [-1, -1],
                  [1, -1],
                  [1, 1],
                  [-1, 1],
                ].map(([sx, sy]) => (
                  <rect
                    key={`${sx}${sy}`}
                    data-testid="grip-size"
                    x={sx * w - 5}
                    y={sy * h - 5}
                    width={10}
                    height={10}
                    rx={2}
                    transform={`rotate(45 ${sx * w} ${sy * h})`}
                    fill="#fff"
                    stroke={primary.main}
                    strokeWidth={1.75}
                    {...grip('size', at.x, at.y)}
                  />
                ))}
              </>
            )}
          </g>
        );
      })}
    </g>
  );
}
