/** How well the pieces of a drawing are told apart: each shape that was drawn against the piece that covers most of it. */
import { piecesOnTorus, type Raster, type TorusPicture } from '../../src/core';
import { COARSE_AREA, FINE_AREA } from '../../src/core/pieces/pieces-on-torus';
import type { Drawn } from './make-drawing';

export type Verdict = {
  shapes: number;
  /** Found as one piece of its own; joined with another; in several pieces; not there. */
  whole: number;
  merged: number;
  split: number;
  lost: number;
  /** Pieces that are no shape. */
  extra: number;
  ious: number[];
  doubt: string | null;
  ms: number;
};

/** The picture at about so many pixels: its means. */
export function pictureAt(raster: Raster, ppi: number): (area: number) => TorusPicture {
  return (area) => {
    const k = Math.min(1, Math.sqrt(area / (raster.width * raster.height)));
    const [width, height] = [Math.round(raster.width * k), Math.round(raster.height * k)];
    const data = new Uint8ClampedArray(width * height * 4);
    const sums = new Float64Array(width * height * 5);
    for (let y = 0; y < raster.height; y++) {
      const ty = Math.min(height - 1, Math.floor(((y + 0.5) * height) / raster.height));
      for (let x = 0; x < raster.width; x++) {
        const o = (ty * width + Math.min(width - 1, Math.floor(((x + 0.5) * width) / raster.width))) * 5;
        for (let c = 0; c < 4; c++) sums[o + c] += raster.data[(y * raster.width + x) * 4 + c];
        sums[o + 4]++;
      }
    }
    for (let p = 0; p < width * height; p++)
      for (let c = 0; c < 4; c++) data[p * 4 + c] = sums[p * 5 + c] / sums[p * 5 + 4];
    return {
      torus: { width, height, step: 0 },
      data,
      scale: { x: (width * ppi) / (raster.width * 25.4), y: (height * ppi) / (raster.height * 25.4) },
    };
  };
}

/** Judges the pieces that are told apart on a drawing, in its own pixels. */
export function judgePieces({ picture, ppi, shapes }: Drawn): Verdict {
  const made = [COARSE_AREA, FINE_AREA].map(pictureAt(picture, ppi));
  const at = (area: number) => made[area === COARSE_AREA ? 0 : 1];
  const begun = performance.now();
  const read = piecesOnTorus(at);
  const ms = performance.now() - begun;
  const { width, height } = picture;
  const size = width * height;
  const owner = new Int16Array(size);
  const share = new Float32Array(size);
  const areas: number[] = [0];
  const kx = (read.scale.x * 25.4) / ppi;
  const ky = (read.scale.y * 25.4) / ppi;
  for (const [n, piece] of read.pieces.entries()) {
    let area = 0;
    const [x0, y0] = [Math.floor(piece.x / kx), Math.floor(piece.y / ky)];
    const [x1, y1] = [(piece.x + piece.raster.width) / kx, (piece.y + piece.raster.height) / ky];
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) {
        // Between the middles of its pixels.
        const [u, v] = [(x + 0.5) * kx - piece.x - 0.5, (y + 0.5) * ky - piece.y - 0.5];
        const [i, j] = [Math.floor(u), Math.floor(v)];
        let a = 0;
        for (let k = 0; k < 4; k++) {
          const [px, py] = [i + (k & 1), j + (k >> 1)];
          if (px < 0 || py < 0 || px >= piece.raster.width || py >= piece.raster.height) continue;
          a +=
            piece.raster.data[(py * piece.raster.width + px) * 4 + 3] *
            (k & 1 ? u - i : 1 - (u - i)) *
            (k >> 1 ? v - j : 1 - (v - j));
        }
        if (a < 128) continue;
        const p = (((y % height) + height) % height) * width + (((x % width) + width) % width);
        owner[p] = n + 1;
        share[p] = a;
        area++;
      }
    areas.push(area);
  }
  const verdict: Verdict = {
    ...{ shapes: shapes.length, whole: 0, merged: 0, split: 0, lost: 0, extra: 0 },
    ...{ ious: [], doubt: read.doubt, ms },
  };
  const taken = new Map<number, number>();
  for (const { at: middle, alpha } of shapes) {
    const hits = new Map<number, number>();
    let area = 0;
    const half = (alpha.width - 1) / 2;
    for (let y = 0; y < alpha.height; y++)
      for (let x = 0; x < alpha.width; x++) {
        if (alpha.data[(y * alpha.width + x) * 4 + 3] < 128) continue;
        area++;
        const [px, py] = [middle.x + x - half, middle.y + y - half];
        const p = (((py % height) + height) % height) * width + (((px % width) + width) % width);
        if (owner[p]) hits.set(owner[p], (hits.get(owner[p]) ?? 0) + 1);
      }
    const order = [...hits].sort((a, b) => b[1] - a[1]);
    const [best] = order;
    if (!best || best[1] < 0.3 * area) {
      verdict.lost++;
      continue;
    }
    if (order.filter(([, n]) => n > 0.06 * area).length > 1) verdict.split++;
    else if (taken.has(best[0])) verdict.merged++;
    else verdict.whole++;
    taken.set(best[0], (taken.get(best[0]) ?? 0) + 1);
    verdict.ious.push(best[1] / (area + areas[best[0]] - best[1]));
  }
  verdict.extra = read.pieces.length - taken.size;
  return verdict;
}
