import { type Layout, latticeOf } from '@/core';

/** A small drawing of how cells lie in a layout. */
export default function LayoutPicture({ layout }: { layout: Layout }) {
  const w = 22;
  const h = 16;
  const { a, b } = latticeOf(layout, { width: w, height: h });
  const cells: { x: number; y: number }[] = [];
  for (let i = -8; i <= 8; i++) {
    for (let j = -8; j <= 8; j++) {
      const x = 32 + i * a.x + j * b.x;
      const y = 22 + i * a.y + j * b.y;
      if (x > -30 && x < 90 && y > -30 && y < 70) cells.push({ x, y });
    }
  }
  const shape =
    layout.kind === 'diamond'
      ? `M${-w / 2} 0L0 ${-h / 2}L${w / 2} 0L0 ${h / 2}Z`
      : `M${-w / 2} ${-h / 2}h${w}v${h}h${-w}Z`;
  return (
    <svg viewBox="0 0 64 44" width="100%" aria-hidden style={{ display: 'block' }}>
      {cells.map((c) => (
        <g key={`${c.x},${c.y}`} transform={`translate(${c.x} ${c.y})`}>
          <path d={shape} fill="none" stroke="currentColor" strokeOpacity={0.45} strokeWidth={0.8} />
          <path d="M0 -4L3 0L0 5L-3 0Z" fill="currentColor" />
        </g>
      ))}
    </svg>
  );
}
