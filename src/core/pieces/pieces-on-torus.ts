import type { Rgb } from '../colour';
import { type Torus, torusIndex } from '../raster';
import type { PieceMarks } from '../render';
import { joinCrumbs, SPECK } from './crumbs';
import { boxesOf, cutOut, type Off, type PicturePiece } from './cut-out';
import { fromGround } from './distance-from-ground';
import { shutIn } from './enclosed';
import { groundFields } from './ground-field';
import { type GroundNet, groundNet } from './ground-net';
import { labOf, type TorusPicture } from './lab-picture';
import { cutAlong, nearestLabel } from './marks';
import { partsOnTorus, type TorusParts } from './torus-parts';
import { partValleys } from './valleys';

/** Nothing was said of them. */
export const NO_MARKS: PieceMarks = { joins: [], cuts: [], ground: [] };

export type PictureRead = {
  pieces: PicturePiece[];
  /** How many px of what was read make a mm. */
  scale: { x: number; y: number };
  /** What lies under them, in the mean; null where the picture is see-through. */
  ground: Rgb | null;
  /** Bits too small to be pieces. */
  specks: number;
  /** Why the pieces are not to be relied on, as a sentence; null: they are. All ground has none, and no doubt. */
  doubt: string | null;
};

/** About so many pixels the ground is found on, and pieces are told apart on. */
export const COARSE_AREA = 60_000;
export const FINE_AREA = 1_500_000;

/** Off the ground from so many times its noise on, and surely from so many; at the least, in OKLab times 100. */
const WEAK = { times: 3.2, least: 3 };
const STRONG = { times: 5.5, least: 6 };
/** A piece has so much that surely is none of the ground, mm2; less is a speck, or nothing. */
const SURE_MM2 = 0.25;
/** Of what is no larger than this, mm2, the rim counts by its shares. */
const RIMMED = 2.4;
/** So many px that are surely art make a speck. */
const SPECK_PX = 2;
const MOST = 3000;
/** A picture is not read where a piece covers more than this of it, where pieces run right through, where hardly any is ground. */
const LARGEST = 0.35;
const LEAST_GROUND = 0.12;
/** Seen through by more than this share, a picture is a cut-out: what is opaque is art. */
const SEE_THROUGH = 0.02;
/** Pieces end where the picture changes: fewer of their borders sharp than this, and it is a photograph or a wash. */
const SHARP = 0.6;

const TOO_LARGE = 'one piece covers more than a third of it';
const NO_GROUND = 'no ground runs right through it from side to side';

/**
 * Tells the pieces of a picture apart from its ground, over its joins too. The ground is the commonest colour that winds round the
 * torus in both directions, or else two or three together (its light may vary); what stands off it by more than its
 * noise, hangs together and is large enough is a piece, and what lies close to a piece and is far smaller belongs to it.
 * @param at the picture at about so many pixels. @param marks what a person said of it, mm. @param under what is seen where it is
 * clear: a sheet whose paper was kept is read on it, where the sheet itself would be one great piece.
 * @returns pieces in no order to rely on; none and a doubt where it cannot be read.
 */
export function piecesOnTorus(
  at: (area: number) => TorusPicture,
  marks: PieceMarks = NO_MARKS,
  under: readonly number[] | null = null,
): PictureRead {
  const coarse = at(COARSE_AREA);
  const nothing = (doubt: string, ground: Rgb | null = null): PictureRead => ({
    ...{ pieces: [], scale: coarse.scale, ground, specks: 0, doubt },
  });
  if (seenThrough(coarse) > SEE_THROUGH) {
    const fine = at(FINE_AREA);
    const off = new Float32Array(fine.data.length / 4);
    for (let p = 0; p < off.length; p++) off[p] = fine.data[p * 4 + 3] / 255;
    const read = told(fine, { off, weak: 0.2, strong: 0.6, alpha: off }, marks, null);
    return under && read.doubt === TOO_LARGE ? piecesOnTorus((area) => laidOn(at(area), under), marks) : read;
  }
  const lab = labOf(coarse);
  const net = groundNet(lab, coarse.torus);
  if (!net) return nothing(NO_GROUND);
  const ground = meanOf(coarse, net);
  if (net.share < LEAST_GROUND) return nothing('hardly any of it is ground', ground);
  const fine = at(FINE_AREA);
  const { off, noise } = fromGround(fine, groundFields(lab, coarse.torus, net), coarse.scale);
  const bars = {
    weak: Math.max(WEAK.least, WEAK.times * noise),
    strong: Math.max(STRONG.least, STRONG.times * noise),
  };
  return told(fine, { off, ...bars }, marks, ground);
}

