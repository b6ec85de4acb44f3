import type { Point } from '../lattice';

/**
 * How what is laid is kept alike about the middle of the cell: mirrored across one upright axis (`across`), one
 * level axis (`down`), both, or turned in n equal steps (`turn-n`).
 */
export const SYMMETRIES = [
  'across',
  'down',
  'both',
  'turn-2',
  'turn-3',
  'turn-4',
  'turn-6',
  'turn-8',
] as const;
export type Symmetry = (typeof SYMMETRIES)[number];

type Laid = { x: number; y: number; angle: number; mirror: boolean };

const SIGNS = {
  across: [[-1, 1]],
  down: [[1, -1]],
  both: [
    [-1, 1],
    [1, -1],
    [-1, -1],
  ],
} as const;
const turnsOf = (how: Symmetry) => Number(how.slice(5));

/** How many placements belong together. */
export const symmetryCount = (how: Symmetry): number =>
  how === 'across' || how === 'down' || how === 'both' ? SIGNS[how].length + 1 : turnsOf(how);

/** Member `k` of the set in which `p` is member `from`, about a middle, in the unit of the places. */
export function symmetric<T extends Laid>(p: T, how: Symmetry, from: number, k: number, middle: Point): T {
  if (how === 'across' || how === 'down' || how === 'both') {
    const one: readonly [number, number] = [1, 1];
    const [fx, fy] = from ? SIGNS[how][from - 1] : one;
    const [kx, ky] = k ? SIGNS[how][k - 1] : one;
    const [sx, sy] = [fx * kx, fy * ky];
    return {
      ...p,
      x: middle.x + sx * (p.x - middle.x),
      y: middle.y + sy * (p.y - middle.y),
      angle: sy < 0 ? 180 + sx * sy * p.angle : sx * sy * p.angle,
      mirror: sx * sy < 0 ? !p.mirror : p.mirror,
    };
  }
  const angle = (360 * (k - from)) / turnsOf(how);
  const t = (angle * Math.PI) / 180;
  const [dx, dy] = [p.x - middle.x, p.y - middle.y];
  return {
    ...p,
    x: middle.x + Math.cos(t) * dx - Math.sin(t) * dy,
    y: middle.y + Math.sin(t) * dx + Math.cos(t) * dy,
    angle: p.angle + angle,
  };
}
