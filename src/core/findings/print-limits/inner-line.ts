import { labelAreas, type Raster } from '../../raster';

/** Colours this far apart, in 8-bit RGB, are told apart at a glance: a line is that far from both its sides. */
const CONTRAST = 48;
/** How like each other its differences from both sides are, as a cosine: less is the edge between two colours. */
const SAME_WAY = 0.5;
/** Opaque enough to be inside. */
const INSIDE = 250;
/** Half widths at which a side is looked for, px. */
const REACHES = [2, 4, 11];
const FAR = Math.max(...REACHES);
/** The picture is looked through in squares of so many px; so many of them to a side are as far as the farthest reach. */
const SQUARE = 16;
const AROUND = Math.ceil(FAR / SQUARE);
/** The ways across: level and upright, by one of which any line is met, and aslant. */
const WAYS = [
  { x: 1, y: 0, long: 1 },
  { x: 0, y: 1, long: 1 },
  { x: 1, y: 1, long: Math.SQRT2 },
  { x: 1, y: -1, long: Math.SQRT2 },
];

/**
 * The lines inside a motif, of another colour than what lies on both their sides: how thick each is at every place on
 * it, px, by how much of each pixel across it has the line's colour. None thicker than about 14 px aslant, 20 px level or upright.
 */
export function innerLines({ width: w, height: h, data }: Raster): number[][] {
  // A pixel at a time: red in its lowest byte, alpha in its highest.
  const pixels = new Int32Array(data.buffer, data.byteOffset, w * h);
  const steps = Int32Array.from(WAYS, ({ x, y }) => y * w + x);
  /** How wide a line is across one of the ways, px; 0: none is there. */
  const across = (p: number, n: number): number => {
    const at = pixels[p];
    const r = at & 255;
    const g = (at >>> 8) & 255;
    const l = (at >>> 16) & 255;
    for (let i = 0; i < REACHES.length; i++) {
      const to = REACHES[i] * steps[n];
      const a = pixels[p - to];
      const b = pixels[p + to];
      if (a >>> 24 < INSIDE || b >>> 24 < INSIDE) return 0;
      const ra = r - (a & 255);
      const ga = g - ((a >>> 8) & 255);
      const la = l - ((a >>> 16) & 255);
      const da = ra * ra + ga * ga + la * la;
      if (da < CONTRAST * CONTRAST) continue;
      const rb = r - (b & 255);
      const gb = g - ((b >>> 8) & 255);
      const lb = l - ((b >>> 16) & 255);
      const db = rb * rb + gb * gb + lb * lb;
      const dot = ra * rb + ga * gb + la * lb;
      if (db < CONTRAST * CONTRAST || dot < 0 || dot * dot < SAME_WAY * SAME_WAY * da * db) continue;
      const px = widthAt(data, p * 4, steps[n] * 4, REACHES[i]) * WAYS[n].long;
      if (px > 0) return px;
    }
    return 0;
  };
  const thick = new Float32Array(w * h);
  const on = new Uint8Array(w * h);
  const { mixed, columns } = mixedSquares(pixels, w, h);
  for (let y = FAR; y < h - FAR; y++) {
    const squares = Math.floor(y / SQUARE) * columns;
    for (let p = y * w + FAR, end = (y + 1) * w - FAR; p < end; p++) {
      if (pixels[p] >>> 24 < INSIDE) continue;
      const x = p - y * w;
      if (mixed[squares + Math.floor(x / SQUARE)] === 0) {
        p = y * w + (Math.floor(x / SQUARE) + 1) * SQUARE - 1;
        continue;
      }
      const level = across(p, 0);
      const upright = across(p, 1);
      if (level === 0 && upright === 0) continue;
      // The narrowest of the ways is across it.
      let least = Number.POSITIVE_INFINITY;
      for (let n = 0; n < steps.length; n++) {
        const px = n === 0 ? level : n === 1 ? upright : across(p, n);
        if (px > 0 && px < least) least = px;
      }
      thick[p] = least;
      on[p] = 1;
    }
  }
  const { labels, count } = labelAreas(on, w, h);
  const lines: number[][] = Array.from({ length: count }, () => []);
  for (let p = 0; p < labels.length; p++) if (labels[p] > 0) lines[labels[p] - 1].push(thick[p]);
  return lines;
}

/** The squares in and about which there are colours inside that differ enough for a line to be among them. */
function mixedSquares(pixels: Int32Array, w: number, h: number) {
  const [columns, rows] = [Math.ceil(w / SQUARE), Math.ceil(h / SQUARE)];
  // The least and the most of each channel.
  const least = new Uint8Array(columns * rows * 3).fill(255);
  const most = new Uint8Array(columns * rows * 3);
  for (let y = 0, p = 0; y < h; y++) {
    const row = Math.floor(y / SQUARE) * columns;
    for (let x = 0; x < w; x++, p++) {
      const at = pixels[p];
      if (at >>> 24 < INSIDE) continue;
      const q = (row + Math.floor(x / SQUARE)) * 3;
      for (let c = 0; c < 3; c++) {
        const v = (at >>> (8 * c)) & 255;
        if (v < least[q + c]) least[q + c] = v;
        if (v > most[q + c]) most[q + c] = v;
      }
    }
  }
  const mixed = new Uint8Array(columns * rows);
  for (let y = 0; y < rows; y++) {
    for (let x = 0; x < columns; x++) {
      let spread = 0;
      for (let c = 0; c < 3; c++) {
        let [low, high] = [255, 0];
        for (let v = Math.max(0, y - AROUND); v <= Math.min(rows - 1, y + AROUND); v++) {
          for (let u = Math.max(0, x - AROUND); u <= Math.min(columns - 1, x + AROUND); u++) {
            const q = (v * columns + u) * 3 + c;
            if (least[q] < low) low = least[q];
            if (most[q] > high) high = most[q];
          }
        }
        if (high > low) spread += (high - low) ** 2;
      }
      if (spread >= CONTRAST * CONTRAST) mixed[y * columns + x] = 1;
    }
  }
  return { mixed, columns };
}

/** How wide the line at `c` is, px, between its sides `k` steps away; 0 where it is not at its own strongest. */
function widthAt(data: Uint8ClampedArray, c: number, step: number, k: number): number {
  const a = c - k * step;
  const b = c + k * step;
  const r = (data[a] + data[b]) / 2;
  const g = (data[a + 1] + data[b + 1]) / 2;
  const l = (data[a + 2] + data[b + 2]) / 2;
  const u = data[c] - r;
  const v = data[c + 1] - g;
  const w = data[c + 2] - l;
  const whole = u * u + v * v + w * w;
  let sum = 0;
  for (let t = 0, q = a; t <= 2 * k; t++, q += step) {
    const part = (data[q] - r) * u + (data[q + 1] - g) * v + (data[q + 2] - l) * w;
    if (part > 1.02 * whole && (t === k - 1 || t === k + 1)) return 0;
    sum += part <= 0 ? 0 : part >= whole ? whole : part;
  }
  return sum / whole;
}
