import type { Layout, Point, Size } from '../lattice';

/** A shape that is drawn over the cell to work in. */
export type GuideOutline = {
  id: string;
  name: string;
  /** Art is fitted into it: strips of ground along it are looked at. */
  fitted: boolean;
  /** Its line as a closed path, in the cell's unit, over the box of the home cell; empty: nothing is drawn. */
  path: (layout: Layout, cell: Size) => Point[];
};

/** Points given as shares of the box of the home cell. */
export function inBox(layout: Layout, { width, height }: Size, points: [x: number, y: number][]): Point[] {
  const top = layout.kind === 'diamond' ? -height / 2 : 0;
  return points.map(([x, y]) => ({ x: x * width, y: top + y * height }));
}

/** Into how many chords a half turn is cut. */
export const STEPS = 24;