/** A picture laid on a colour. */
function laidOn(picture: TorusPicture, under: readonly number[]): TorusPicture {
  const data = picture.data.slice();
  for (let i = 0; i < data.length; i += 4) {
    const share = data[i + 3] / 255;
    for (let c = 0; c < 3; c++) data[i + c] = data[i + c] * share + under[c] * (1 - share);
    data[i + 3] = 255;
  }
  return { ...picture, data };
}

function seenThrough({ data }: TorusPicture): number {
  let clear = 0;
  for (let i = 3; i < data.length; i += 4) if (data[i] < 128) clear++;
  return (clear * 4) / data.length;
}

function meanOf({ data }: TorusPicture, { of }: GroundNet): Rgb {
  const sum = [0, 0, 0, 0];
  for (let p = 0; p < of.length; p++) {
    if (!of[p]) continue;
    for (let c = 0; c < 3; c++) sum[c] += data[p * 4 + c];
    sum[3]++;
  }
  return [0, 1, 2].map((c) => Math.round(sum[c] / Math.max(1, sum[3]))) as Rgb;
}

function told(fine: TorusPicture, from: Off, marks: PieceMarks, ground: Rgb | null): PictureRead {
  const { torus, scale } = fine;
  const pxMm2 = 1 / (scale.x * scale.y);
  const size = from.off.length;
  const indexAt = ({ x, y }: { x: number; y: number }) =>
    torusIndex(torus, Math.floor(x * scale.x), Math.floor(y * scale.y));
  const mask = new Uint8Array(size);
  for (let p = 0; p < size; p++) mask[p] = from.off[p] > from.weak ? 1 : 0;
  partValleys(from, mask, torus);
  const cut = cutAlong(marks.cuts, fine, mask);
  const found = partsOnTorus(mask, torus, true);
  const sure = new Float64Array(found.parts.length + 1);
  for (let p = 0; p < size; p++) if (from.off[p] > from.strong) sure[found.labels[p]]++;
  const areas = areasOf(found, from.off, RIMMED / pxMm2);
  const isGround = new Set(
    marks.ground.map((g) => nearestLabel(found.labels, torus, indexAt(g), () => true)),
  );
  let [specks, net, most] = [0, 0, 0];
  const kept: number[] = [];
  const dots: number[] = [];
  for (const [n, { winds }] of found.parts.entries()) {
    const area = areas[n];
    const mm2 = area * pxMm2;
    if (isGround.has(n + 1)) continue;
    if (sure[n + 1] * pxMm2 < Math.min(SURE_MM2, 0.6 * mm2)) {
      // Of a dot of a px or two most is rim.
      if (sure[n + 1] >= SPECK_PX && mm2 < SPECK.mm2) dots.push(n + 1);
      continue;
    }
    if (winds === 2) net += area / size;
    most = Math.max(most, area / size);
    kept.push(n + 1);
  }
  specks += standingFree(dots, new Set(kept), found.labels, torus);
  const root = new Map(kept.map((k): [number, number] => [k, k]));
  const rootOf = (k: number): number => {
    const up = root.get(k) ?? k;
    return up === k ? k : rootOf(up);
  };
  for (const [first, ...others] of kept.length > 1 ? shutIn(found, torus, (k) => root.has(k), cut) : [])
    for (const other of others) if (rootOf(other) !== rootOf(first)) root.set(rootOf(other), rootOf(first));
  if (kept.length <= MOST) joinCrumbs(fine, found, areas, kept, { root, rootOf, cut });
  for (const [a, b] of marks.joins) {
    const [i, j] = [a, b].map((at) => nearestLabel(found.labels, torus, indexAt(at), (k) => root.has(k)));
    if (i && j && rootOf(i) !== rootOf(j)) root.set(rootOf(i), rootOf(j));
  }
  const members = new Map<number, number[]>();
  for (const k of kept) members.set(rootOf(k), [...(members.get(rootOf(k)) ?? []), k]);
  const pieces: PicturePiece[] = [];
  const box = boxesOf(fine, found);
  for (const all of members.values()) {
    const area = all.reduce((s, k) => s + areas[k - 1], 0) * pxMm2;
    if (area < SPECK.mm2) specks++;
    else {
      const through = all.some((k) => found.parts[k - 1].winds > 0);
      pieces.push({ ...cutOut(fine, from, found, all, box, cut), ...(through ? { through } : {}) });
    }
  }
  const doubt = net
    ? 'what is drawn on it hangs together as a net, from side to side both ways'
    : most > LARGEST
      ? TOO_LARGE
      : pieces.length > MOST
        ? `it has more than ${MOST} pieces`
        : pieces.length === 0 && specks > 0
          ? 'it is specks alone'
          : !from.alpha && pieces.length > 0 && sharpness(from, mask, torus) < SHARP
            ? 'its shapes have no edges to tell, as in a photograph or a wash'
            : null;
  return { pieces, scale, ground, specks, doubt };
}

