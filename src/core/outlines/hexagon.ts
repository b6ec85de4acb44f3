import { type GuideOutline, inBox } from './outline';

/** Pointed above and below: fits together with its copies where rows are three quarters of the cell apart. */
export const hexagon: GuideOutline = {
  id: 'hexagon',
  name: 'a hexagon',
  fitted: true,
  path: (layout, cell) =>
    inBox(layout, cell, [
      [0.5, 0],
      [1, 0.25],
      [1, 0.75],
      [0.5, 1],
      [0, 0.75],
      [0, 0.25],
    ]),
};
