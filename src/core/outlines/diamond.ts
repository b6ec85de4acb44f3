import { type GuideOutline, inBox } from './outline';

/** Fits together with its copies in the diamond layout. */
export const diamond: GuideOutline = {
  id: 'diamond',
  name: 'a diamond',
  fitted: true,
  path: (layout, cell) =>
    inBox(layout, cell, [
      [0, 0.5],
      [0.5, 0],
      [1, 0.5],
      [0.5, 1],
    ]),
};
