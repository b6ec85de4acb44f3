import type { Raster } from '../raster';
import { ArgumentError } from '../units';
import { type Lab, labDistance, oklabOf, type Rgb } from './oklab';
import { thinInks } from './thin-inks';

/** An ink found in the art, and its share of the art's solid area, 0 to 1. */
type FoundInk = { rgb: Rgb; share: number };

type Bin = { n: number; rgb: Rgb; lab: Lab };

/** Neighbours further apart than this, summed over channels, are an edge: their colours are mixtures. */
const EDGE = 42;
/** Within flat ink, neighbours one and two pixels away differ by no more than this: noise, not texture. */
const CALM = 10;
/** Flat inks further apart than this in OKLab are two inks; all of one lies within a third of it. */
const FLAT_INK = 0.024;
/** Art is flat when, beside its ground, this share of its solid pixels is calm, and of those this share is on the spot. */
const FLAT = { calm: 0.08, sharp: 0.88 };
/** Beside a large ground a flat ink may cover less of all, if it covers this share of the rest. */
const SMALLEST_OF_REST = 0.015;
/** Colours nearer than this in OKLab are taken for one ink in different strengths. */
const ONE_INK = 0.085;
/** An ink must cover at least this share of the art. */
const SMALLEST_SHARE = 0.004;

/** Colours of the solid pixels, those that differ by `most` at the most from what lies `reach` px around. */
function solidColours(rasters: Raster[], most = EDGE, reach = 1): Bin[] {
  const bins = new Map<number, { n: number; r: number; g: number; b: number }>();
  for (const { width, height, data } of rasters) {
    const stride = width * 4;
    const step = width * height > 4e6 ? 2 : 1;
    const around = Array.from({ length: reach }, (_, n) => (n + 1) * 4).flatMap((d) => [
      -d,
      d,
      -d * width,
      d * width,
    ]);
    for (let y = reach; y < height - reach; y += step) {
      for (let x = reach; x < width - reach; x += step) {
        const i = y * stride + x * 4;
        if (data[i + 3] < 255) continue;
        let edge = false;
        for (const to of around) {
          const j = i + to;
          const d =
            Math.abs(data[i] - data[j]) +
            Math.abs(data[i + 1] - data[j + 1]) +
            Math.abs(data[i + 2] - data[j + 2]);
          if (d > most || data[j + 3] < 255) {
            edge = true;
            break;
          }
        }
        if (edge) continue;
        const key = ((data[i] >> 3) << 10) | ((data[i + 1] >> 3) << 5) | (data[i + 2] >> 3);
        let bin = bins.get(key);
        if (!bin) {
          bin = { n: 0, r: 0, g: 0, b: 0 };
          bins.set(key, bin);
        }
        bin.n++;
        bin.r += data[i];
        bin.g += data[i + 1];
        bin.b += data[i + 2];
      }
    }
  }
  return [...bins.values()]
    .map(({ n, r, g, b }) => {
      const rgb: Rgb = [r / n, g / n, b / n];
      return { n, rgb, lab: oklabOf(Math.round(rgb[0]), Math.round(rgb[1]), Math.round(rgb[2])) };
    })
    .sort((p, q) => q.n - p.n);
}

/** Takes the densest colour, all that is near it, then the densest of the rest, until little is left. */
function densestFirst(bins: Bin[], least: number, radius: number): Lab[] {
  const centres: Lab[] = [];
  let rest = bins;
  while (rest.length && centres.length < 64) {
    let best = rest[0];
    let most = 0;
    for (const c of rest.slice(0, 60)) {
      let n = 0;
      for (const b of rest) if (labDistance(b.lab, c.lab) < radius * 0.6) n += b.n;
      if (n > most) {
        most = n;
        best = c;
      }
    }
    let n = 0;
    const left: Bin[] = [];
    for (const b of rest) {
      if (labDistance(b.lab, best.lab) < radius) n += b.n;
      else left.push(b);
    }
    if (n >= least) centres.push(best.lab);
    rest = left;
  }
  return centres;
}

type Cluster = { n: number; lab: Lab; rgb: Rgb };

function gather(bins: Bin[], centres: Lab[]): Cluster[] {
  const sums = centres.map(() => ({ n: 0, lab: [0, 0, 0], rgb: [0, 0, 0] }));
  for (const b of bins) {
    let k = 0;
    for (let c = 1; c < centres.length; c++) {
      if (labDistance(b.lab, centres[c]) < labDistance(b.lab, centres[k])) k = c;
    }
    sums[k].n += b.n;
    for (let c = 0; c < 3; c++) {
      sums[k].lab[c] += b.lab[c] * b.n;
      sums[k].rgb[c] += b.rgb[c] * b.n;
    }
  }
  return sums
    .filter((s) => s.n > 0)
    .map((s) => ({
      n: s.n,
      lab: s.lab.map((v) => v / s.n) as Lab,
      rgb: s.rgb.map((v) => v / s.n) as Rgb,
    }));
}

