import type { Raster } from '../../raster';
import { ArgumentError } from '../../units';

/**
 * The paper's colour over the page: per channel a second-order surface in u, v of -1 to 1, and what the paper
 * shows beyond it on a grid of 24 x 24 tiles (0 where there is no bare paper to see).
 */
export type Paper = { coef: [number[], number[], number[]]; rest: Float32Array };

const TILES = 24;
const basis = (u: number, v: number) => [1, u, v, u * u, u * v, v * v];

/** Solves the 6 x 6 normal equations by elimination with pivoting. */
function solve(m: number[][], y: number[]): number[] {
  const n = y.length;
  const a = m.map((row, i) => [...row, y[i]]);
  for (let c = 0; c < n; c++) {
    let best = c;
    for (let r = c + 1; r < n; r++) if (Math.abs(a[r][c]) > Math.abs(a[best][c])) best = r;
    [a[c], a[best]] = [a[best], a[c]];
    for (let r = 0; r < n; r++) {
      if (r === c || a[c][c] === 0) continue;
      const k = a[r][c] / a[c][c];
      for (let j = c; j <= n; j++) a[r][j] -= k * a[c][j];
    }
  }
  return a.map((row, i) => (row[i] ? row[n] / row[i] : 0));
}

type Tile = { at: number; u: number; v: number; rgb: [number, number, number]; light: number };

const lightOf = ([r, g, b]: number[]) => (2 * r + 4 * g + 3 * b) / 9;

function fitSurface(tiles: Tile[]): Paper['coef'] {
  const coef = [0, 1, 2].map((c) => {
    const m = Array.from({ length: 6 }, () => new Array<number>(6).fill(0));
    const y = new Array<number>(6).fill(0);
    for (const t of tiles) {
      const b = basis(t.u, t.v);
      for (let i = 0; i < 6; i++) {
        y[i] += b[i] * t.rgb[c];
        for (let j = 0; j < 6; j++) m[i][j] += b[i] * b[j];
      }
    }
    for (let i = 1; i < 6; i++) m[i][i] += 0.5;
    return solve(m, y);
  });
  return coef as Paper['coef'];
}

const at = (coef: number[], u: number, v: number) => basis(u, v).reduce((s, b, i) => s + b * coef[i], 0);

/**
 * Estimates the paper under the art: the light end of each of 24 x 24 tiles, fitted by a smooth surface,
 * again and again without the tiles that lie below it (those are full of art); then what the bare tiles show
 * beyond the surface, spread over their neighbours. Colours 0 to 255.
 */
export function estimatePaper(raster: Raster): Paper {
  const tiles = lightTiles(raster);
  if (!tiles.length) return WHITE_PAPER;
  const sorted = [...tiles].sort((p, q) => q.light - p.light);
  const bar = sorted[Math.floor(sorted.length * 0.25)].light - 40;
  let kept = tiles.filter((t) => t.light >= bar);
  let coef = fitSurface(kept);
  for (let pass = 0; pass < 4; pass++) {
    const next = kept.filter((t) => t.light > lightOf(coef.map((c) => at(c, t.u, t.v))) - 5);
    if (next.length < 12 || next.length === kept.length) break;
    kept = next;
    coef = fitSurface(kept);
  }
  return { coef, rest: restOf(tiles, coef) };
}

