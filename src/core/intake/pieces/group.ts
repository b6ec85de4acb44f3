import type { Point } from '../../lattice';
import { joinRuns, labelAreas, type Runs, runsOf } from '../../raster';
import { mmToPx } from '../../units';
import type { IntakeSettings } from '../page';

/** A piece of the page: its box (px, last pixel included), its area in px, and which runs are its own. */
export type Group = { x0: number; y0: number; x1: number; y1: number; area: number; runs: number[] };

/** Nearness is judged on a grid of at most this many steps. */
const GRID = 2400;
/** Zones: 0 plain, 1 to 250 inside a lasso, 255 on a cut. */
const CUT = 255;
const MOST_LASSOS = 250;

/**
 * Groups the art of a mask into pieces: areas nearer than `joinMm` are one, linked ones too, all art inside a
 * lasso is one by itself, and a cut keeps apart what lies on its two sides.
 */
export function groupPieces(
  mask: Uint8Array,
  width: number,
  height: number,
  ppi: number,
  settings: Pick<IntakeSettings, 'joinMm' | 'links' | 'cuts' | 'lassos'>,
  toPage: (p: Point) => Point,
): { runs: Runs; groups: Group[] } {
  const cuts = settings.cuts.map((c) => c.map(toPage));
  const lassos = settings.lassos.slice(0, MOST_LASSOS).map((l) => l.map(toPage));
  const zone = cuts.length || lassos.length ? zonesOf(width, height, cuts, lassos) : undefined;
  const runs = runsOf(mask, width, height, { zone });
  const zoneOf = new Uint8Array(runs.start.length);
  const rowOf = new Int32Array(runs.start.length);
  for (let y = 0; y < height; y++) {
    for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
      rowOf[i] = y;
      if (zone) zoneOf[i] = zone[y * width + runs.start[i]];
    }
  }
  const { labels, count } = joinRuns(runs, zone ? { apart: (a, b) => zoneOf[a] !== zoneOf[b] } : {});

  // Plain areas find their group on the coarse grid; a lasso is a group of its own.
  const step = Math.max(1, Math.ceil(Math.max(width, height) / GRID));
  const near = nearness(runs, rowOf, zoneOf, width, height, step, mmToPx(settings.joinMm, ppi), cuts);
  const groupOf = new Int32Array(count + 1).fill(-1);
  const gridWidth = Math.ceil(width / step);
  for (let i = 0; i < labels.length; i++) {
    if (groupOf[labels[i]] >= 0 || zoneOf[i] === CUT) continue;
    const cell = Math.floor(rowOf[i] / step) * gridWidth + Math.floor(runs.start[i] / step);
    if (zoneOf[i]) groupOf[labels[i]] = near.count + zoneOf[i];
    else if (near.labels[cell]) groupOf[labels[i]] = near.labels[cell];
  }
  // Art right on a cut, or in a grid step that a cut runs through, goes to what is nearest to it.
  for (let i = 0; i < labels.length && cuts.length; i++) {
    if (groupOf[labels[i]] < 0) {
      groupOf[labels[i]] = nearestGroup({ x: runs.start[i], y: rowOf[i] }, runs, labels, groupOf);
    }
  }
  const merged = mergeLinked(settings.links, toPage, runs, labels, groupOf, near.count + MOST_LASSOS + 1);

  const groups = new Map<number, Group>();
  for (let i = 0; i < labels.length; i++) {
    const g = groupOf[labels[i]];
    if (g < 0) continue;
    const name = merged(g);
    let group = groups.get(name);
    if (!group) {
      group = { x0: width, y0: height, x1: 0, y1: 0, area: 0, runs: [] };
      groups.set(name, group);
    }
    group.runs.push(i);
    group.area += runs.end[i] - runs.start[i];
    group.x0 = Math.min(group.x0, runs.start[i]);
    group.x1 = Math.max(group.x1, runs.end[i] - 1);
    group.y0 = Math.min(group.y0, rowOf[i]);
    group.y1 = Math.max(group.y1, rowOf[i]);
  }
  return { runs, groups: [...groups.values()] };
}

/** Which zone each pixel is in; cuts are two pixels wide, so that nothing slips through at a corner. */
function zonesOf(width: number, height: number, cuts: Point[][], lassos: Point[][]): Uint8Array {
  const zone = new Uint8Array(width * height);
  for (const [n, lasso] of lassos.entries()) fillPolygon(zone, width, height, lasso, n + 1);
  for (const [a, b] of cuts) {
    const steps = Math.ceil(Math.max(Math.abs(b.x - a.x), Math.abs(b.y - a.y))) * 2 + 1;
    for (let s = 0; s <= steps; s++) {
      const x = Math.floor(a.x + ((b.x - a.x) * s) / steps);
      const y = Math.floor(a.y + ((b.y - a.y) * s) / steps);
      for (const [dx, dy] of [
        [0, 0],
        [1, 0],
        [0, 1],
      ]) {
        if (x + dx >= 0 && y + dy >= 0 && x + dx < width && y + dy < height)
          zone[(y + dy) * width + x + dx] = CUT;
      }
    }
  }
  return zone;
}

