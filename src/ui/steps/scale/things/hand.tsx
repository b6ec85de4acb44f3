import { builtView, lengthsOf, projection, type Size, viewedFrom } from '@/core';
import type { Thing } from '@/session/mockups';

/** The bones of a grown person's hand, from the middle of the wrist, mm: where each finger begins and ends, and how thick it is. */
const FINGERS: [x1: number, y1: number, x2: number, y2: number, thick: number][] = [
  [-30, -88, -41, -150, 17],
  [-10, -94, -13, -170, 18],
  [11, -92, 17, -160, 17.5],
  [30, -84, 43, -132, 15.5],
  [-24, -40, -66, -92, 20],
];
const PALM = 'M-26 26L-28 -8L-36 -46L-38 -88L-20 -100L10 -101L36 -88L36 -54L29 -10L26 26';

/** A hand laid beside a thing, drawn in chalk at the size that it has there. */
export default function Hand({ thing, printMm, picture }: { thing: Thing; printMm: Size; picture: Size }) {
  const view = builtView(thing.goods);
  if (!view?.hand) return null;
  const mm = lengthsOf(printMm);
  const at = view.hand.at.map(mm);
  const seen = projection(viewedFrom(view, printMm, picture), picture);
  const [x, y] = seen.of([at[0] ?? 0, at[1] ?? 0, at[2] ?? 0]);
  const [x10] = seen.of([(at[0] ?? 0) + 10, at[1] ?? 0, at[2] ?? 0]);
  const scale = Math.abs(x10 - x) / 10;
  const bones = (extra: number) => (
    <>
      <path d={PALM} strokeWidth={14 + extra} strokeLinejoin="round" fill="currentColor" />
      {FINGERS.map(([x1, y1, x2, y2, thick]) => (
        <line key={x2} {...{ x1, y1, x2, y2 }} strokeWidth={thick + extra} strokeLinecap="round" />
      ))}
    </>
  );
  return (
    <svg
      viewBox={`0 0 ${picture.width} ${picture.height}`}
      aria-hidden
      data-testid="hand"
      style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }}
    >
      <mask id="hand-inside" maskUnits="userSpaceOnUse" x="-120" y="-220" width="240" height="270">
        <rect x="-120" y="-220" width="240" height="270" fill="#fff" />
        <g stroke="#000" color="#000">
          {bones(0)}
        </g>
      </mask>
      <g transform={`translate(${x} ${y}) rotate(${view.hand.turn}) scale(${scale})`}>
        <g mask="url(#hand-inside)">
          <g stroke="#2b2432" color="#2b2432" opacity={0.45}>
            {bones(5 / scale)}
          </g>
          <g stroke="#fffdf8" color="#fffdf8">
            {bones(3 / scale)}
          </g>
        </g>
      </g>
    </svg>
  );
}
