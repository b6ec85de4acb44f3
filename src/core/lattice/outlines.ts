import { cellOutline, type Layout, type Point, type Size } from './layout';

/** Shapes that are drawn over the cell to work in; `cell` is the layout's own, `none` shows nothing. */
export const OUTLINES = ['cell', 'plain', 'diamond', 'scallop', 'ogee', 'hexagon', 'none'] as const;
export type OutlineKind = (typeof OUTLINES)[number];

const STEPS = 24;
const arc = (cx: number, cy: number, rx: number, ry: number, from: number, to: number): Point[] =>
  Array.from({ length: STEPS + 1 }, (_, k) => {
    const t = ((from + ((to - from) * k) / STEPS) * Math.PI) / 180;
    return { x: cx + rx * Math.cos(t), y: cy + ry * Math.sin(t) };
  });

/**
 * The line of an outline as a closed path, in the cell's unit, over the box of the home cell. Each but `plain`
 * fits together with its copies in the layout it is known for: scallop with a half step aside of rows (its rise
 * is half the cell), ogee and diamond with the diamond's vectors, hexagon (pointed above and below) with rows
 * three quarters of the cell apart.
 */
export function outlinePath(outline: OutlineKind, layout: Layout, cell: Size): Point[] {
  const { width: w, height: h } = cell;
  const top = layout.kind === 'diamond' ? -h / 2 : 0;
  const at = (x: number, y: number) => ({ x: x * w, y: top + y * h });
  switch (outline) {
    case 'none':
      return [];
    case 'cell':
      return cellOutline(layout, cell);
    case 'plain':
      return [at(0, 0), at(1, 0), at(1, 1), at(0, 1)];
    case 'diamond':
      return [at(0, 0.5), at(0.5, 0), at(1, 0.5), at(0.5, 1)];
    case 'hexagon':
      return [at(0.5, 0), at(1, 0.25), at(1, 0.75), at(0.5, 1), at(0, 0.75), at(0, 0.25)];
    case 'scallop':
      // A dome over two hollows of the same round, as fish scales lie.
      return [
        ...arc(w / 2, top + h / 2, w / 2, h / 2, 180, 360),
        ...arc(w, top + h, w / 2, h / 2, 270, 180),
        ...arc(0, top + h, w / 2, h / 2, 360, 270),
      ];
    case 'ogee':
      return ogee(w, h, top);
  }
}

/** Two S-curves from the top point to the bottom point; each half turn of a side is the side across from it. */
function ogee(w: number, h: number, top: number): Point[] {
  const right = Array.from({ length: 2 * STEPS + 1 }, (_, k) => {
    const t = k / (2 * STEPS);
    return { x: w / 2 + (w / 4) * (1 - Math.cos(2 * Math.PI * t)), y: top + h * t };
  });
  return [
    ...right,
    ...right
      .slice(1, -1)
      .reverse()
      .map((p) => ({ x: w - p.x, y: p.y })),
  ];
}