/** Even-odd fill of a closed line, by pixel middles. */
function fillPolygon(out: Uint8Array, width: number, height: number, pts: Point[], value: number) {
  for (let y = 0; y < height; y++) {
    const at = y + 0.5;
    const xs: number[] = [];
    for (const [i, a] of pts.entries()) {
      const b = pts[(i + 1) % pts.length];
      if (a.y <= at !== b.y <= at) xs.push(a.x + ((at - a.y) / (b.y - a.y)) * (b.x - a.x));
    }
    xs.sort((p, q) => p - q);
    for (let k = 0; k + 1 < xs.length; k += 2) {
      const x0 = Math.max(0, Math.round(xs[k]));
      const x1 = Math.min(width, Math.round(xs[k + 1]));
      if (x1 > x0) out.fill(value, y * width + x0, y * width + x1);
    }
  }
}

/** Plain art grown by a disc of half the joining distance on a coarse grid, parted where the cuts are, and labelled. */
function nearness(
  runs: Runs,
  rowOf: Int32Array,
  zoneOf: Uint8Array,
  width: number,
  height: number,
  step: number,
  joinPx: number,
  cuts: Point[][],
) {
  const w = Math.ceil(width / step);
  const h = Math.ceil(height / step);
  // Cells are taken whole, so the gap between two looks up to a step smaller than it is.
  const reach = Math.max(0, (joinPx / step - 1) / 2);
  const grown = new Uint8Array(w * h);
  const deep = Math.floor(reach);
  const wide = Array.from({ length: deep + 1 }, (_, dy) => Math.floor(Math.sqrt(reach * reach - dy * dy)));
  for (let i = 0; i < zoneOf.length; i++) {
    if (zoneOf[i]) continue;
    const [x0, x1] = [Math.floor(runs.start[i] / step), Math.floor((runs.end[i] - 1) / step)];
    const row = Math.floor(rowOf[i] / step);
    for (let y = Math.max(0, row - deep); y <= Math.min(h - 1, row + deep); y++) {
      const out = wide[Math.abs(y - row)];
      grown.fill(1, y * w + Math.max(0, x0 - out), y * w + Math.min(w - 1, x1 + out) + 1);
    }
  }
  for (const [a, b] of cuts) {
    // Longer than drawn by what the art was grown, so that the two sides do not meet round its ends.
    const long = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    const [ux, uy] = [(b.x - a.x) / long, (b.y - a.y) / long];
    const over = (reach + 1) * step;
    for (let t = -over; t <= long + over; t += step / 2) {
      const x = Math.floor((a.x + ux * t) / step);
      const y = Math.floor((a.y + uy * t) / step);
      if (x < 0 || y < 0 || x >= w || y >= h) continue;
      grown[y * w + x] = 0;
      if (x + 1 < w) grown[y * w + x + 1] = 0;
    }
  }
  return labelAreas(grown, w, h);
}

/** The name of a group once links are followed. */
function mergeLinked(
  links: [Point, Point][],
  toPage: (p: Point) => Point,
  runs: Runs,
  labels: Int32Array,
  groupOf: Int32Array,
  count: number,
): (group: number) => number {
  const parent = Array.from({ length: count }, (_, i) => i);
  const find = (i: number): number => (parent[i] === i ? i : find(parent[i]));
  for (const link of links) {
    const [a, b] = link.map((p) => nearestGroup(toPage(p), runs, labels, groupOf));
    if (a >= 0 && b >= 0) parent[find(b)] = find(a);
  }
  return find;
}

function nearestGroup({ x, y }: Point, runs: Runs, labels: Int32Array, groupOf: Int32Array): number {
  const { rows, start, end } = runs;
  let best = -1;
  let distance = Number.POSITIVE_INFINITY;
  for (let row = 0; row + 1 < rows.length; row++) {
    const dy = row - y;
    if (dy * dy >= distance) continue;
    for (let i = rows[row]; i < rows[row + 1]; i++) {
      const dx = x < start[i] ? start[i] - x : x >= end[i] ? x - end[i] + 1 : 0;
      const d = dx * dx + dy * dy;
      if (d < distance && groupOf[labels[i]] >= 0) {
        distance = d;
        best = groupOf[labels[i]];
      }
    }
  }
  return best;
}
