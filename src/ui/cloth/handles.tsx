'use client';

import { useTheme } from '@mui/material/styles';
import { type PointerEvent, useRef } from 'react';
import { cellOf, latticeOf, nearestCopy } from '@/core';
import { useBolt } from '@/session/bolt';
import { useProposal } from '@/session/check';
import {
  atGrabbed,
  beginHold,
  commitHold,
  grabbedCopy,
  grabbedSign,
  useSprites,
  useView,
  withHeld,
} from '@/session/cloth';
import { trim } from '../parts/fields/lengths';
import { type Screen, toCloth, toScreen } from './screen';

const CORNERS = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1],
] as const;

/** A frame round each selected motif on the copy that was grabbed; grips to turn and to size it. */
export default function Handles({ screen }: { screen: Screen }) {
  const project = useBolt((s) => s.project);
  const selected = useView((s) => s.selected);
  // The frames follow the copy that was grabbed.
  useView((s) => s.grabbed);
  const held = useView((s) => s.held);
  const sprites = useSprites((s) => s.sprites);
  const theme = useTheme();
  const start = useRef<{ x: number; y: number; cx: number; cy: number } | null>(null);
  if (!project) return null;
  const { primary } = theme.vars?.palette ?? theme.palette;

  const lattice = latticeOf(project.layout, cellOf(project));
  const first = project.placements.find((p) => p.id === selected[0]);

  const handle = (kind: 'turn' | 'size', cx: number, cy: number) => ({
    onPointerDown: (e: PointerEvent<SVGElement>) => {
      e.stopPropagation();
      const now = beginHold();
      if (!now) return;
      e.currentTarget.setPointerCapture(e.pointerId);
      const box = e.currentTarget.ownerSVGElement?.getBoundingClientRect();
      const about = now.about ? toScreen(screen, atGrabbed(project, now.about)) : { x: cx, y: cy };
      start.current = {
        x: e.clientX,
        y: e.clientY,
        cx: about.x + (box?.left ?? 0),
        cy: about.y + (box?.top ?? 0),
      };
      useView.setState({ held: now });
    },
    onPointerMove: (e: PointerEvent<SVGElement>) => {
      const s = start.current;
      const now = useView.getState().held;
      if (!s || !now) return;
      const [ax, ay] = [s.x - s.cx, s.y - s.cy];
      const [bx, by] = [e.clientX - s.cx, e.clientY - s.cy];
      if (kind === 'turn') {
        const sign = grabbedSign(project);
        let turn = ((Math.atan2(by, bx) - Math.atan2(ay, ax)) * 180) / Math.PI;
        if (e.shiftKey) turn = Math.round(turn / 15) * 15;
        useView.setState({ held: { ...now, turn: turn * sign.x * sign.y } });
      } else {
        const grow = Math.max(0.1, Math.hypot(bx, by) / Math.max(8, Math.hypot(ax, ay)));
        useView.setState({ held: { ...now, grow } });
      }
    },
    onPointerUp: () => {
      if (start.current) commitHold();
      start.current = null;
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
        if (!stored || stored.hidden || !s) return null;
        const near = first ? nearestCopy(lattice, stored, first) : stored;
        const own = withHeld({ ...stored, x: near.x, y: near.y }, held);
        const p = grabbedCopy(project, own);
        const at = toScreen(screen, p);
        const w = (s.widthMm * p.scale * screen.sx) / 2 + 4;
        const h = (s.heightMm * p.scale * screen.sy) / 2 + 4;
        const dash = stored.locked ? '2 3' : '5 3';
        const summary = held &&
          n === 0 && [
            `${trim(own.x, 1)}, ${trim(own.y, 1)} mm`,
            held.turn ? `${trim(own.angle, 1)}°` : '',
            held.grow !== 1 ? `${trim(own.scale * 100, 1)} %` : '',
          ];
        return (
          <g key={id}>
            <g transform={`translate(${at.x} ${at.y}) rotate(${p.angle})`} data-testid="handles">
              <Frame w={w} h={h} colour="#fff" width={3} opacity={0.8} />
              <Frame w={w} h={h} colour={primary.main} width={1.25} dash={dash} />
              {n === 0 && !stored.locked && (
                <>
                  <line x1={0} y1={-h} x2={0} y2={-h - 22} stroke={primary.main} strokeWidth={1.25} />
                  <circle
                    data-testid="grip-turn"
                    cy={-h - 26}
                    r={6.5}
                    fill="#fff"
                    stroke={primary.main}
                    strokeWidth={1.75}
                    {...handle('turn', at.x, at.y)}
                  />
                  {CORNERS.map(([sx, sy]) => (
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
                      {...handle('size', at.x, at.y)}
                    />
                  ))}
                </>
              )}
            </g>
            {summary && (held?.dx || held?.dy || held?.turn || held?.grow !== 1) && (
              <Tag x={at.x} y={at.y + Math.hypot(w, h) + 14} text={summary.filter(Boolean).join('  ')} />
            )}
          </g>
        );
      })}
      {project &&
        held?.lines.map((line) => {
          const a = toScreen(screen, atGrabbed(project, line.from));
          const b = toScreen(screen, atGrabbed(project, line.to));
          return (
            <g key={`${line.summary}${a.x},${a.y},${b.x},${b.y}`} data-testid="snap-line">
              <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="#fff" strokeWidth={3} opacity={0.7} />
              <line x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="#1F6F6B" strokeWidth={1.5} />
              {line.summary && (
                <Tag
                  x={a.x === b.x ? a.x : (a.x + b.x) / 2}
                  y={a.x === b.x ? Math.min(a.y, b.y) - 8 : a.y - 6}
                  text={line.summary}
                />
              )}
            </g>
          );
        })}
    </g>
  );
}

