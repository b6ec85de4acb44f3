import { differenceCiede2000 } from 'culori';
import type { Piece } from '../../src/core';
import type { Painted, Truth } from './make-page';

/** Of the pieces drawn: how many were found whole and alone, and how far their colours are from what was drawn, dE00. */
export type Verdict = { pieces: number; whole: number; colour: number[]; found: number };

const deltaE = differenceCiede2000();
const colour = (d: Uint8ClampedArray, i: number) => ({
  ...{ mode: 'rgb' as const, r: d[i] / 255, g: d[i + 1] / 255, b: d[i + 2] / 255 },
});
/** A piece is whole when it and what was drawn share so much of what either has. */
const WHOLE = 0.93;

/** Mean colour over 5 x 5 px: grain is not the art's colour. */
function meanAt(art: Truth['art'], x: number, y: number): Uint8ClampedArray | null {
  const sum = [0, 0, 0];
  for (let dy = -2; dy <= 2; dy++) {
    for (let dx = -2; dx <= 2; dx++) {
      const [px, py] = [x + dx, y + dy];
      if (px < 0 || py < 0 || px >= art.width || py >= art.height) return null;
      const i = (py * art.width + px) * 4;
      if (art.data[i + 3] < 250) return null;
      for (let c = 0; c < 3; c++) sum[c] += art.data[i + c] / 25;
    }
  }
  return new Uint8ClampedArray(sum);
}

export function judge({ truths }: Painted, found: Piece[]): Verdict {
  const out: Verdict = { pieces: truths.length, whole: 0, colour: [], found: found.length };
  for (const truth of truths) {
    let best = 0;
    let piece: Piece | undefined;
    for (const f of found) {
      let [both, either] = [0, 0];
      const x0 = Math.min(f.x, truth.x);
      const y0 = Math.min(f.y, truth.y);
      const x1 = Math.max(f.x + f.art.width, truth.x + truth.art.width);
      const y1 = Math.max(f.y + f.art.height, truth.y + truth.art.height);
      const alpha = ({ x, y, art }: Truth, px: number, py: number) =>
        px < x || py < y || px >= x + art.width || py >= y + art.height
          ? 0
          : art.data[((py - y) * art.width + px - x) * 4 + 3];
      for (let y = y0; y < y1; y++) {
        for (let x = x0; x < x1; x++) {
          const [a, b] = [alpha(truth, x, y) >= 128, alpha(f, x, y) >= 128];
          if (a && b) both++;
          if (a || b) either++;
        }
      }
      if (both / Math.max(1, either) > best) {
        best = both / either;
        piece = f;
      }
    }
    if (!piece || best < WHOLE) continue;
    out.whole++;
    let [sum, n] = [0, 0];
    for (let y = 0; y < truth.art.height; y += 3) {
      for (let x = 0; x < truth.art.width; x += 3) {
        const want = meanAt(truth.art, x, y);
        const is = want && meanAt(piece.art, x + truth.x - piece.x, y + truth.y - piece.y);
        if (!want || !is) continue;
        sum += deltaE(colour(want, 0), colour(is, 0));
        n++;
      }
    }
    if (n) out.colour.push(sum / n);
  }
  return out;
}
