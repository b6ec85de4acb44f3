import type { Raster } from '../raster';
import { labDistance, oklabOf, type Rgb } from './oklab';

/** An ink that is only in thin lines: its colour, and how many pixels lie along their middles. */
export type ThinInk = { rgb: Rgb; n: number };

/** A pixel this near a mixture of two inks, sRGB levels, is told by them. */
const TOLD = 22;
/** On each side of a line, at most so many px away, lies what is already an ink. */
const REACH = 3;
/** Neighbours this near, levels summed, are one colour that wavers. */
const WAVER = 12;
/** As far as colours bleed in OKLab. */
const TINT = 0.15;
/** Colours that are looked at for a new ink, and those tried as one. */
const MOST_COLOURS = 500;
const MOST_ENDS = 24;

const bitsOf = (r: number, g: number, b: number) => ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3);
const midOf = (bits: number): Rgb => [
  ((bits >> 10) << 3) + 4,
  (((bits >> 5) & 31) << 3) + 4,
  ((bits & 31) << 3) + 4,
];

/** Distance of a colour to the straight line between two others, sRGB levels. */
function offLine(c: Rgb, a: Rgb, b: Rgb): number {
  const d = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
  const e = [c[0] - a[0], c[1] - a[1], c[2] - a[2]];
  const t = (e[0] * d[0] + e[1] * d[1] + e[2] * d[2]) / (d[0] ** 2 + d[1] ** 2 + d[2] ** 2 || 1);
  const k = Math.min(1, Math.max(0, t));
  return Math.hypot(e[0] - d[0] * k, e[1] - d[1] * k, e[2] - d[2] * k);
}

/** Distance of a colour to the mixtures of three others, sRGB levels. */
function offMixture(c: Rgb, a: Rgb, b: Rgb, d: Rgb): number {
  const [u, v, w] = [b, d, c].map((q) => [q[0] - a[0], q[1] - a[1], q[2] - a[2]]);
  const dot = (p: number[], q: number[]) => p[0] * q[0] + p[1] * q[1] + p[2] * q[2];
  const [uu, uv, vv, wu, wv] = [dot(u, u), dot(u, v), dot(v, v), dot(w, u), dot(w, v)];
  const det = uu * vv - uv * uv;
  if (det > 1) {
    const s = (vv * wu - uv * wv) / det;
    const t = (uu * wv - uv * wu) / det;
    if (s >= 0 && t >= 0 && s + t <= 1) return Math.hypot(...w.map((v0, k) => v0 - s * u[k] - t * v[k]));
  }
  return Math.min(offLine(c, a, b), offLine(c, a, d), offLine(c, b, d));
}

const offAll = (c: Rgb, inks: Rgb[]) =>
  inks.reduce(
    (least, a, i) => inks.slice(i + 1).reduce((s, b) => Math.min(s, offLine(c, a, b)), least),
    Number.POSITIVE_INFINITY,
  );

/** Whether a thin line of `ink`, with one or two of the known inks beside it, may have such a pixel. */
const tellsOf =
  (known: Rgb[], ink: Rgb, within = TOLD) =>
  (c: Rgb) =>
    known.length === 1
      ? offLine(c, known[0], ink) < within
      : known.some((a, i) => known.slice(i + 1).some((b) => offMixture(c, a, b, ink) < within));

/** Without those that another tells: pressed pictures tint thin lines by what lies beside them. */
const prunedOf = (known: Rgb[], thin: ThinInk[]) => {
  const tells = (a: ThinInk, b: ThinInk) => tellsOf(known, a.rgb, 2 * TOLD)(b.rgb);
  return thin.filter((t, n) => !thin.some((o, m) => o !== t && tells(o, t) && (!tells(t, o) || m < n)));
};

/** Whether colours waver a little where they should be even, as in scans and pressed files (JPEG), where colour bleeds off thin lines. */
function wavers(rasters: Raster[]): boolean {
  let [same, near] = [0, 0];
  for (const { data } of rasters) {
    for (let i = 0; i + 8 < data.length; i += 4 * 7) {
      if (data[i + 3] < 255 || data[i + 7] < 255) continue;
      const d = [0, 1, 2].reduce((s, c) => s + Math.abs(data[i + c] - data[i + 4 + c]), 0);
      if (d === 0) same++;
      else if (d < WAVER) near++;
    }
  }
  return near > 0.1 * same;
}

