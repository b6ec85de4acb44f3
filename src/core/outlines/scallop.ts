import { type GuideOutline, inBox, STEPS } from './outline';

const arc = (cx: number, cy: number, from: number, to: number) =>
  Array.from({ length: STEPS + 1 }, (_, k): [number, number] => {
    const t = ((from + ((to - from) * k) / STEPS) * Math.PI) / 180;
    return [cx + 0.5 * Math.cos(t), cy + 0.5 * Math.sin(t)];
  });

/**
 * A dome over two hollows of the same round, as fish scales lie: fits together with its copies where rows step half
 * aside, and rise by half the cell.
 */
export const scallop: GuideOutline = {
  id: 'scallop',
  name: 'a scallop',
  fitted: true,
  path: (layout, cell) =>
    inBox(layout, cell, [...arc(0.5, 0.5, 180, 360), ...arc(1, 1, 270, 180), ...arc(0, 1, 360, 270)]),
};
