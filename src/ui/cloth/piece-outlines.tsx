'use client';

import Box from '@mui/material/Box';
import { type PointerEvent, useMemo, useState } from 'react';
import { cellOf, latticeOf, type Point, type Project, shiftsInto } from '@/core';
import { useChecks } from '@/session/check';
import { useView } from '@/session/cloth';
import { cutPiece, type SeenPiece, takePiece, usePieces } from '@/session/intake';
import { type Screen, toCloth, toScreen } from './screen';

const LINE = '#6A2A5B';
const IN_HAND = '#1F6F6B';

const pathOf = ({ outline, x, y }: SeenPiece): string =>
  outline
    .map((ring) => `M${ring.map((p) => `${(x + p.x).toFixed(2)} ${(y + p.y).toFixed(2)}`).join('L')}Z`)
    .join('');

/** The outlines of what is seen in drawings and tiles, on every copy in the window: a press takes one in hand. */
export default function PieceOutlines({ screen, project }: { screen: Screen; project: Project }) {
  const pictures = useChecks((s) => s.report?.pictures);
  const { hand, cutting } = usePieces();
  const viewport = useView((s) => s.viewport);
  const drawn = useMemo(
    () => (pictures ?? []).flatMap((p) => p.pieces.map((piece) => ({ piece, path: pathOf(piece) }))),
    [pictures],
  );
  /** How far they reach in all, mm. */
  const about = useMemo(() => {
    const box = { x0: 0, y0: 0, x1: 0, y1: 0 };
    for (const { piece } of drawn)
      for (const p of piece.outline.flat()) {
        box.x0 = Math.min(box.x0, piece.x + p.x);
        box.x1 = Math.max(box.x1, piece.x + p.x);
        box.y0 = Math.min(box.y0, piece.y + p.y);
        box.y1 = Math.max(box.y1, piece.y + p.y);
      }
    return box;
  }, [drawn]);
  const seen = {
    x0: screen.origin.x,
    y0: screen.origin.y,
    x1: screen.origin.x + viewport.width / screen.sx,
    y1: screen.origin.y + viewport.height / screen.sy,
  };
  return (
    <>
      <svg
        data-testid="pieces"
        data-count={drawn.length}
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }}
      >
        <title>The pieces that are seen</title>
        {shiftsInto(latticeOf(project.layout, cellOf(project)), about, seen).map((s) => {
          const at = toScreen(screen, s);
          return (
            <g key={`${s.x},${s.y}`} transform={`matrix(${screen.sx} 0 0 ${screen.sy} ${at.x} ${at.y})`}>
              {drawn.map(({ piece, path }) => {
                const taken = hand.includes(piece.id);
                return (
                  <g key={piece.id}>
                    <path
                      d={path}
                      fill="none"
                      stroke="#fff"
                      strokeWidth={taken ? 5 : 3}
                      opacity={0.8}
                      vectorEffect="non-scaling-stroke"
                    />

                    <path
                      d={path}
                      data-testid="piece-outline"
                      data-taken={taken || undefined}
                      fill={taken ? IN_HAND : LINE}
                      fillOpacity={taken ? 0.28 : 0.04}
                      stroke={taken ? IN_HAND : LINE}
                      strokeWidth={taken ? 2.5 : 1.25}
                      strokeDasharray={taken ? undefined : '5 3'}
                      vectorEffect="non-scaling-stroke"
                      style={{ pointerEvents: cutting ? 'none' : 'fill', cursor: 'pointer' }}
                      onPointerDown={(e) => {
                        e.stopPropagation();
                        takePiece(piece.id, e.shiftKey);
                      }}
                    />
                  </g>
                );
              })}
            </g>
          );
        })}
      </svg>
      {cutting && <CutLine screen={screen} project={project} />}
    </>
  );
}

/** A line is drawn over the piece in hand: from where the pointer goes down to where it goes up. */
function CutLine({ screen, project }: { screen: Screen; project: Project }) {
  const [line, setLine] = useState<[Point, Point] | null>(null);
  const at = (e: PointerEvent<HTMLElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    return toCloth(screen, { x: e.clientX - box.left, y: e.clientY - box.top });
  };
  const ends = line
    ?.map((p) => toScreen(screen, p))
    .map((p) => `${p.x},${p.y}`)
    .join(' ');
  return (
    <Box
      data-testid="cut-line"
      sx={{ position: 'absolute', inset: 0, cursor: 'crosshair', touchAction: 'none' }}
      onPointerDown={(e) => {
        e.stopPropagation();
        e.currentTarget.setPointerCapture(e.pointerId);
        setLine([at(e), at(e)]);
      }}
      onPointerMove={(e) => line && setLine([line[0], at(e)])}
      onPointerUp={() => {
        setLine(null);
        if (line && Math.hypot(line[1].x - line[0].x, line[1].y - line[0].y) > 0.5) cutPiece(project, line);
      }}
      onPointerCancel={() => setLine(null)}
    >
      {ends && (
        <svg aria-hidden style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}>
          <polyline points={ends} stroke="#fff" strokeWidth={4} />
          <polyline points={ends} stroke="#A8322D" strokeWidth={2} />
        </svg>
      )}
    </Box>
  );
}