/** The mean colour of the light end of each tile that shows anything. */
function lightTiles({ width, height, data }: Raster): Tile[] {
  const tiles: Tile[] = [];
  for (let ty = 0; ty < TILES; ty++) {
    for (let tx = 0; tx < TILES; tx++) {
      const x0 = Math.floor((tx * width) / TILES);
      const x1 = Math.max(x0 + 1, Math.floor(((tx + 1) * width) / TILES));
      const y0 = Math.floor((ty * height) / TILES);
      const y1 = Math.max(y0 + 1, Math.floor(((ty + 1) * height) / TILES));
      const step = Math.max(1, Math.floor(Math.sqrt(((x1 - x0) * (y1 - y0)) / 400)));
      // One number holds a pixel's lightness and, below it, its colour: numbers sort fast.
      const seen = new Float64Array(Math.ceil((x1 - x0) / step) * Math.ceil((y1 - y0) / step));
      let n = 0;
      for (let y = y0; y < y1; y += step) {
        for (let x = x0; x < x1; x += step) {
          const i = (y * width + x) * 4;
          if (data[i + 3] < 128) continue;
          const [r, g, b] = [data[i], data[i + 1], data[i + 2]];
          seen[n++] = (2 * r + 4 * g + 3 * b) * 2 ** 24 + ((r << 16) | (g << 8) | b);
        }
      }
      if (!n) continue;
      const sorted = seen.subarray(0, n).sort();
      const from = Math.min(n - 1, Math.floor(n * 0.6));
      const pick = sorted.subarray(from, Math.max(from + 1, Math.ceil(n * 0.95)));
      const rgb: Tile['rgb'] = [0, 0, 0];
      for (const key of pick) {
        const colour = key % 2 ** 24;
        rgb[0] += (colour >> 16) / pick.length;
        rgb[1] += ((colour >> 8) & 255) / pick.length;
        rgb[2] += (colour & 255) / pick.length;
      }
      const [u, v] = [(2 * (tx + 0.5)) / TILES - 1, (2 * (ty + 0.5)) / TILES - 1];
      tiles.push({ at: ty * TILES + tx, u, v, rgb, light: lightOf(rgb) });
    }
  }
  return tiles;
}

/** What bare tiles differ from the surface (up to 6 levels: more is art), smoothed over neighbours. */
function restOf(tiles: Tile[], coef: Paper['coef']): Float32Array {
  let now = new Float32Array(TILES * TILES * 4);
  for (const t of tiles) {
    const off = t.rgb.map((v, c) => v - at(coef[c], t.u, t.v));
    if (Math.abs(lightOf(off)) > 6) continue;
    now.set([...off, 1], t.at * 4);
  }
  for (let pass = 0; pass < 2; pass++) {
    const next = new Float32Array(now.length);
    for (let y = 0; y < TILES; y++) {
      for (let x = 0; x < TILES; x++) {
        for (let qy = Math.max(0, y - 1); qy <= Math.min(TILES - 1, y + 1); qy++) {
          for (let qx = Math.max(0, x - 1); qx <= Math.min(TILES - 1, x + 1); qx++) {
            for (let c = 0; c < 4; c++) next[(y * TILES + x) * 4 + c] += now[(qy * TILES + qx) * 4 + c] / 9;
          }
        }
      }
    }
    now = next;
  }
  // Weight is smoothed along: where little paper is seen the rest fades to the surface.
  const rest = new Float32Array(TILES * TILES * 3);
  for (let i = 0; i < TILES * TILES; i++) {
    for (let c = 0; c < 3; c++) rest[i * 3 + c] = now[i * 4 + c] / Math.max(0.25, now[i * 4 + 3]);
  }
  return rest;
}

/** One channel of the paper along a row (v of -1 to 1), as a function of u. */
function paperAlong({ coef, rest }: Paper, c: number, v: number): (u: number) => number {
  const k = coef[c].concat(0, 0, 0, 0, 0);
  const [k0, k1, k2] = [k[0] + k[2] * v + k[5] * v * v, k[1] + k[4] * v, k[3]];
  const inGrid = (w: number) => Math.min(TILES - 1.001, Math.max(0, ((w + 1) / 2) * TILES - 0.5));
  const gy = inGrid(v);
  const iy = Math.floor(gy);
  const line = Float64Array.from({ length: TILES }, (_, x) => {
    const [top, low] = [rest[(iy * TILES + x) * 3 + c], rest[((iy + 1) * TILES + x) * 3 + c]];
    return top + (low - top) * (gy - iy);
  });
  return (u) => {
    const gx = inGrid(u);
    const ix = Math.floor(gx);
    return k0 + u * (k1 + u * k2) + line[ix] + (line[ix + 1] - line[ix]) * (gx - ix);
  };
}