/** How many of some dots have none of the pieces within two px: what does is a crumb of it. */
function standingFree(dots: number[], kept: Set<number>, labels: Int32Array, torus: Torus): number {
  const free = new Set(dots);
  for (let p = 0; free.size && p < labels.length; p++) {
    if (!free.has(labels[p])) continue;
    const [x, y] = [p % torus.width, Math.floor(p / torus.width)];
    for (let k = 0; k < 25; k++)
      if (kept.has(labels[torusIndex(torus, x + (k % 5) - 2, y + Math.floor(k / 5) - 2)]))
        free.delete(labels[p]);
  }
  return free.size;
}

/** How much each area covers, px: all of its pixels, or of a small one, that is rim for the most part, their shares of its plainest. */
function areasOf({ labels, parts }: TorusParts, off: Float32Array, small: number): Float64Array {
  const areas = Float64Array.from(parts, (p) => p.area);
  const [sum, most] = [new Float64Array(areas.length), new Float64Array(areas.length)];
  for (let p = 0; p < labels.length; p++) {
    const n = labels[p] - 1;
    if (n < 0 || areas[n] > small) continue;
    sum[n] += off[p];
    most[n] = Math.max(most[n], off[p]);
  }
  return areas.map((area, n) => (most[n] ? sum[n] / most[n] : area));
}

/** Of the borders of what was found, the share where three px go from ground to art. */
function sharpness({ off, weak, strong }: Off, mask: Uint8Array, torus: Torus): number {
  const { width, height } = torus;
  let [all, sharp] = [0, 0];
  for (let y = 0; y < height; y += 2) {
    for (let x = 1; x < width - 4; x++) {
      const p = y * width + x;
      if (mask[p] === mask[p - 1]) continue;
      const inward = mask[p] ? 1 : -1;
      const inside = mask[p] ? p : p - 1;
      let most = 0;
      for (let k = 0; k < 3; k++) most = Math.max(most, off[inside + inward * k]);
      if (most < weak * 1.2) continue;
      all++;
      if (most > strong) sharp++;
    }
  }
  return all ? sharp / all : 1;
}
