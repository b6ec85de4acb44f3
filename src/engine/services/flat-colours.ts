import type { Placed, Rgb } from '../../core';
import type { SceneRequest } from '../protocol';

/** How many inks there are, the ground among them, by the numbers that arts and grounds name. */
export const countInks = (inkOf: number[][], groundInks: number[]): number =>
  1 + Math.max(0, ...inkOf.flat(), ...groundInks);

/**
 * The same scene with every ink in a flat colour, the ground in the first of them. What lies over what is what counts, not what a glaze
 * makes of them.
 * @param inkOf for each art, the ink of each colour. @param groundInks those that the ground is split in.
 */
export function inFlatColours(
  request: SceneRequest,
  colours: Rgb[],
  inkOf: number[][],
  groundInks: number[],
): SceneRequest {
  const arts = request.arts.map((a, n) => ({
    ...a,
    to: inkOf[n].map((k) => colours[k]),
    texture: a.from.map(() => 0),
    proof: undefined,
  }));
  const flat = (list: Placed[]) => list.map((p) => ({ ...p, blend: 'normal' as const }));
  const placements = flat(request.placements);
  // What is in no ink of the bolt has none to count.
  const layers = request.layers?.filter((l) => l.kind !== 'tile' || !l.texture);
  const split = request.split && { ...request.split, colours: groundInks.map((k) => colours[k]) };
  return { ...request, ground: colours[0], arts, placements, layers, split, grain: undefined };
}
