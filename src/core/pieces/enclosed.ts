import { type Torus, torusIndex } from '../raster';
import { partsOnTorus, type TorusParts } from './torus-parts';

/** Ground that is shut in is part of a thing up to this share of the picture; a larger room is a frame with things in it. */
const ROOM = 0.1;
const SIDES = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const;

/**
 * The areas that belong together because one shuts the others in: all that border on one patch of ground that nothing leads out of.
 * @param isKept which areas count, by label. @param cut where a person cut: what lies about that stays apart.
 * @returns labels, each list of them one thing.
 */
export function shutIn(
  { labels }: TorusParts,
  torus: Torus,
  isKept: (label: number) => boolean,
  cut: Uint8Array | null,
): number[][] {
  const { width } = torus;
  const ground = new Uint8Array(labels.length).fill(1);
  for (let p = 0; p < labels.length; p++) if (labels[p] && isKept(labels[p])) ground[p] = 0;
  const patches = partsOnTorus(ground, torus, false);
  const bordering = new Map<number, Set<number>>();
  const isShut = patches.parts.map((p) => p.winds === 0 && p.area < ROOM * labels.length);
  for (let p = 0; cut && p < cut.length; p++) if (cut[p]) isShut[patches.labels[p] - 1] = false;
  for (let p = 0; p < labels.length; p++) {
    const patch = patches.labels[p];
    if (!patch || !isShut[patch - 1]) continue;
    const [x, y] = [p % width, Math.floor(p / width)];
    for (const [dx, dy] of SIDES) {
      const q = torusIndex(torus, x + dx, y + dy);
      if (!ground[q]) bordering.set(patch, (bordering.get(patch) ?? new Set()).add(labels[q]));
    }
  }
  return [...bordering.values()].filter((s) => s.size > 1).map((s) => [...s]);
}
