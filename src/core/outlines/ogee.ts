import { type GuideOutline, inBox, STEPS } from './outline';

/**
 * Two S-curves from the top point to the bottom point; each half turn of a side is the side across from it. Fits
 * together with its copies in the diamond layout.
 */
export const ogee: GuideOutline = {
  id: 'ogee',
  name: 'an ogee',
  fitted: true,
  path(layout, cell) {
    const right = Array.from({ length: 2 * STEPS + 1 }, (_, k): [number, number] => {
      const t = k / (2 * STEPS);
      return [0.5 + 0.25 * (1 - Math.cos(2 * Math.PI * t)), t];
    });
    const left = right.slice(1, -1).reverse();
    return inBox(layout, cell, [...right, ...left.map(([x, y]): [number, number] => [1 - x, y])]);
  },
};
