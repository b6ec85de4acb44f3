import type { Rgb } from '../colour';
import { type Raster, roomOnTorus, type Torus, torusIndex } from '../raster';
import type { PieceMarks } from '../render';
import { fromGround } from './distance-from-ground';
import { groundFields } from './ground-field';
import { type GroundNet, groundNet } from './ground-net';
import { labOf, type TorusPicture } from './lab-picture';
import { onPlane, partsOnTorus } from './torus-parts';

/** Nothing was said of them. */
export const NO_MARKS: PieceMarks = { joins: [], cuts: [], ground: [] };

/**
 * A piece that lies on a picture: its cut-out (straight alpha), where the cut-out's corner lies, px of the picture on the plane,
 * and how much of it is covered, mm2.
 */
type PicturePiece = {
  raster: Raster;
  x: number;
  y: number;
  areaMm2: number;
  /** It runs on through its own copies, as a vine does: this is as much of it as lies in one period. */
  through?: true;
};

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
const PIECE_MM2 = 0.8;
/** A bit smaller than this share of the middle piece that is no farther off than this, mm, is part of a piece it is this small beside, or of another bit. */
const CRUMB = { share: 0.12, ofMiddle: 0.06, mm: 2 };
const MOST = 3000;
/** A picture is not read where a piece covers more than this of it, where pieces run right through, where hardly any is ground. */
const LARGEST = 0.35;
const LEAST_GROUND = 0.12;
/** Seen through by more than this share, a picture is a cut-out: what is opaque is art. */
const SEE_THROUGH = 0.02;
/** Pieces end where the picture changes: fewer of their borders sharp than this, and it is a photograph or a wash. */
const SHARP = 0.6;

const NO_GROUND = 'no ground runs right through it from side to side';

/**
 * Tells the pieces of a picture apart from its ground, over its joins too. The ground is the commonest colour that winds round the
 * torus in both directions, or else two or three together (its light may vary); what stands off it by more than its
 * noise, hangs together and is large enough is a piece, and what lies close to a piece and is far smaller belongs to it.
 * @param at the picture at about so many pixels. @param marks what a person said of it, mm.
 * @returns pieces in no order to rely on; none and a doubt where it cannot be read.
 */
