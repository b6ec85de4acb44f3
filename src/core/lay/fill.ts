import type { Point } from '../lattice';
import type { Placed } from '../render';
import { largestFit } from './fit';
import type { SilhouetteIndex } from './silhouette-index';

/** A motif that may fill a patch: the scales it is used at (least, usual, most), and the ways it may point. */
export type Filler = { motif: string; lead: number; scales: [number, number, number]; angles: number[] };

/** A motif for a patch, and why: the share of the room it takes, and the gap it leaves, mm. */
export type Offer = { placed: Placed; share: number; gapMm: number };

const TURNED = [
  0, 15, 30, 45, 60, 75, 90, 105, 120, 135, 150, 165, 180, -165, -150, -135, -120, -105, -90, -75, -60, -45,
  -30, -15,
];
/** Angles for a filler that turns freely. */
export const FREE_ANGLES: readonly number[] = TURNED;

/**
 * The best fillers for an empty circle, best first, at most `count`, each of another motif: as large as clears
 * its neighbours by `gapMm`, near to a size it is used at, not beside its own like.
 * @param leads leading colour by motif, for "not beside the same colour".
 */
export function fillGap(
  silhouettes: SilhouetteIndex,
  patch: Point & { r: number },
  fillers: Filler[],
  gapMm: number,
  leads: Map<string, number>,
  count = 3,
): Offer[] {
  const room = Math.PI * patch.r ** 2;
  const offers = fillers.flatMap((filler): (Offer & { worth: number })[] => {
    const outline = silhouettes.outlines.get(filler.motif);
    if (!outline) return [];
    const [least, usual, most] = filler.scales;
    let best: (Offer & { worth: number }) | undefined;
    for (const angle of filler.angles) {
      for (const mirror of [false, true]) {
        const start = { motif: filler.motif, x: patch.x, y: patch.y, angle, mirror, scale: least };
        const placed = nudged(silhouettes, start, patch.r, gapMm, most);
        if (!placed || placed.scale < least) continue;
        const near = silhouettes.nearest(-1, placed, patch.r * 4 + 200);
        const share = Math.min(1, (outline.areaMm2 * placed.scale ** 2) / room);
        const fromUsual = Math.abs(Math.log(placed.scale / usual));
        const like =
          near && typeof near.piece === 'number' ? nearLike(silhouettes, placed, filler, patch.r, leads) : 0;
        const worth = share - 0.25 * fromUsual - 0.35 * like;
        if (!best || worth > best.worth) best = { placed, share, gapMm: near?.gap ?? 0, worth };
      }
    }
    return best ? [best] : [];
  });
  return offers
    .sort((a, b) => b.worth - a.worth)
    .slice(0, count)
    .map(({ worth: _, ...offer }) => offer);
}

/** The placement at the best of a few places about the patch's middle, as large as fits there. */
function nudged(
  silhouettes: SilhouetteIndex,
  start: Placed,
  r: number,
  gapMm: number,
  most: number,
): Placed | null {
  let best: Placed | null = null;
  for (const [dx, dy] of [
    [0, 0],
    [0.16, 0],
    [-0.16, 0],
    [0, 0.16],
    [0, -0.16],
  ]) {
    const placed = { ...start, x: start.x + dx * r, y: start.y + dy * r };
    const scale = largestFit(silhouettes, -1, placed, gapMm, most);
    if (scale !== null && (!best || scale > best.scale)) best = { ...placed, scale };
  }
  return best;
}

/** How many of the neighbours are the same motif (whole) or lead with the same colour (half), at most 2. */
function nearLike(
  silhouettes: SilhouetteIndex,
  placed: Placed,
  filler: Filler,
  reach: number,
  leads: Map<string, number>,
): number {
  const n = silhouettes.add(placed);
  let like = 0;
  for (const { piece } of silhouettes.around(n, reach)) {
    if (piece === 'reserve' || piece === n) continue;
    const other = silhouettes.placed(piece).motif;
    if (other === filler.motif) like += 1;
    else if (leads.get(other) === filler.lead) like += 0.5;
  }
  silhouettes.pop();
  return Math.min(2, like);
}
