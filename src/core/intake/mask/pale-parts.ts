import type { Raster } from '../../raster';
import { mmToPx } from '../../units';
import { BLOCK, type Tone } from '../page';

/** Pale parts are looked at in cells so wide, mm; the paper's own noise in areas of so many cells each way. */
const CELL_MM = 0.25;
const AREA = 11;
/** A cell is of the art that surely is from this share of its pixels on. */
const SURE = 0.2;
/** Pale is so many times what the paper's cells differ among themselves, and so many levels at the least, from its colour. */
const TIMES = 7;
const LEAST = 3.2;
/** Paper is no farther from white than this once it is evened, levels: what is, is covered. */
const EVEN = 3;
/** A pale part belongs to art of which so much surely is, mm2, and that is not this many times smaller. */
const SURE_MM2 = 0.06;
const LARGER = 40;

type Cells = { px: number; across: number; down: number; off: Float32Array; sure: Float32Array };

/**
 * Adds to a mask what of the art is too pale to stand off by itself, pixel by pixel: cells of the page that differ from the paper by
 * more than the paper's cells do among themselves, that hang together two by two, and that are joined to what surely is art.
 * @param mask 1 where art surely is; changed in place.
 */
export function addPaleParts(page: Raster, ppi: number, tone: Tone, mask: Uint8Array): void {
  const cells = cellsOf(page, ppi, tone, mask);
  const bar = overPaper(cells);
  const pale = joined(cells, bar, ppi);
  if (pale) fill(page, mask, cells, bar, pale);
}

/** How far each cell is from white, levels by channel, and what share of it surely is art. */
function cellsOf(
  { width, height, data }: Raster,
  ppi: number,
  { gain, across: blocks, less }: Tone,
  mask: Uint8Array,
): Cells {
  const px = Math.max(2, Math.round(mmToPx(CELL_MM, ppi)));
  // Of large cells not every pixel is asked.
  const step = Math.max(1, Math.floor(px / 3));
  const [across, down] = [Math.ceil(width / px), Math.ceil(height / px)];
  const off = new Float32Array(across * down * 3);
  const sure = new Float32Array(across * down);
  const values = new Uint32Array(data.buffer, data.byteOffset, width * height);
  const sums = new Int32Array(across * 4);
  for (let cy = 0; cy < down; cy++) {
    sums.fill(0);
    const y1 = Math.min(height, (cy + 1) * px);
    let rows = 0;
    for (let y = cy * px; y < y1; y += step, rows++) {
      for (let cx = 0, s = 0, x = 0; cx < across; cx++, s += 4) {
        let [r, g, b, art] = [0, 0, 0, 0];
        const end = Math.min(width, x + px);
        for (let p = y * width + x, stop = y * width + end; p < stop; p += step) {
          const v = values[p];
          r += v & 255;
          g += (v >>> 8) & 255;
          b += (v >>> 16) & 255;
          art += mask[p];
        }
        sums[s] += r;
        sums[s + 1] += g;
        sums[s + 2] += b;
        sums[s + 3] += art;
        x = end;
      }
    }
    const row = Math.floor((cy * px) / BLOCK.height) * blocks;
    for (let cx = 0, s = 0, c = cy * across; cx < across; cx++, s += 4, c++) {
      const n = rows * Math.ceil((Math.min(width, (cx + 1) * px) - cx * px) / step);
      const block = (row + ((cx * px) >> 4)) * 3;
      for (let k = 0; k < 3; k++) off[c * 3 + k] = 255 + less - (gain[block + k] * sums[s + k]) / n;
      sure[c] = sums[s + 3] / n;
    }
  }
  return { px, across, down, off, sure };
}

/** Takes the paper's own colour, area by area, from the cells; gives back from how far on a cell is pale, levels. */
function overPaper({ across, down, off, sure }: Cells): number {
  const [wide, high] = [Math.ceil(across / AREA), Math.ceil(down / AREA)];
  const bias = new Float32Array(wide * high * 4);
  const spreads: number[] = [];
  const isBare = (c: number) => !sure[c] && Math.abs(off[c * 3 + 1]) < 2 * EVEN;
  for (let ay = 0, a = 0; ay < high; ay++) {
    for (let ax = 0; ax < wide; ax++, a++) {
      let [bare, apart, r, g, b] = [0, 0, 0, 0, 0];
      const [x0, x1] = [ax * AREA, Math.min(across, (ax + 1) * AREA)];
      const [y0, y1] = [ay * AREA, Math.min(down, (ay + 1) * AREA)];
      for (let y = y0; y < y1; y++)
        for (let c = y * across + x0, end = y * across + x1; c < end; c++)
          if (isBare(c)) {
            bare++;
            r += off[c * 3];
            g += off[c * 3 + 1];
            b += off[c * 3 + 2];
          }
      if (bare < (AREA * AREA) / 3) continue;
      const mean = [r / bare, g / bare, b / bare];
      if (mean.some((m) => Math.abs(m) > EVEN)) continue;
      bias.set([...mean, 1], a * 4);
      for (let y = y0; y < y1; y++)
        for (let c = y * across + x0, end = y * across + x1; c < end; c++)
          if (isBare(c)) apart += Math.abs(off[c * 3 + 1] - mean[1]);
      // Of a bell the mean distance from its middle is 0.8 of its deviation.
      spreads.push((1.25 * apart) / bare);
    }
  }
  const spread = spreads.sort((p, q) => p - q)[spreads.length >> 1] ?? 1;
  const all = [0, 0, 0, 0];
  for (let k = 0; k < bias.length; k++) all[k % 4] += bias[k];
  const least = Math.max(1, all[3]);
  const mean = [0, 1, 2].map((k) => all[k] / least);
  for (let ay = 0, a = 0; ay < high; ay++)
    for (let ax = 0; ax < wide; ax++, a++) {
      const known = bias[a * 4 + 3];
      const [r, g, b] = [0, 1, 2].map((k) => (known ? bias[a * 4 + k] : mean[k]));
      const x1 = Math.min(across, (ax + 1) * AREA);
      for (let y = ay * AREA; y < Math.min(down, (ay + 1) * AREA); y++)
        for (let c = (y * across + ax * AREA) * 3, end = (y * across + x1) * 3; c < end; c += 3) {
          off[c] -= r;
          off[c + 1] -= g;
          off[c + 2] -= b;
        }
    }
  return Math.max(LEAST, TIMES * spread);
}