/** What a picture has that came without paper. */
export const WHITE_PAPER: Paper = { coef: [[255], [255], [255]], rest: new Float32Array(TILES * TILES * 3) };

/** True when what was taken for paper is dark: the page is inked all over. */
export const paperIsDark = (paper: Paper) => paper.coef.every((c) => c[0] < 90);

/**
 * The evened picture is `gain * value - less`, where a block of 16 x 8 px shares a gain: the paper is smooth,
 * so this is well under a level off. Three gains (R, G, B) for each block, blocks by rows.
 */
export type Tone = { gain: Float32Array; across: number; less: number };
export const BLOCK = { width: 16, height: 8 } as const;

/**
 * How the pixels of a page are evened: the paper at each place becomes white, then the white and the black
 * point (percent) are drawn apart to full white and full black.
 * @throws ArgumentError when the black point is not below the white point.
 */
export function toneOf(
  size: { width: number; height: number },
  paper: Paper,
  { evenLight, white, black }: { evenLight: boolean; white: number; black: number },
): Tone {
  if (!(white - black >= 5))
    throw new ArgumentError('The black point must lie at least 5 % below the white point.');
  const { width, height } = size;
  const across = Math.ceil(width / BLOCK.width);
  const down = Math.ceil(height / BLOCK.height);
  const gain = new Float32Array(across * down * 3);
  const k = 100 / (white - black);
  for (let c = 0; c < 3; c++) {
    const even = paperAlong(paper, c, 0)(0);
    for (let by = 0; by < down; by++) {
      const at = paperAlong(paper, c, (2 * (by + 0.5) * BLOCK.height) / height - 1);
      for (let bx = 0; bx < across; bx++) {
        const light = evenLight ? at((2 * (bx + 0.5) * BLOCK.width) / width - 1) : even;
        gain[(by * across + bx) * 3 + c] = (k * 255) / Math.max(24, light);
      }
    }
  }
  return { gain, across, less: k * 2.55 * black };
}

/** Leaves every pixel as it is. */
export function asItIs({ width, height }: { width: number; height: number }): Tone {
  const across = Math.ceil(width / BLOCK.width);
  const gain = new Float32Array(across * Math.ceil(height / BLOCK.height) * 3).fill(1);
  return { gain, across, less: 0 };
}

/**
 * Part of a page with its light evened: a new raster of the box, the source left as it was.
 * @param box px; must lie inside the page.
 */
export function evenLight(
  page: Raster,
  tone: Tone,
  box: { x: number; y: number; width: number; height: number } = { x: 0, y: 0, ...page },
): Raster {
  const out = new Uint8ClampedArray(box.width * box.height * 4);
  const { data } = page;
  const { gain, across, less } = tone;
  for (let y = 0; y < box.height; y++) {
    const py = box.y + y;
    const blocks = Math.floor(py / BLOCK.height) * across;
    let i = (py * page.width + box.x) * 4;
    let o = y * box.width * 4;
    for (let x = box.x; x < box.x + box.width; ) {
      const g = (blocks + (x >> 4)) * 3;
      const [gr, gg, gb] = [gain[g], gain[g + 1], gain[g + 2]];
      const stop = Math.min(box.x + box.width, ((x >> 4) + 1) << 4);
      for (; x < stop; x++, i += 4, o += 4) {
        out[o] = data[i] * gr - less;
        out[o + 1] = data[i + 1] * gg - less;
        out[o + 2] = data[i + 2] * gb - less;
        out[o + 3] = data[i + 3];
      }
    }
  }
  return { width: box.width, height: box.height, data: out };
}
