'use client';

import Box from '@mui/material/Box';
import { type PointerEvent, useMemo, useState } from 'react';
import { cellOf, latticeOf, type Point, type Project, shiftsInto } from '@/core';
import { useChecks } from '@/session/checks';
import { cutPiece, type SeenPiece, takePiece, usePieces } from '@/session/picture-pieces';
import { useView } from '@/session/view';
import { type Screen, toCloth, toScreen } from './screen';

const LINE = '#6A2A5B';
const IN_HAND = '#1F6F6B';

const pathOf = ({ outline, x, y }: SeenPiece): string =>
  outline
    .map((ring) => {
      const points: string[] = [];
      for (let k = 0; k + 1 < ring.length; k += 2)
        points.push(`${(x + ring[k]).toFixed(2)} ${(y + ring[k + 1]).toFixed(2)}`);
      return `M${points.join('L')}Z`;
    })
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
      for (const ring of piece.outline)
        for (let k = 0; k + 1 < ring.length; k += 2) {
          box.x0 = Math.min(box.x0, piece.x + ring[k]);
          box.x1 = Math.max(box.x1, piece.x + ring[k]);
          box.y0 = Math.min(box.y0, piece.y + ring[k + 1]);
          box.y1 = Math.max(box.y1, piece.y + ring[k + 1]);
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
  const ends = line?.map((p) => toScreen(screen, p));
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
          <line x1={ends[0].x} y1={ends[0].y} x2={ends[1].x} y2={ends[1].y} stroke="#fff" strokeWidth={4} />
          <line
            x1={ends[0].x}
            y1={ends[0].y}
            x2={ends[1].x}
            y2={ends[1].y}
            stroke="#A8322D"
            strokeWidth={2}
          />
        </svg>
      )}
    </Box>
  );
}
