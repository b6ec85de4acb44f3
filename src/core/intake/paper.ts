import type { Raster } from '../raster';

/** The paper's colour over the page: per channel, a second-order surface in u, v of -1 to 1. */
export type Paper = { coef: [number[], number[], number[]] };

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

type Tile = { u: number; v: number; rgb: [number, number, number]; light: number };

function fitSurface(tiles: Tile[]): Paper {
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
  return { coef: coef as Paper['coef'] };
}

const at = (coef: number[], u: number, v: number) => basis(u, v).reduce((s, b, i) => s + b * coef[i], 0);

/**
 * Estimates the paper under the art: the light end of each of 24 x 24 tiles, fitted by a smooth surface,
 * again and again without the tiles that lie below it (those are full of art). Colours 0 to 255.
 */
export function estimatePaper(raster: Raster): Paper {
  const { width, height, data } = raster;
  const tiles: Tile[] = [];
  for (let ty = 0; ty < TILES; ty++) {
    for (let tx = 0; tx < TILES; tx++) {
      const x0 = Math.floor((tx * width) / TILES);
      const x1 = Math.max(x0 + 1, Math.floor(((tx + 1) * width) / TILES));
      const y0 = Math.floor((ty * height) / TILES);
      const y1 = Math.max(y0 + 1, Math.floor(((ty + 1) * height) / TILES));
      const step = Math.max(1, Math.floor(Math.sqrt(((x1 - x0) * (y1 - y0)) / 400)));
      const seen: [number, number, number, number][] = [];
      for (let y = y0; y < y1; y += step) {
        for (let x = x0; x < x1; x += step) {
          const i = (y * width + x) * 4;
          if (data[i + 3] < 128) continue;
          const [r, g, b] = [data[i], data[i + 1], data[i + 2]];
          seen.push([2 * r + 4 * g + 3 * b, r, g, b]);
        }
      }
      if (!seen.length) continue;
      seen.sort((p, q) => p[0] - q[0]);
      const light = seen.slice(Math.floor(seen.length * 0.6), Math.max(1, Math.ceil(seen.length * 0.95)));
      const pick = light.length ? light : seen;
      const mean = (c: number) => pick.reduce((s, p) => s + p[c], 0) / pick.length;
      const rgb: Tile['rgb'] = [mean(1), mean(2), mean(3)];
      tiles.push({
        u: (2 * (tx + 0.5)) / TILES - 1,
        v: (2 * (ty + 0.5)) / TILES - 1,
        rgb,
        light: (2 * rgb[0] + 4 * rgb[1] + 3 * rgb[2]) / 9,
      });
    }
  }
  if (!tiles.length) return { coef: [[255], [255], [255]] };
  const sorted = [...tiles].sort((p, q) => q.light - p.light);
  const bar = sorted[Math.floor(sorted.length * 0.25)].light - 40;
  let kept = tiles.filter((t) => t.light >= bar);
  let paper = fitSurface(kept);
  for (let pass = 0; pass < 4; pass++) {
    const next = kept.filter((t) => {
      const [r, g, b] = paper.coef.map((c) => at(c, t.u, t.v));
      return t.light > (2 * r + 4 * g + 3 * b) / 9 - 5;
    });
    if (next.length < 12 || next.length === kept.length) break;
    kept = next;
    paper = fitSurface(kept);
  }
  return paper;
}

/**
 * Evens out the light: each pixel divided by the paper's colour there, so that paper comes out white.
 * A new raster; the source is left as it was.
 */
export function flattenPaper(raster: Raster, paper: Paper): Raster {
  const { width, height, data } = raster;
  const out = new Uint8ClampedArray(data.length);
  const [cr, cg, cb] = paper.coef.map((c) => [...c, 0, 0, 0, 0, 0].slice(0, 6));
  for (let y = 0; y < height; y++) {
    const v = (2 * (y + 0.5)) / height - 1;
    const row = [cr, cg, cb].map((c) => ({
      k0: c[0] + c[2] * v + c[5] * v * v,
      k1: c[1] + c[4] * v,
      k2: c[3],
    }));
    const gain = [0, 0, 0];
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4;
      if ((x & 15) === 0) {
        // The surface is smooth: one gain for sixteen pixels is well under a level off.
        const u = (2 * (x + 8)) / width - 1;
        for (let c = 0; c < 3; c++) {
          gain[c] = 255 / Math.max(24, row[c].k0 + u * (row[c].k1 + u * row[c].k2));
        }
      }
      out[i] = data[i] * gain[0];
      out[i + 1] = data[i + 1] * gain[1];
      out[i + 2] = data[i + 2] * gain[2];
      out[i + 3] = data[i + 3];
    }
  }
  return { width, height, data: out };
}