type FrameProps = { w: number; h: number; colour: string; width: number; opacity?: number; dash?: string };

const Frame = ({ w, h, colour, width, opacity, dash }: FrameProps) => (
  <rect
    x={-w}
    y={-h}
    width={2 * w}
    height={2 * h}
    fill="none"
    stroke={colour}
    strokeWidth={width}
    opacity={opacity}
    strokeDasharray={dash}
  />
);

/** A frame round what a proposal adds, on the copy nearest to the middle of the window. */
export function Offered({ screen }: { screen: Screen }) {
  const project = useBolt((s) => s.project);
  const { proposal, before } = useProposal();
  const viewport = useView((s) => s.viewport);
  const sprites = useSprites((s) => s.sprites);
  if (!project || before || proposal?.kind !== 'fill') return null;
  const middle = toCloth(screen, { x: viewport.width / 2, y: viewport.height / 2 });
  const lattice = latticeOf(project.layout, cellOf(project));
  return proposal.placements
    .filter((p) => proposal.fresh.includes(p.id))
    .map((p) => {
      const s = sprites.get(p.motif)?.silhouette;
      if (!s) return null;
      const at = toScreen(screen, nearestCopy(lattice, p, middle));
      const w = (s.widthMm * p.scale * screen.sx) / 2 + 6;
      const h = (s.heightMm * p.scale * screen.sy) / 2 + 6;
      return (
        <g key={p.id} transform={`translate(${at.x} ${at.y}) rotate(${p.angle})`} data-testid="offered">
          <Frame w={w} h={h} colour="#fff" width={3.5} opacity={0.8} />
          <Frame w={w} h={h} colour="#1F6F6B" width={1.75} dash="2 3" />
        </g>
      );
    });
}

/** A few words on the cloth, readable over any colour. */
export const Tag = ({ x, y, text }: { x: number; y: number; text: string }) => (
  <text
    x={x}
    y={y}
    textAnchor="middle"
    fontSize={12}
    fontWeight={600}
    stroke="#fff"
    strokeWidth={3.5}
    paintOrder="stroke"
    fill="#221A2B"
  >
    {text}
  </text>
);
