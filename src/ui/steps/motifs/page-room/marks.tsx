import { type IntakeSettings, nth, type Point } from '@/core';
import type { Sight } from './page-view';

const placeOf = (p: Point) => `${p.x},${p.y}`;

/** What was marked on the page so far: clicks, lines and lassos, and the pieces as they stand. */
export default function Marks({
  settings,
  sight,
  toPage,
  boxes,
}: {
  settings: IntakeSettings;
  sight: Sight;
  toPage: (p: Point) => Point;
  boxes: { x: number; y: number; width: number; height: number }[];
}) {
  const at = (p: Point) => {
    const q = toPage(p);
    return { x: (q.x - sight.x) * sight.zoom, y: (q.y - sight.y) * sight.zoom };
  };
  const line = (pts: Point[]) =>
    pts
      .map(at)
      .map((p) => `${p.x},${p.y}`)
      .join(' ');
  return (
    <>
      {boxes.map((b, n) => {
        const [x, y] = [(b.x - sight.x) * sight.zoom, (b.y - sight.y) * sight.zoom];
        const wide = n < 9 ? 20 : 28;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a piece is its number in reading order
          <g key={n} data-testid="piece-box">
            <rect
              x={x - 3}
              y={y - 3}
              width={b.width * sight.zoom + 6}
              height={b.height * sight.zoom + 6}
              rx={4}
              fill="none"
              stroke="#1F6F6B"
              strokeWidth={1.5}
            />
            <rect x={x - 3} y={y - 3} width={wide} height={18} rx={4} fill="#1F6F6B" />
            <text
              x={x - 3 + wide / 2}
              y={y + 10}
              fontSize={12}
              fontWeight={700}
              fill="#fff"
              textAnchor="middle"
            >
              {n + 1}
            </text>
          </g>
        );
      })}
      {settings.areas.map((a) => {
        const p = at(a);
        return (
          <g key={placeOf(a)}>
            <circle
              cx={p.x}
              cy={p.y}
              r={8}
              fill={a.take ? '#A8322D' : '#1F6F6B'}
              stroke="#fff"
              strokeWidth={2}
            />
            <path
              d={`M${p.x - 4} ${p.y}h8${a.take ? '' : `M${p.x} ${p.y - 4}v8`}`}
              stroke="#fff"
              strokeWidth={2}
            />
          </g>
        );
      })}
      {settings.cuts.map((c) => (
        <polyline
          key={placeOf(c[0])}
          points={line(c)}
          stroke="#A8322D"
          strokeWidth={2}
          strokeDasharray="7 4"
          fill="none"
        />
      ))}
      {settings.links.map((l) => (
        <polyline key={placeOf(l[0])} points={line(l)} stroke="#1F6F6B" strokeWidth={3} fill="none" />
      ))}
      {settings.lassos.map((l) => (
        <polygon
          key={placeOf(nth(l, 0))}
          points={line(l)}
          stroke="#6A2A5B"
          strokeWidth={2}
          strokeDasharray="3 4"
          fill="none"
        />
      ))}
    </>
  );
}