/** An ink of the same lightness as a known one may be no more than that one with another's colour over it. */
const tinted = (known: Rgb[], rgb: Rgb) => {
  const lab = oklabOf(...rgb);
  return known.some((k) => {
    const own = oklabOf(...k);
    return labDistance(own, lab) < TINT && Math.abs(own[0] - lab[0]) < TINT / 2;
  });
};

const apartOf = (a: Rgb, b: Rgb) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

/** How far each colour of five bits a channel is from the nearest ink, and whether two inks tell it. */
function tablesOf(inks: Rgb[]) {
  const labs = inks.map((ink) => oklabOf(...ink));
  const distance = new Float32Array(32768);
  const told = new Uint8Array(32768);
  for (let bits = 0; bits < 32768; bits++) {
    const rgb = midOf(bits);
    const lab = oklabOf(...rgb);
    distance[bits] = Math.min(...labs.map((l) => labDistance(l, lab)));
    told[bits] = offAll(rgb, inks) < TOLD ? 1 : 0;
  }
  return { distance, told };
}

/** Colours along the middles of thin lines that no two inks make, and how many pixels have each. */
function middles(rasters: Raster[], inks: Rgb[], apart: number): Map<number, number> {
  const { distance, told } = tablesOf(inks);
  const found = new Map<number, number>();
  for (const { width, height, data } of rasters) {
    const step = width * height > 4e6 ? 2 : 1;
    const bits = (p: number) => bitsOf(data[p * 4], data[p * 4 + 1], data[p * 4 + 2]);
    // What is clear counts as an ink: lines lie beside it too.
    const away = (p: number) => (data[p * 4 + 3] < 255 ? 0 : distance[bits(p)]);
    const ways = [1, width, width + 1, width - 1];
    for (let y = REACH; y < height - REACH; y += step) {
      for (let x = REACH; x < width - REACH; x += step) {
        const p = y * width + x;
        if (data[p * 4 + 3] < 255) continue;
        const key = bits(p);
        const own = distance[key];
        if (own < apart || told[key]) continue;
        const side = (way: number) => {
          for (let k = 1; k <= REACH; k++) {
            const next = away(p + k * way);
            if (next > own + 0.02) return false;
            if (next < apart / 2) return true;
          }
          return false;
        };
        if (ways.some((way) => side(way) && side(-way))) found.set(key, (found.get(key) ?? 0) + step * step);
      }
    }
  }
  return found;
}

/**
 * Inks that are nowhere wider than a thin line, as outlines are: told from mixtures because no two of the inks that
 * are known make their colour. Most pixels first.
 * @param apart from which distance in OKLab a colour is another ink. @param least pixels that one must have.
 */
export function thinInks(rasters: Raster[], known: Rgb[], apart: number, least: number): ThinInk[] {
  const inks = [...known];
  const thin: ThinInk[] = [];
  let rest = [...middles(rasters, inks, apart)].map(([bits, n]) => ({ rgb: midOf(bits), n }));
  while (inks.length < 64) {
    const common = rest.sort((a, b) => b.n - a.n).slice(0, MOST_COLOURS);
    const away = (c: ThinInk) => Math.min(...inks.map((ink) => apartOf(ink, c.rgb)));
    const farthest = [...common].sort((a, b) => away(b) * Math.sqrt(b.n) - away(a) * Math.sqrt(a.n));
    // The ink itself tells the most of its lines' pixels: it lies at the end of all their mixtures.
    let best = { n: 0, rgb: [0, 0, 0] as Rgb };
    for (const { rgb } of new Set([...common.slice(0, MOST_ENDS), ...farthest.slice(0, MOST_ENDS)])) {
      const tells = tellsOf(inks, rgb);
      const n = common.reduce((s, c) => s + (tells(c.rgb) ? c.n : 0), 0);
      if (n > best.n) best = { n, rgb };
    }
    if (best.n < least) break;
    let [n, sum] = [0, [0, 0, 0]];
    for (const c of common) {
      if (apartOf(c.rgb, best.rgb) > TOLD) continue;
      n += c.n;
      sum = sum.map((v, k) => v + c.rgb[k] * c.n);
    }
    const rgb = sum.map((v) => Math.round(v / n)) as Rgb;
    const tells = tellsOf(inks, best.rgb);
    rest = rest.filter((c) => !tells(c.rgb));
    inks.push(rgb);
    thin.push({ rgb, n: best.n });
  }
  const doubtful = wavers(rasters);
  return prunedOf(known, thin).filter((t) => !doubtful || !tinted(known, t.rgb));
}
