/** Holds what was cut out of a scan against what was drawn on it. */
import { differenceCiede2000 } from 'culori';
import type { Piece } from '../../src/core';
import type { Known, Scan } from './make-scan';

export type ScanVerdict = {
  motifs: number;
  whole: number;
  /** Pieces that hold more than one motif. */
  merged: number;
  iou: number[];
  /** How far edges are on a dark ground from what was drawn, dE00. */
  edge: number[];
  /** How many of them are lighter than what was drawn by 3 dE00 or more: a pale rim. */
  pale: number;
  /** The same of fine lines, by their middles, on a dark and on a white ground, the worse of the two. */
  line: number[];
  /** Lost light: middles and areas of places where over 2 mm2 of the art are gone. */
  lost: { x: number; y: number; mm2: number; motif: number }[];
};

const DARK = [43, 29, 56];
const WHITE = [255, 255, 255];
const LOST_MM2 = 2;
const deltaE = differenceCiede2000();
const lightOf = ([r, g, b]: number[]) => 2 * r + 7 * g + b;
const rgb = (c: number[]) => ({ mode: 'rgb' as const, r: c[0] / 255, g: c[1] / 255, b: c[2] / 255 });

/** The alpha and colours of pieces in the box of a motif. */
function cutIn({ x, y, size }: Known, pieces: Piece[]): Float32Array {
  const out = new Float32Array(size * size * 4);
  for (const { art, x: ax, y: ay } of pieces) {
    for (let v = Math.max(0, ay - y); v < Math.min(size, ay + art.height - y); v++)
      for (let u = Math.max(0, ax - x); u < Math.min(size, ax + art.width - x); u++) {
        const i = ((v + y - ay) * art.width + u + x - ax) * 4;
        const o = (v * size + u) * 4;
        if (art.data[i + 3] > out[o + 3]) for (let k = 0; k < 4; k++) out[o + k] = art.data[i + k];
      }
  }
  return out;
}

/** Whether any of a piece lies in the box of a motif. */
const meets = ({ x, y, size }: Known, { art, x: ax, y: ay }: Piece) =>
  ax < x + size && ay < y + size && ax + art.width > x && ay + art.height > y;

const laid = (ground: number[], cut: Float32Array, p: number) =>
  ground.map((g, k) => g + ((cut[p * 4 + k] - g) * cut[p * 4 + 3]) / 255);
const drawn = (ground: number[], { cover, ink }: Known, p: number) =>
  ground.map((g, k) => g + (ink[p * 3 + k] - g) * cover[p]);

export function judgeScan({ motifs, ppi }: Scan, found: Piece[]): ScanVerdict {
  const v: ScanVerdict = {
    ...{ motifs: motifs.length, whole: 0, merged: 0, iou: [], edge: [], pale: 0, line: [], lost: [] },
  };
  const holds = found.map(() => 0);
  for (const [n, known] of motifs.entries()) {
    const { size, cover } = known;
    // Paper that is shut in is asked about: neither way is wrong.
    const outside = outsideOf(known);
    const isAsked = (p: number) =>
      !outside[p] && cover[p] < 0.98 && isNear(p, size, (q) => !outside[q] && cover[q] < 0.5);
    const of = found.map((piece) => {
      if (!meets(known, piece)) return 0;
      const cut = cutIn(known, [piece]);
      let both = 0;
      for (let p = 0; p < cover.length; p++) if (cover[p] >= 0.5 && cut[p * 4 + 3] >= 128) both++;
      return both;
    });
    const best = of.indexOf(Math.max(...of));
    const area = cover.reduce((s, a) => s + (a >= 0.5 ? 1 : 0), 0);
    for (const [k, both] of of.entries()) if (both > 0.02 * area) holds[k]++;
    const cut = cutIn(known, best < 0 ? [] : [found[best]]);
    let [both, either] = [0, 0];
    const gone = new Uint8Array(cover.length);
    for (let p = 0; p < cover.length; p++) {
      if (isAsked(p)) continue;
      const [is, was] = [cut[p * 4 + 3] >= 128, cover[p] >= 0.5];
      if (is && was) both++;
      if (is || was) either++;
      if (was && !is) gone[p] = 1;
    }
    if (of[best] > 0.97 * area) v.whole++;
    v.iou.push(both / either);
    v.lost.push(...lostIn(gone, known, ppi).map((l) => ({ ...l, motif: n })));
    for (let p = 0; p < cover.length; p++)
      if (cover[p] > 0.02 && cover[p] < 0.98 && !isAsked(p)) {
        const [seen, want] = [laid(DARK, cut, p), drawn(DARK, known, p)];
        const apart = deltaE(rgb(seen), rgb(want));
        v.edge.push(apart);
        if (apart >= 3 && lightOf(seen) > lightOf(want)) v.pale++;
      }
    for (const { points } of known.lines)
      for (const [x, y] of points) {
        const p = Math.floor(y - known.y) * size + Math.floor(x - known.x);
        v.line.push(
          Math.max(...[DARK, WHITE].map((g) => deltaE(rgb(laid(g, cut, p)), rgb(drawn(g, known, p))))),
        );
      }
  }
  v.merged = holds.filter((n) => n > 1).length;
  return v;
}

const isNear = (p: number, size: number, is: (q: number) => boolean): boolean => {
  for (let k = 0; k < 49; k++) if (is(p + (Math.floor(k / 7) - 3) * size + (k % 7) - 3)) return true;
  return false;
};

/** Paper from which the edge of the box can be reached. */
function outsideOf({ cover, size }: Known): Uint8Array {
  const out = new Uint8Array(cover.length);
  const stack = [0];
  out[0] = 1;
  while (stack.length) {
    const p = stack.pop() as number;
    const x = p % size;
    for (const q of [x > 0 ? p - 1 : p, x < size - 1 ? p + 1 : p, p - size, p + size]) {
      if (q < 0 || q >= out.length || out[q] || cover[q] >= 0.5) continue;
      out[q] = 1;
      stack.push(q);
    }
  }
  return out;
}

/** Joined places of a mask over so many mm2, less a pixel all round. */
function lostIn(gone: Uint8Array, { x, y, size }: Known, ppi: number) {
  const out: { x: number; y: number; mm2: number }[] = [];
  const seen = new Uint8Array(gone.length);
  for (let start = 0; start < gone.length; start++) {
    if (!gone[start] || seen[start]) continue;
    const stack = [start];
    seen[start] = 1;
    let [n, sx, sy] = [0, 0, 0];
    while (stack.length) {
      const p = stack.pop() as number;
      const inner = gone[p - 1] && gone[p + 1] && gone[p - size] && gone[p + size];
      if (inner) {
        n++;
        sx += p % size;
        sy += Math.floor(p / size);
      }
      for (const q of [p - 1, p + 1, p - size, p + size])
        if (gone[q] && !seen[q]) {
          seen[q] = 1;
          stack.push(q);
        }
    }
    const mm2 = n / (ppi / 25.4) ** 2;
    if (mm2 > LOST_MM2) out.push({ x: x + sx / n, y: y + sy / n, mm2 });
  }
  return out;
}