export function piecesOnTorus(at: (area: number) => TorusPicture, marks: PieceMarks = NO_MARKS): PictureRead {
  const coarse = at(COARSE_AREA);
  const nothing = (doubt: string, ground: Rgb | null = null): PictureRead => ({
    ...{ pieces: [], scale: coarse.scale, ground, specks: 0, doubt },
  });
  if (seenThrough(coarse) > SEE_THROUGH) {
    const fine = at(FINE_AREA);
    const off = new Float32Array(fine.data.length / 4);
    for (let p = 0; p < off.length; p++) off[p] = fine.data[p * 4 + 3] / 255;
    return told(fine, { off, weak: 0.2, strong: 0.6, alpha: off }, marks, null);
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

/** How far pixels are from the ground, from where on they may be and surely are art, and how opaque they are where that is known. */
type Off = { off: Float32Array; weak: number; strong: number; alpha?: Float32Array };

function told(fine: TorusPicture, from: Off, marks: PieceMarks, ground: Rgb | null): PictureRead {
  const { torus, scale } = fine;
  const pxMm2 = 1 / (scale.x * scale.y);
  const size = from.off.length;
  const indexAt = ({ x, y }: { x: number; y: number }) =>
    torusIndex(torus, Math.floor(x * scale.x), Math.floor(y * scale.y));
  const mask = new Uint8Array(size);
  for (let p = 0; p < size; p++) mask[p] = from.off[p] > from.weak ? 1 : 0;
  partValleys(from.off, mask, torus);
  const cut = cutAlong(marks.cuts, fine, mask);
  const found = partsOnTorus(mask, torus, true);
  const sure = new Float64Array(found.parts.length + 1);
  for (let p = 0; p < size; p++) if (from.off[p] > from.strong) sure[found.labels[p]]++;
  const isGround = new Set(
    marks.ground.map((g) => nearestLabel(found.labels, torus, indexAt(g), () => true)),
  );
  let [specks, net, most] = [0, 0, 0];
  const kept: number[] = [];
  for (const [n, { area, winds }] of found.parts.entries()) {
    const mm2 = area * pxMm2;
    if (isGround.has(n + 1) || sure[n + 1] * pxMm2 < Math.min(SURE_MM2, 0.6 * mm2)) continue;
    if (winds === 2) net += area / size;
    most = Math.max(most, area / size);
    kept.push(n + 1);
  }
  const root = new Map(kept.map((k): [number, number] => [k, k]));
  const rootOf = (k: number): number => {
    const up = root.get(k) ?? k;
    return up === k ? k : rootOf(up);
  };
  joinCrumbs(
    found.labels,
    found.parts.map((p) => p.area),
    kept,
    torus,
    scale,
    root,
    rootOf,
  );
  for (const [a, b] of marks.joins) {
    const [i, j] = [a, b].map((at) => nearestLabel(found.labels, torus, indexAt(at), (k) => root.has(k)));
    if (i && j && rootOf(i) !== rootOf(j)) root.set(rootOf(i), rootOf(j));
  }
  const members = new Map<number, number[]>();
  for (const k of kept) members.set(rootOf(k), [...(members.get(rootOf(k)) ?? []), k]);
  const pieces: PicturePiece[] = [];
  const box = boxesOf(fine, found);
  for (const all of members.values()) {
    const area = all.reduce((s, k) => s + found.parts[k - 1].area, 0) * pxMm2;
    if (area < PIECE_MM2) specks++;
    else {
      const through = all.some((k) => found.parts[k - 1].winds > 0);
      pieces.push({ ...cutOut(fine, from, found, all, box, cut), ...(through ? { through } : {}) });
    }
  }
  const doubt = net
    ? 'what is drawn on it hangs together as a net, from side to side both ways'
    : most > LARGEST
      ? 'one piece covers more than a third of it'
      : pieces.length > MOST
        ? `it has more than ${MOST} pieces`
        : pieces.length === 0 && specks > 0
          ? 'it is specks alone'
          : !from.alpha && pieces.length > 0 && sharpness(from, mask, torus) < SHARP
            ? 'its shapes have no edges to tell, as in a photograph or a wash'
            : null;
  return { pieces, scale, ground, specks, doubt };
}

/** A valley is less than this share as far from the ground as both its sides. */
const VALLEY = 0.6;

/** Takes out of the mask what lies in a valley a pixel or two wide: ground between two pieces that nearly touch. */
function partValleys(off: Float32Array, mask: Uint8Array, torus: Torus) {
  const { width, height } = torus;
  const isValley = (p: number, back2: number, back: number, on: number, on2: number) =>
    off[p] < VALLEY * Math.min(Math.max(off[back], off[back2]), Math.max(off[on], off[on2]));
  const wide = [1, width, width + 1, width - 1];
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      if (!mask[p]) continue;
      const inside = x > 1 && y > 1 && x + 2 < width && y + 2 < height;
      for (let k = 0; k < 4 && mask[p]; k++) {
        const w = wide[k];
        if (inside) {
          if (isValley(p, p - 2 * w, p - w, p + w, p + 2 * w)) mask[p] = 0;
          continue;
        }
        const [dx, dy] = [k === 1 ? 0 : k === 3 ? -1 : 1, k ? 1 : 0];
        const at = (n: number) => torusIndex(torus, x + n * dx, y + n * dy);
        if (isValley(p, at(-2), at(-1), at(1), at(2))) mask[p] = 0;
      }
    }
  }
}

