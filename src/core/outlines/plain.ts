import { type GuideOutline, inBox } from './outline';

export const plain: GuideOutline = {
  id: 'plain',
  name: 'a plain box',
  fitted: true,
  path: (layout, cell) =>
    inBox(layout, cell, [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ]),
};
