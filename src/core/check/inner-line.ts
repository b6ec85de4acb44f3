import { labelAreas, type Raster } from '../raster';

/** Colours this far apart, in 8-bit RGB, are told apart at a glance: a line is that far from both its sides. */
const CONTRAST = 48;
/** How like each other its differences from both sides are, as a cosine: less is the edge between two colours. */
const SAME_WAY = 0.5;
/** Opaque enough to be inside. */
const INSIDE = 250;
/** Half widths at which a side is looked for, px. */
const REACHES = [2, 4, 8];
/** The ways across. */
const WAYS = [
  { x: 1, y: 0, long: 1 },
  { x: 0, y: 1, long: 1 },
  { x: 1, y: 1, long: Math.SQRT2 },
  { x: 1, y: -1, long: Math.SQRT2 },
];

/**
 * The lines inside a motif, of another colour than what lies on both their sides: how thick each is at every place on
 * it, px, by how much of each pixel across it has the line's colour. None thicker than about 14 px.
 */
export function innerLines({ width: w, height: h, data }: Raster): number[][] {
  const inside = new Uint8Array(w * h);
  for (let p = 0; p < inside.length; p++) inside[p] = data[p * 4 + 3] >= INSIDE ? 1 : 0;
  const thick = new Float32Array(w * h);
  /** The last way across that met a line, from 1. */
  const found = new Uint8Array(w * h);
  for (const [i, way] of WAYS.entries()) {
    const n = i + 1;
    for (const k of REACHES) {
      const to = k * (way.y * w + way.x);
      const [top, bottom] = [Math.max(0, -k * way.y, k * way.y), h - Math.abs(k * way.y)];
      for (let y = top; y < bottom; y++) {
        for (let p = y * w + k, end = y * w + w - k; p < end; p++) {
          if (found[p] === n || !inside[p] || !inside[p - to] || !inside[p + to]) continue;
          const c = p * 4;
          const a = c - 4 * to;
          const b = c + 4 * to;
          const ra = data[c] - data[a];
          const ga = data[c + 1] - data[a + 1];
          const ba = data[c + 2] - data[a + 2];
          const da = ra * ra + ga * ga + ba * ba;
          if (da < CONTRAST * CONTRAST) continue;
          const rb = data[c] - data[b];
          const gb = data[c + 1] - data[b + 1];
          const bb = data[c + 2] - data[b + 2];
          const db = rb * rb + gb * gb + bb * bb;
          const dot = ra * rb + ga * gb + ba * bb;
          if (db < CONTRAST * CONTRAST || dot < 0 || dot * dot < SAME_WAY * SAME_WAY * da * db) continue;
          const across = widthAt(data, c, (to / k) * 4, k) * way.long;
          if (!across) continue;
          if (!found[p] || across < thick[p]) thick[p] = across;
          found[p] = n;
        }
      }
    }
  }
  const { labels, count } = labelAreas(
    found.map((n) => (n ? 1 : 0)),
    w,
    h,
  );
  const lines: number[][] = Array.from({ length: count }, () => []);
  for (const [p, label] of labels.entries()) if (label) lines[label - 1].push(thick[p]);
  return lines;
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