/** Takes the lines along which pieces are cut out of the mask; gives back the pixels that were on them. */
function cutAlong(
  cuts: PieceMarks['cuts'],
  { torus, scale }: TorusPicture,
  mask: Uint8Array,
): Uint8Array | null {
  if (!cuts.length) return null;
  const cut = new Uint8Array(mask.length);
  for (const line of cuts) {
    for (const [n, b] of line.slice(1).entries()) {
      const a = line[n];
      const [dx, dy] = [(b.x - a.x) * scale.x, (b.y - a.y) * scale.y];
      const steps = Math.max(1, Math.ceil(Math.max(Math.abs(dx), Math.abs(dy)) * 2));
      for (let k = 0; k <= steps; k++) {
        const [x, y] = [a.x * scale.x + (dx * k) / steps, a.y * scale.y + (dy * k) / steps];
        for (const [ox, oy] of [
          [0, 0],
          [1, 0],
          [0, 1],
          [1, 1],
        ]) {
          const p = torusIndex(torus, Math.floor(x - 0.5) + ox, Math.floor(y - 0.5) + oy);
          if (mask[p]) cut[p] = 1;
          mask[p] = 0;
        }
      }
    }
  }
  return cut;
}

/** The piece at a pixel, or the nearest to it within a few px; 0 for none. */
function nearestLabel(
  labels: Int32Array,
  torus: Torus,
  p: number,
  suits: (label: number) => boolean,
): number {
  const [x, y] = [p % torus.width, Math.floor(p / torus.width)];
  for (let r = 0; r < 12; r++) {
    for (let dy = -r; dy <= r; dy++) {
      for (let dx = -r; dx <= r; dx += Math.abs(dy) === r ? 1 : 2 * r || 1) {
        const label = labels[torusIndex(torus, x + dx, y + dy)];
        if (label && suits(label)) return label;
      }
    }
  }
  return 0;
}