const settleCentres = (bins: Bin[], start: Lab[]) => {
  let clusters = gather(bins, start);
  for (let i = 0; i < 6; i++)
    clusters = gather(
      bins,
      clusters.map((c) => c.lab),
    );
  return clusters;
};

/** Of all pairs, the nearest two clusters become one, weighted by area. */
function mergeNearest(clusters: Cluster[]): Lab[] {
  let pair = [0, 1];
  let nearest = Number.POSITIVE_INFINITY;
  for (let i = 0; i < clusters.length; i++) {
    for (let j = i + 1; j < clusters.length; j++) {
      const d = labDistance(clusters[i].lab, clusters[j].lab);
      if (d < nearest) {
        nearest = d;
        pair = [i, j];
      }
    }
  }
  const [i, j] = pair;
  const [p, q] = [clusters[i], clusters[j]];
  const lab = p.lab.map((v, c) => (v * p.n + q.lab[c] * q.n) / (p.n + q.n)) as Lab;
  return [...clusters.filter((_, k) => k !== i && k !== j).map((c) => c.lab), lab];
}

const total = (bins: Bin[]) => bins.reduce((s, b) => s + b.n, 0);

/** The inks of flat art; null when there is too much texture for that. A large even ground says nothing of the rest. */
function flatInks(rasters: Raster[], solid: number): Cluster[] | null {
  const bins = solidColours(rasters, CALM, 2);
  const calm = total(bins);
  const centres = densestFirst(bins, calm * SMALLEST_SHARE * SMALLEST_OF_REST, FLAT_INK);
  if (!centres.length) return null;
  const within = (b: Bin, c: Lab, distance: number) => labDistance(b.lab, c) < distance;
  const rest = bins.filter((b) => !within(b, centres[0], FLAT_INK));
  const onSpot = rest.filter((b) => centres.some((c) => within(b, c, FLAT_INK / 2)));
  const left = solid - (calm - total(rest));
  if (total(rest) < left * FLAT.calm || total(onSpot) < total(rest) * FLAT.sharp) return null;
  const least = Math.min(calm * SMALLEST_SHARE, total(rest) * SMALLEST_OF_REST);
  return gather(
    bins.filter((b) => centres.some((c) => within(b, c, FLAT_INK / 2))),
    centres,
  ).filter((c) => c.n >= least);
}

/** What the inks of some art are. `flat`: laid evenly; otherwise they vary, as washes and photographs do. */
export type FoundInks = { inks: FoundInk[]; flat: boolean };

/**
 * The inks of some art, largest area first: solid pixels clustered in OKLab, mixtures at edges left out.
 * @param count how many are wanted, 1 to 64; without it, as many as the art shows (12 at most when it varies).
 * @returns fewer than asked when the art has fewer colours; none when it has no solid pixel.
 */
export function extractPalette(rasters: Raster[], count?: number): FoundInks {
  if (count !== undefined && !(Number.isInteger(count) && count >= 1 && count <= 64)) {
    throw new ArgumentError('Between 1 and 64 inks can be taken from the art.');
  }
  const bins = solidColours(rasters);
  const solid = total(bins);
  if (!solid) return { inks: [], flat: false };
  const even = flatInks(rasters, solid);
  let radius = ONE_INK;
  let clusters = even ?? settleCentres(bins, densestFirst(bins, solid * SMALLEST_SHARE, radius));
  while (!even && count && clusters.length < count && radius > 0.01) {
    radius *= 0.75;
    clusters = settleCentres(bins, densestFirst(bins, solid * SMALLEST_SHARE, radius));
  }
  while (clusters.length > (count ?? (even ? 64 : 12)))
    clusters = settleCentres(bins, mergeNearest(clusters));
  const wide = clusters.map((c) => c.rgb.map(Math.round) as Rgb);
  for (const { rgb, n } of thinInks(rasters, wide, even ? ONE_INK : 2 * ONE_INK, solid * SMALLEST_SHARE))
    clusters.push({ n, rgb, lab: oklabOf(...rgb) });
  while (clusters.length > (count ?? 64)) clusters = settleCentres(bins, mergeNearest(clusters));
  const all = clusters.reduce((s, c) => s + c.n, 0);
  const inks = clusters
    .sort((p, q) => q.n - p.n)
    .map((c) => ({ rgb: c.rgb.map(Math.round) as Rgb, share: c.n / all }));
  return { inks, flat: even !== null };
}
