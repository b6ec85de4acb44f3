import { distanceTo, joinRuns, newRaster, type Raster, runsOf } from '../raster';
import { RangeMessage } from '../units';
import { closeGaps } from './back-art';
import { cutWithCleanEdge } from './clean-edge';

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
 * @param smallestPx regions with less area are left to the paper.
 * @throws RangeMessage for lengths below 0 or bridges over 60 px.
 */
export function fillUnderInk(
  art: Raster,
  { bridgePx, trapPx, smallestPx = 12 }: { bridgePx: number; trapPx: number; smallestPx?: number },
): LineArt {
  if (!(bridgePx >= 0 && bridgePx <= 60 && trapPx >= 0 && trapPx <= 60)) {
    throw new RangeMessage('Gaps and traps go from 0 to 60 px of the art.');
  }
  const { width, height } = art;
  const white = onWhite(art);
  const line = new Uint8Array(width * height);
  for (let p = 0; p < line.length; p++) line[p] = darkness(white.data, p * 4) > INK ? 1 : 0;
  const barrier = bridgePx > 0 ? closeGaps(line, width, height, bridgePx / 2) : line;
  const { labels, regions, outside } = regionsOf(barrier, width, height, smallestPx);
  const open = barrier.map((b, p) => (b && !line[p] ? 1 : 0));
  // Back into what the bridging took from the regions, then under the ink, but never to the ink's outer rim.
  spread(labels, open, width, Math.ceil(bridgePx / 2) + 1);
  const rim = outside.slice();
  spread(rim, line, width, 2);
  const under = line.map((on, p) => (on && !rim[p] ? 1 : 0));
  spread(labels, under, width, Math.round(trapPx));
  for (let p = 0; p < labels.length; p++) if (labels[p] < 0) labels[p] = 0;
  return { ink: cutWithCleanEdge(white, line, 1), labels, regions };
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

/** Enclosed areas of a barrier: labels from 1, -1 for the outside; `outside` has 1 there. */
function regionsOf(barrier: Uint8Array, width: number, height: number, smallestPx: number) {
  const runs = runsOf(barrier, width, height, { off: true });
  const joined = joinRuns(runs, { corners: false });
  const area = new Float64Array(joined.count + 1);
  const outer = new Uint8Array(joined.count + 1);
  for (let y = 0; y < height; y++) {
    for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
      area[joined.labels[i]] += runs.end[i] - runs.start[i];
      if (y === 0 || y === height - 1 || runs.start[i] === 0 || runs.end[i] === width)
        outer[joined.labels[i]] = 1;
    }
  }
  const name = new Int32Array(joined.count + 1);
  let count = 0;
  for (let l = 1; l <= joined.count; l++) {
    if (outer[l]) name[l] = -1;
    else if (area[l] >= smallestPx) name[l] = ++count;
  }
  const labels = new Int32Array(width * height);
  const outside = new Int32Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
      const l = name[joined.labels[i]];
      labels.fill(l, y * width + runs.start[i], y * width + runs.end[i]);
      if (l < 0) outside.fill(1, y * width + runs.start[i], y * width + runs.end[i]);
    }
  }
  const regions: Region[] = Array.from({ length: count }, () => ({ x: 0, y: 0, area: 0 }));
  const best = new Float64Array(count);
  const depth = distanceTo(barrier, width, height, false);
  for (let p = 0; p < labels.length; p++) {
    if (labels[p] < 1) continue;
    const n = labels[p] - 1;
    regions[n].area++;
    if (depth[p] > best[n]) {
      best[n] = depth[p];
      regions[n].x = p % width;
      regions[n].y = Math.floor(p / width);
    }
  }
  return { labels, regions, outside };
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