/** Joins bits to the pieces that they lie close to: by how near the shares of the ground are that each has. */
function joinCrumbs(
  labels: Int32Array,
  areas: number[],
  kept: number[],
  torus: Torus,
  scale: { x: number; y: number },
  root: Map<number, number>,
  rootOf: (k: number) => number,
) {
  if (kept.length < 2 || kept.length > MOST) return;
  const number = new Int16Array(areas.length + 1).fill(-1);
  for (const [n, k] of kept.entries()) number[k] = n;
  const { room, near } = roomOnTorus(
    Int16Array.from(labels, (l) => (l ? number[l] : -1)),
    torus,
  );
  const { width, height } = torus;
  const reach = CRUMB.mm * scale.x;
  const gaps = new Map<number, number>();
  const meet = (p: number, q: number) => {
    if (near[p] === near[q]) return;
    const gap = room[p] + room[q];
    if (gap > reach) return;
    const key = Math.min(near[p], near[q]) * 4096 + Math.max(near[p], near[q]);
    if (gap < (gaps.get(key) ?? Number.POSITIVE_INFINITY)) gaps.set(key, gap);
  };
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      if (room[p] > reach) continue;
      meet(p, x + 1 < width ? p + 1 : torusIndex(torus, x + 1, y));
      meet(p, y + 1 < height ? p + width : torusIndex(torus, x, y + 1));
    }
  }
  const bar = CRUMB.ofMiddle * middleArea(kept.map((k) => areas[k - 1]));
  for (const [key] of [...gaps].sort((a, b) => a[1] - b[1])) {
    const [a, b] = [kept[Math.floor(key / 4096)], kept[key % 4096]];
    const [small, large] = areas[a - 1] < areas[b - 1] ? [a, b] : [b, a];
    const [s, l] = [areas[small - 1], areas[large - 1]];
    if (s >= bar || rootOf(small) === rootOf(large)) continue;
    // Bits alike in size, as strokes of one mark are, go together too.
    if (s < CRUMB.share * l) {
      if (rootOf(small) === small) root.set(small, rootOf(large));
    } else if (l < bar) root.set(rootOf(small), rootOf(large));
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

type Box = { x0: number; y0: number; x1: number; y1: number };

/** Where each area lies on the plane, px. */
function boxesOf({ torus }: TorusPicture, found: ReturnType<typeof partsOnTorus>): Box[] {
  const boxes = found.parts.map(() => ({ x0: 1e9, y0: 1e9, x1: -1e9, y1: -1e9 }));
  for (let p = 0; p < found.labels.length; p++) {
    const box = boxes[found.labels[p] - 1];
    if (!box) continue;
    const { x, y } = onPlane(torus, found, p);
    if (x < box.x0) box.x0 = x;
    if (x > box.x1) box.x1 = x;
    if (y < box.y0) box.y0 = y;
    if (y > box.y1) box.y1 = y;
  }
  return boxes;
}

/** By how much to move a box so that it lies nearest to another: whole periods of the torus. */
function beside({ width, height, step }: Torus, box: Box, other: Box): { x: number; y: number } {
  const middle = (b: Box) => ({ x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 });
  const [m, o] = [middle(box), middle(other)];
  let best = { x: 0, y: 0 };
  let least = Number.POSITIVE_INFINITY;
  const i0 = Math.round((o.x - m.x) / width);
  for (let i = i0 - 1; i <= i0 + 1; i++) {
    const j = Math.round((o.y - m.y - i * step) / height);
    const move = { x: i * width, y: i * step + j * height };
    const far = Math.hypot(m.x + move.x - o.x, m.y + move.y - o.y);
    if (far < least) [best, least] = [move, far];
  }
  return best;
}

/** Cuts a piece out: opaque inside, at its rim by how far it is from the ground, against what lies further in. */
function cutOut(
  { torus, data, scale }: TorusPicture,
  { off, strong, alpha }: Off,
  found: ReturnType<typeof partsOnTorus>,
  all: number[],
  boxes: Box[],
  cut: Uint8Array | null,
): PicturePiece {
  const largest = [...all].sort((a, b) => found.parts[b - 1].area - found.parts[a - 1].area)[0];
  const moves = new Map(all.map((k) => [k, beside(torus, boxes[k - 1], boxes[largest - 1])]));
  let [x0, y0, x1, y1] = [1e9, 1e9, -1e9, -1e9];
  for (const [k, m] of moves) {
    const b = boxes[k - 1];
    x0 = Math.min(x0, b.x0 + m.x - 2);
    y0 = Math.min(y0, b.y0 + m.y - 2);
    x1 = Math.max(x1, b.x1 + m.x + 3);
    y1 = Math.max(y1, b.y1 + m.y + 3);
  }
  const [width, height] = [x1 - x0, y1 - y0];
  const isOurs = new Uint8Array(width * height);
  const at = new Int32Array(width * height);
  for (let y = 0, o = 0; y < height; y++)
    for (let x = 0; x < width; x++, o++) {
      const p = torusIndex(torus, x0 + x, y0 + y);
      at[o] = p;
      const label = found.labels[p];
      const move = label ? moves.get(label) : undefined;
      if (!move) continue;
      const on = onPlane(torus, found, p);
      if (on.x + move.x === x0 + x && on.y + move.y === y0 + y) isOurs[o] = 1;
    }
  const raster: Raster = { width, height, data: new Uint8ClampedArray(width * height * 4) };
  let area = 0;
  for (let y = 1, o = width + 1; y < height - 1; y++, o += 2)
    for (let x = 1; x < width - 1; x++, o++) {
      // A pixel beside the piece may be covered by it in part.
      let [inside, core, rim] = [isOurs[o], 0, !isOurs[o]];
      for (let d = 0; d < 9; d++) {
        const q = o + (Math.floor(d / 3) - 1) * width + (d % 3) - 1;
        inside |= isOurs[q];
        if (!isOurs[q]) rim = true;
      }
      if (!inside) continue;
      for (let d = 0; rim && d < 25; d++) {
        const [px, py] = [x + (d % 5) - 2, y + Math.floor(d / 5) - 2];
        if (px < 0 || py < 0 || px >= width || py >= height) continue;
        if (isOurs[py * width + px]) core = Math.max(core, off[at[py * width + px]]);
      }
      const p = at[o];
      if (found.labels[p] && !isOurs[o]) continue;
      const share = alpha ? alpha[p] : !rim || cut?.[p] ? 1 : Math.min(1, off[p] / Math.max(strong, core));
      if (share < 0.02) continue;
      area += share;
      for (let c = 0; c < 3; c++) raster.data[o * 4 + c] = data[p * 4 + c];
      raster.data[o * 4 + 3] = 255 * share;
    }
  return { raster, x: x0, y: y0, areaMm2: area / (scale.x * scale.y) };
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
