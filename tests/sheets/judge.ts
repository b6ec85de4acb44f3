import { differenceCiede2000 } from 'culori';
import type { Piece } from '../../src/core';
import type { Sheet, Truth } from './make-sheet';

export type Verdict = { pieces: number; whole: number; merged: number; iou: number[]; edge: number[] };

const DARK = [43, 29, 56];
const deltaE = differenceCiede2000();
const rgb = (c: number[]) => ({ mode: 'rgb' as const, r: c[0] / 255, g: c[1] / 255, b: c[2] / 255 });

/** Paper shut in by a piece stays with it (the rings): the truth filled, as intake keeps it. */
function filled({ alpha, width, height }: Truth): Uint8Array {
  const out = new Uint8Array(alpha.length).fill(1);
  const stack = [0];
  while (stack.length) {
    const p = stack.pop() as number;
    if (!out[p] || alpha[p] >= 0.5) continue;
    out[p] = 0;
    const x = p % width;
    if (x > 0) stack.push(p - 1);
    if (x < width - 1) stack.push(p + 1);
    if (p >= width) stack.push(p - width);
    if (p < width * (height - 1)) stack.push(p + width);
  }
  return out;
}

/** Holds the pieces that were cut against what was drawn: found whole, merged, overlap, fringe in dE00 on dark. */
export function judge(sheet: Sheet, found: Piece[]): Verdict {
  const verdict: Verdict = { pieces: sheet.truths.length, whole: 0, merged: 0, iou: [], edge: [] };
  const owners = found.map(() => 0);
  for (const truth of sheet.truths) {
    const mask = filled(truth);
    const area = mask.reduce((s, v) => s + v, 0);
    const overlaps = found.map((piece) => overlap(truth, mask, piece));
    const best = overlaps.indexOf(Math.max(...overlaps));
    overlaps.forEach((o, i) => {
      if (o > area * 0.02) owners[i]++;
    });
    const { art, x, y } = found[best];
    let own = 0;
    for (let i = 3; i < art.data.length; i += 4) if (art.data[i] >= 128) own++;
    if (overlaps[best] >= area * 0.97 && own < area * 1.5) verdict.whole++;
    verdict.iou.push(overlaps[best] / (area + own - overlaps[best]));
    for (let q = 0; q < mask.length; q++) {
      const a = truth.alpha[q];
      if (a <= 0.02 || a >= 0.98 || (mask[q] && inside(truth, mask, q))) continue;
      const px = truth.x + (q % truth.width) - x;
      const py = truth.y + Math.floor(q / truth.width) - y;
      const there = px >= 0 && py >= 0 && px < art.width && py < art.height;
      const i = (py * art.width + px) * 4;
      const share = there ? art.data[i + 3] / 255 : 0;
      const seen = DARK.map((d, k) => d + ((there ? art.data[i + k] : 0) - d) * share);
      const want = DARK.map((d, k) => d + (truth.ink[q * 3 + k] - d) * a);
      verdict.edge.push(deltaE(rgb(seen), rgb(want)));
    }
  }
  verdict.merged = owners.filter((n) => n > 1).length;
  return verdict;
}

/** Edge pixels towards paper that was shut in are no edge of the cut. */
function inside({ width, alpha }: Truth, mask: Uint8Array, q: number): boolean {
  for (let dy = -4; dy <= 4; dy++) {
    for (let dx = -4; dx <= 4; dx++) {
      const p = q + dy * width + dx;
      if (p >= 0 && p < mask.length && !mask[p]) return false;
    }
  }
  return alpha[q] < 0.98;
}

function overlap(truth: Truth, mask: Uint8Array, { x, y, art }: Piece): number {
  let n = 0;
  const x0 = Math.max(0, x - truth.x);
  const y0 = Math.max(0, y - truth.y);
  const x1 = Math.min(truth.width, x + art.width - truth.x);
  const y1 = Math.min(truth.height, y + art.height - truth.y);
  for (let ty = y0; ty < y1; ty++) {
    for (let tx = x0; tx < x1; tx++) {
      const i = ((truth.y + ty - y) * art.width + truth.x + tx - x) * 4 + 3;
      if (mask[ty * truth.width + tx] && art.data[i] >= 128) n++;
    }
  }
  return n;
}
