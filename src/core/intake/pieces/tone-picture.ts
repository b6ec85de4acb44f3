import { joinRuns, newRaster, type Raster, runsOf } from '../../raster';
import { evenLight } from '../page';
import type { ReadPage } from './split';

/** How many pixels of the evened page are how light: 64 steps from black to white. */
export function histogramOf({ page, tone }: ReadPage): number[] {
  const { data } = evenLight(page, tone);
  const out = new Array<number>(64).fill(0);
  for (let i = 0; i < data.length; i += 4)
    out[((2 * data[i] + 4 * data[i + 1] + 3 * data[i + 2]) / 9) >> 2]++;
  return out;
}

const GREY: [number, number, number] = [214, 138, 20];
const SPECK: [number, number, number] = [168, 50, 45];

/** Within 2 px of art paper and ink mix: that is no dirt. */
function besideArt(mask: Uint8Array, width: number, p: number): boolean {
  for (let dy = -2; dy <= 2; dy++) {
    for (let dx = -2; dx <= 2; dx++) if (mask[p + dy * width + dx]) return true;
  }
  return false;
}

/**
 * The evened page with what is dirty on it marked: ochre where paper is left grey (it goes with the paper, but
 * would show if it were kept), red where a mark is too large for dust and too small for a piece.
 * @returns the picture, the share of paper that is not clean white, and how many small marks there are.
 */
export function dirtOn(read: ReadPage, smallestPx: number): { picture: Raster; grey: number; marks: number } {
  const { page, tone, mask } = read;
  const { width, height } = page;
  const flat = evenLight(page, tone);
  const picture = newRaster(width, height);
  const small = new Uint8Array(mask.length);
  const runs = runsOf(mask, width, height);
  const { labels, count } = joinRuns(runs);
  const area = new Float64Array(count + 1);
  for (let i = 0; i < labels.length; i++) area[labels[i]] += runs.end[i] - runs.start[i];
  for (let y = 0; y < height; y++) {
    for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
      if (area[labels[i]] < smallestPx) small.fill(1, y * width + runs.start[i], y * width + runs.end[i]);
    }
  }
  let paper = 0;
  let grey = 0;
  for (let p = 0; p < mask.length; p++) {
    const i = p * 4;
    const light = (2 * flat.data[i] + 4 * flat.data[i + 1] + 3 * flat.data[i + 2]) / 9;
    let mark: [number, number, number] | null = null;
    if (small[p]) mark = SPECK;
    else if (!mask[p]) {
      paper++;
      if (light < 247 && !besideArt(mask, width, p)) {
        grey++;
        mark = GREY;
      }
    }
    for (let c = 0; c < 3; c++) picture.data[i + c] = mark ? mark[c] : 128 + flat.data[i + c] / 2;
    picture.data[i + 3] = 255;
  }
  let marks = 0;
  for (let l = 1; l <= count; l++) if (area[l] < smallestPx) marks++;
  return { picture, grey: paper ? grey / paper : 0, marks };
}
