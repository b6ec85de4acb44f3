import { roomOnTorus, torusIndex } from '../raster';
import { areAlike, looksOf } from './area-look';
import type { TorusPicture } from './lab-picture';
import type { TorusParts } from './torus-parts';

/** A bit smaller than this share of the middle piece that is no farther off than this, mm, is part of a piece it is this small beside, or of another bit. */
const CRUMB = { share: 0.12, ofMiddle: 0.06, mm: 2 };
/** What is smaller than this, mm2, is no piece by itself; it is part of one that is no farther off than this, mm, and dirt else. */
export const SPECK = { mm2: 0.6, mm: 1 };
/** So many that look alike and stand free make a bit a thing of its own; so do so many of about its size for each that lies close. */
const FREE = 2;
const FREE_EACH = 3;
const SIZE = 3;
/**
 * Parts of one thing lie along each other: so close, mm, and as a share of the smaller's side (the root of its area) or, px, as near as
 * can be seen, for so much of that side. What merely comes near does so at a point.
 */
const ALONG = { mm: 0.5, ofSide: 0.05, px: 3.2, long: 0.5 };
/** A border is counted along its longer way: steps across and steps down are not both its length. */
const LENGTH = 0.75;

/** `root` leads each area to the one that it is joined to; what meets where a person cut stays apart. */
export type Joining = {
  root: Map<number, number>;
  rootOf: (k: number) => number;
  cut: Uint8Array | null;
};

type Meeting = { gap: number; long: number; close: number; side: number };

/**
 * Joins bits to the pieces that they lie close to, and parts that lie along each other: by how near the shares of the ground are
 * that each has.
 * @param areas how much each area covers, px. @param kept those that count, 4,096 at the most.
 */
export function joinCrumbs(
  picture: TorusPicture,
  found: TorusParts,
  areas: Float64Array,
  kept: number[],
  { root, rootOf, cut }: Joining,
) {
  if (kept.length < 2) return;
  const { torus, scale } = picture;
  const { labels } = found;
  const number = new Int16Array(areas.length + 1).fill(-1);
  for (const [n, k] of kept.entries()) number[k] = n;
  const numbered = new Int16Array(labels.length);
  for (let p = 0; p < labels.length; p++) numbered[p] = number[labels[p]];
  const { room, near } = roomOnTorus(numbered, torus);
  const { width, height } = torus;
  const reach = CRUMB.mm * scale.x;
  const meetings = new Map<number, Meeting>();
  const meet = (p: number, q: number) => {
    if (near[p] === near[q] || cut?.[p] || cut?.[q]) return;
    const gap = room[p] + room[q];
    if (gap > reach) return;
    const key = Math.min(near[p], near[q]) * 4096 + Math.max(near[p], near[q]);
    let met = meetings.get(key);
    if (!met) {
      const side = Math.sqrt(Math.min(areas[kept[near[p]] - 1], areas[kept[near[q]] - 1]));
      const close = Math.min(ALONG.mm * scale.x, Math.max(ALONG.ofSide * side, ALONG.px));
      met = { gap, long: 0, side, close };
      meetings.set(key, met);
    }
    if (gap < met.gap) met.gap = gap;
    if (gap <= met.close) met.long += LENGTH;
  };
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      if (room[p] > reach) continue;
      meet(p, x + 1 < width ? p + 1 : torusIndex(torus, x + 1, y));
      meet(p, y + 1 < height ? p + width : torusIndex(torus, x, y + 1));
    }
  }
  const bar = CRUMB.ofMiddle * middleArea(kept.map((k) => areas[k - 1]));
  const speck = SPECK.mm2 * scale.x * scale.y;
  // A bit that looks like others that stand free, or where those of its size mostly do, is a thing of its own, though it lies close here.
  const close = new Set([...meetings.keys()].flatMap((key) => [Math.floor(key / 4096), key % 4096]));
  const isBit = (k: number) => areas[k - 1] < bar && areas[k - 1] >= speck;
  const looks = looksOf(picture, found, new Set(kept.filter(isBit)));
  const free = kept.flatMap((k, n) => (close.has(n) ? [] : (looks.get(k) ?? [])));
  const looksFree = (k: number) => {
    const look = looks.get(k);
    return !!look && free.filter((other) => areAlike(look, other)).length >= FREE;
  };
  const sizeFree = (k: number) => {
    const isAsLarge = (other: number) =>
      Math.max(areas[other - 1] / areas[k - 1], areas[k - 1] / areas[other - 1]) < SIZE;
    let [lying, standing] = [0, 0];
    for (const [n, other] of kept.entries()) {
      if (!isAsLarge(other)) continue;
      if (close.has(n)) lying++;
      else standing++;
    }
    return standing >= FREE_EACH * Math.max(1, lying);
  };
  for (const [key, { gap, long, side }] of [...meetings].sort((a, b) => a[1].gap - b[1].gap)) {
    const [a, b] = [kept[Math.floor(key / 4096)], kept[key % 4096]];
    const [small, large] = areas[a - 1] < areas[b - 1] ? [a, b] : [b, a];
    const [s, l] = [areas[small - 1], areas[large - 1]];
    const areFree = sizeFree(small) && sizeFree(large);
    if (long > ALONG.long * side && !areFree && rootOf(small) !== rootOf(large)) {
      root.set(rootOf(small), rootOf(large));
      continue;
    }
    if (s < speck && gap > SPECK.mm * scale.x) continue;
    if (s >= bar || rootOf(small) === rootOf(large)) continue;
    // Bits alike in size, as strokes of one mark are, go together too.
    if (s < CRUMB.share * l) {
      if (rootOf(small) === small && !looksFree(small) && !sizeFree(small)) root.set(small, rootOf(large));
    } else if (l < bar && !areFree) root.set(rootOf(small), rootOf(large));
  }
}

/** The area that half of all that is covered lies in pieces larger than. */
function middleArea(areas: number[]): number {
  const half = areas.reduce((s, v) => s + v, 0) / 2;
  let sum = 0;
  for (const area of [...areas].sort((a, b) => b - a)) {
    sum += area;
    if (sum >= half) return area;
  }
  return 0;
}