const farOf = (off: Float32Array, c: number): number => {
  const [r, g, b] = [Math.max(0, off[c * 3]), Math.max(0, off[c * 3 + 1]), Math.max(0, off[c * 3 + 2])];
  return Math.sqrt((2 * r * r + 4 * g * g + 3 * b * b) / 9);
};

/** Which cells are of pale parts of the art; null: none. */
function joined({ px, across, down, off, sure }: Cells, bar: number, ppi: number): Uint8Array | null {
  const faint = new Uint8Array(across * down);
  for (let c = 0; c < faint.length; c++) faint[c] = sure[c] < SURE && farOf(off, c) > bar ? 1 : 0;
  const kind = new Uint8Array(faint.length);
  for (let y = 0; y + 1 < down; y++)
    for (let x = 0, c = y * across; x + 1 < across; x++, c++)
      if (faint[c] && faint[c + 1] && faint[c + across] && faint[c + across + 1])
        for (const q of [c, c + 1, c + across, c + across + 1]) kind[q] = 1;
  for (let c = 0; c < kind.length; c++) if (sure[c] >= SURE) kind[c] = 2;
  const out = new Uint8Array(kind.length);
  const seen = new Uint8Array(kind.length);
  const cellMm2 = ((px * 25.4) / ppi) ** 2;
  let any = false;
  for (let start = 0; start < kind.length; start++) {
    if (kind[start] !== 1 || seen[start]) continue;
    const group = [start];
    seen[start] = 1;
    let [pale, art] = [0, 0];
    for (let n = 0; n < group.length; n++) {
      const c = group[n];
      if (kind[c] === 1) pale++;
      else art += sure[c];
      const [x, y] = [c % across, Math.floor(c / across)];
      for (let k = 0; k < 9; k++) {
        const [qx, qy] = [x + (k % 3) - 1, y + Math.floor(k / 3) - 1];
        if (qx < 0 || qy < 0 || qx >= across || qy >= down) continue;
        const q = qy * across + qx;
        if (!kind[q] || seen[q]) continue;
        seen[q] = 1;
        group.push(q);
      }
    }
    if (art * cellMm2 < SURE_MM2 || pale > LARGER * art) continue;
    any = true;
    for (const c of group) if (kind[c] === 1) out[c] = 1;
  }
  return any ? out : null;
}

/** Marks the pixels of pale cells, and of those beside them, where the page is pale by its cells' means, drawn smoothly. */
function fill(
  { width, height }: Raster,
  mask: Uint8Array,
  { px, across, down, off }: Cells,
  bar: number,
  pale: Uint8Array,
) {
  const far = Float32Array.from({ length: pale.length }, (_, c) => farOf(off, c));
  const at = (x: number, y: number) =>
    far[Math.min(down - 1, Math.max(0, y)) * across + Math.min(across - 1, Math.max(0, x))];
  for (let cy = 0; cy < down; cy++) {
    for (let cx = 0; cx < across; cx++) {
      let near = 0;
      for (let k = 0; k < 9 && !near; k++) {
        const [x, y] = [cx + (k % 3) - 1, cy + Math.floor(k / 3) - 1];
        if (x >= 0 && y >= 0 && x < across && y < down) near = pale[y * across + x];
      }
      if (!near) continue;
      for (let y = cy * px; y < Math.min(height, (cy + 1) * px); y++) {
        const v = (y + 0.5) / px - 0.5;
        const [v0, fv] = [Math.floor(v), v - Math.floor(v)];
        for (let x = cx * px; x < Math.min(width, (cx + 1) * px); x++) {
          const u = (x + 0.5) / px - 0.5;
          const [u0, fu] = [Math.floor(u), u - Math.floor(u)];
          const top = at(u0, v0) * (1 - fu) + at(u0 + 1, v0) * fu;
          const low = at(u0, v0 + 1) * (1 - fu) + at(u0 + 1, v0 + 1) * fu;
          if (top * (1 - fv) + low * fv > bar) mask[y * width + x] = 1;
        }
      }
    }
  }
}
