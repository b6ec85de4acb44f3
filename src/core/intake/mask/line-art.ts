import { distanceTo, joinRuns, newRaster, type Raster, runsOf } from '../../raster';
import { ArgumentError } from '../../units';
import { cutWithCleanEdge, OWN, WHITE } from './clean-edge';
import { tidyMask } from './tidy-mask';

/** A closed region under the ink: an inner point far from its edge, and its area, px. */
export type Region = { x: number; y: number; area: number };

/**
 * Line art taken apart: the ink by itself, and which region each pixel belongs to (0: none; n: `regions[n - 1]`),
 * tucked under the ink by the trap.
 */
export type LineArt = { ink: Raster; labels: Int32Array; regions: Region[] };

/** Darker than this share of the way from white counts as ink. */
const INK = 0.35;

/**
 * Finds the closed regions of line art. Gaps in the lines up to `bridgePx` are bridged; every region then runs
 * on under the ink by `trapPx`, so that no pale line shows between the two, and never out at its other side.
 * @param speckPx ink with less area is dust and left out; regions with less area are left to the paper.
 * @throws ArgumentError for lengths below 0 or over 60 px.
 */
export function fillUnderInk(
  art: Raster,
  { bridgePx, trapPx, speckPx = 35 }: { bridgePx: number; trapPx: number; speckPx?: number },
): LineArt {
  if (!(bridgePx >= 0 && bridgePx <= 60 && trapPx >= 0 && trapPx <= 60)) {
    throw new ArgumentError('Gaps and traps go from 0 to 60 px of the art.');
  }
  const { width, height } = art;
  const white = onWhite(art);
  const line = new Uint8Array(width * height);
  for (let p = 0; p < line.length; p++) line[p] = darkness(white.data, p * 4) > INK ? 1 : 0;
  tidyMask(line, width, height, { speckPx, fillHoles: false });
  // Lines grown by half the gap meet across it; what they took is given back to the regions beside them.
  const near = distanceTo(line, width, height);
  const barrier = line.map((_, p) => (near[p] <= bridgePx / 2 ? 1 : 0));
  const labels = new Int32Array(width * height);
  const open = line.map((on) => (on ? 0 : 1));
  let count = nameAreas(barrier, labels, width, height, 0, speckPx);
  spread(labels, open, width, Number.POSITIVE_INFINITY);
  // Closed regions narrower than the gap were all taken: they are what is left.
  const taken = line.map((on, p) => (on || labels[p] ? 1 : 0));
  count = nameAreas(taken, labels, width, height, count, speckPx);
  const outside = labels.map((l) => (l < 0 ? 1 : 0));
  spread(outside, line, width, 2);
  const under = line.map((on, p) => (on && !outside[p] ? 1 : 0));
  spread(labels, under, width, Math.round(trapPx));
  for (let p = 0; p < labels.length; p++) if (labels[p] < 0) labels[p] = 0;
  const own = line.map((on) => (on ? OWN : 0));
  return {
    ink: cutWithCleanEdge(white, own, 1, WHITE),
    labels,
    regions: middlesOf(labels, line, width, height, count),
  };
}

const darkness = (d: Uint8ClampedArray, i: number) => 1 - (2 * d[i] + 4 * d[i + 1] + 3 * d[i + 2]) / 9 / 255;

function onWhite({ width, height, data }: Raster): Raster {
  const out = newRaster(width, height);
  for (let i = 0; i < data.length; i += 4) {
    const a = data[i + 3] / 255;
    for (let c = 0; c < 3; c++) out.data[i + c] = 255 + (data[i + c] - 255) * a;
    out.data[i + 3] = 255;
  }
  return out;
}

/**
 * Names, in `labels`, the areas where a barrier is off: -1 for those that reach the picture's edge, numbers on
 * from `from` for the enclosed ones of at least `leastPx`. Gives the last number.
 */
function nameAreas(
  barrier: Uint8Array,
  labels: Int32Array,
  width: number,
  height: number,
  from: number,
  leastPx: number,
): number {
  const runs = runsOf(barrier, width, height, { off: true });
  const joined = joinRuns(runs, { corners: false });
  const area = new Float64Array(joined.count + 1);
  const outer = new Uint8Array(joined.count + 1);
  const each = (visit: (label: number, y: number, start: number, end: number) => void) => {
    for (let y = 0; y < height; y++) {
      for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++)
        visit(joined.labels[i], y, runs.start[i], runs.end[i]);
    }
  };
  each((l, y, start, end) => {
    area[l] += end - start;
    if (y === 0 || y === height - 1 || start === 0 || end === width) outer[l] = 1;
  });
  const name = new Int32Array(joined.count + 1);
  let count = from;
  for (let l = 1; l <= joined.count; l++) name[l] = outer[l] ? -1 : area[l] >= leastPx ? ++count : 0;
  each((l, y, start, end) => labels.fill(name[l], y * width + start, y * width + end));
  return count;
}

/** For each region its area without what lies under ink, and its pixel furthest from any ink. */
function middlesOf(
  labels: Int32Array,
  line: Uint8Array,
  width: number,
  height: number,
  count: number,
): Region[] {
  const regions: Region[] = Array.from({ length: count }, () => ({ x: 0, y: 0, area: 0 }));
  const best = new Float64Array(count);
  const depth = distanceTo(line, width, height);
  for (let p = 0; p < labels.length; p++) {
    if (labels[p] < 1 || line[p]) continue;
    const n = labels[p] - 1;
    regions[n].area++;
    if (depth[p] > best[n]) {
      best[n] = depth[p];
      regions[n].x = p % width;
      regions[n].y = Math.floor(p / width);
    }
  }
  return regions;
}

/** Labels that are not 0 grow into pixels where `room` is on, ring by ring, the nearest first. */
function spread(labels: Int32Array, room: Uint8Array, width: number, rings: number) {
  let edge: number[] = [];
  const sides = (p: number) => {
    const x = p % width;
    return [
      x > 0 ? p - 1 : p,
      x < width - 1 ? p + 1 : p,
      p >= width ? p - width : p,
      p + width < room.length ? p + width : p,
    ];
  };
  for (let p = 0; p < labels.length; p++) {
    if (labels[p] && sides(p).some((q) => room[q] && !labels[q])) edge.push(p);
  }
  for (let ring = 0; ring < rings && edge.length; ring++) {
    const next: number[] = [];
    for (const p of edge) {
      for (const q of sides(p)) {
        if (!room[q] || labels[q]) continue;
        labels[q] = labels[p];
        next.push(q);
      }
    }
    edge = next;
  }
}

/** The regions of one colour as a part of their own: flat, opaque, clear elsewhere. */
export function flatPart(
  line: LineArt,
  width: number,
  height: number,
  wanted: Set<number>,
  [r, g, b]: [number, number, number],
): Raster {
  const out = newRaster(width, height);
  for (let p = 0; p < line.labels.length; p++) {
    if (wanted.has(line.labels[p])) out.data.set([r, g, b, 255], p * 4);
  }
  return out;
}
