import type { Point } from '../../lattice';
import { type Raster, reduceTo } from '../../raster';
import type { Corners } from '../page';
import { pageMap, squarePage } from '../page';
import { type Change, changeAcross, type Line, meet, standsOut, steepest } from './edge-lines';
import { paperOnBed } from './on-bed';

/** Four quarters that lie together in one scan, by rows; whether the cuts between them are seen, else they are taken to lie in the middle. */
export type QuartersOnScan = { corners: Corners[]; seen: boolean };

/** The scan is looked at at most so long, px, with so much of what lies about the paper. */
const LOOK = 1500;
const ABOUT = 0.025;
/** A cut lies so near the middle, and shows along so much of it; the outer side of a quarter so near the side of the sheet. */
const NEAR = 0.07;
const SHOWS = 0.45;
const OUTER = 0.022;
const OUTER_SHOWS = 0.5;
/** Two quarters lie no further apart than this at a cut, as a share of the sheet. */
const APART = 0.02;

/**
 * Finds the quarters of a sheet that was cut, laid anew and scanned as one: the cuts are the lines near its middle across which the
 * light steps or dips most, each half of each by itself; the outer sides of the quarters, which need not lie in one line, likewise.
 */
export function quartersOnScan(scan: Raster): QuartersOnScan {
  const { raster, factor } = reduceTo(scan, LOOK);
  const outer = paperOnBed(raster);
  const about = largerBy(outer, ABOUT);
  const sheet = squarePage(raster, about);
  const { toPicture } = pageMap(about);
  const { width, height } = sheet;
  const [upright, level] = [true, false].map((way) => changeAcross(sheet, way));
  const inset = ABOUT / (1 + 2 * ABOUT);
  const halves = (change: Change) => {
    const { across, along } = change;
    const bar = standsOut(change);
    const [a, m, b] = [along * (inset + 0.03), along / 2, along * (1 - inset - 0.03)];
    const spans: [number, number][] = [
      [a, m - along * 0.03],
      [m + along * 0.03, b],
    ];
    const find = (middle: number, near: number, shows: number) =>
      spans.map((span) => strongest(change, middle, near * across, span, { bar, shows }));
    return {
      low: find(inset * across, OUTER, OUTER_SHOWS).map((l) => l ?? { at: inset * across, slope: 0 }),
      cut: find(across / 2, NEAR, SHOWS),
      high: find((1 - inset) * across, OUTER, OUTER_SHOWS).map(
        (l) => l ?? { at: (1 - inset) * across, slope: 0 },
      ),
    };
  };
  const [v, h] = [halves(upright), halves(level)];
  // A half that is not seen goes on where the other half ends.
  const whole = ([a, b]: (Line | null)[], middle: number): Line[] => {
    const none = { at: middle, slope: 0 };
    return [a ?? b ?? none, b ?? a ?? none];
  };
  const [cutV, cutH] = [whole(v.cut, width / 2), whole(h.cut, height / 2)];
  const apart = (way: boolean, cuts: Line[]) => {
    const along = way ? height : width;
    const most = APART * (way ? width : height);
    return cuts.map((cut, n) =>
      gapAt(sheet, way, cut, [n ? along / 2 : along * inset, n ? along * (1 - inset) : along / 2], most),
    );
  };
  const [gapV, gapH] = [apart(true, cutV), apart(false, cutH)];
  const quarter = (c: 0 | 1, r: 0 | 1): Corners => {
    const left = c ? gapV[r][1] : v.low[r];
    const right = c ? v.high[r] : gapV[r][0];
    const top = r ? gapH[c][1] : h.low[c];
    const bottom = r ? h.high[c] : gapH[c][0];
    const corners = [meet(left, top), meet(right, top), meet(right, bottom), meet(left, bottom)];
    return corners.map(toPicture).map(({ x, y }) => ({ x: x * factor, y: y * factor })) as Corners;
  };
  return {
    corners: [quarter(0, 0), quarter(1, 0), quarter(0, 1), quarter(1, 1)],
    seen: [...v.cut, ...h.cut].filter(Boolean).length > 2,
  };
}

/** The line near a place across which the light changes most; null where none shows. */
function strongest(
  change: Change,
  middle: number,
  near: number,
  span: [number, number],
  how: { bar: number; shows: number },
): Line | null {
  let best: (Line & { sum: number }) | null = null;
  for (let u = Math.max(2, Math.round(middle - near)); u <= Math.min(change.across - 3, middle + near); u++) {
    const found = steepest(change, u, span, how);
    if (found && (!best || found.sum > best.sum)) best = found;
  }
  return best;
}

/** A gap is looked at in so many parts of its length; it differs from what lies beside it by so many levels. */
const PARTS = 14;
const GAP = 9;

/** The two sides of the gap at a cut: what lies between two quarters is darker or lighter than both. Twice the cut where none is seen. */
function gapAt(
  { width, height, data }: Raster,
  upright: boolean,
  cut: Line,
  [from, to]: [number, number],
  most: number,
): [Line, Line] {
  const light = (u: number, t: number) => {
    const [x, y] = upright ? [u, t] : [t, u];
    const i = (Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))) * 4;
    return (2 * data[i] + 4 * data[i + 1] + 3 * data[i + 2]) / 9;
  };
  const room = Math.ceil(1.6 * most);
  const sides: [Place[], Place[]] = [[], []];
  for (let part = 0; part < PARTS; part++) {
    const [a, b] = [part, part + 1].map((n) => Math.round(from + ((to - from) * (n + 0.25)) / (PARTS + 0.5)));
    const profile = Array.from({ length: 2 * room + 1 }, (_, k) => {
      const seen: number[] = [];
      for (let t = a; t < b; t++) seen.push(light(Math.round(cut.at + cut.slope * t - 0.5) + k - room, t));
      return seen.sort((p, q) => p - q)[seen.length >> 1];
    });
    const beside = [...profile.slice(0, room >> 1), ...profile.slice(-(room >> 1))].sort((p, q) => p - q);
    const off = profile.map((v) => Math.abs(v - beside[beside.length >> 1]));
    let top = room;
    for (let k = room - most; k <= room + most; k++) if (off[Math.round(k)] > off[top]) top = Math.round(k);
    const bar = Math.max(GAP, off[top] / 2);
    if (off[top] <= bar) continue;
    let [low, high] = [top, top];
    while (low > 0 && off[low - 1] > bar) low--;
    while (high < 2 * room && off[high + 1] > bar) high++;
    const t = (a + b) / 2;
    const at = (k: number) => cut.at + cut.slope * t - 0.5 + k - room;
    if (high - low > 1.5 * most) continue;
    sides[0].push({ t, at: at(low) });
    sides[1].push({ t, at: at(high + 1) });
  }
  const lines = sides.map((places) => (places.length < PARTS / 3 ? cut : lineNear(places)));
  return lines as [Line, Line];
}

type Place = { t: number; at: number };

/** A line through most of some places: of those through two of them the one that the rest lie nearest to (least median; Rousseeuw 1984). */
function lineNear(places: Place[]): Line {
  let best = { at: 0, slope: 0, off: Number.POSITIVE_INFINITY };
  for (const p of places)
    for (const q of places) {
      if (q.t <= p.t) continue;
      const slope = (q.at - p.at) / (q.t - p.t);
      const at = p.at - slope * p.t;
      const off = places.map((o) => Math.abs(o.at - at - slope * o.t)).sort((a, b) => a - b)[
        places.length >> 1
      ];
      if (off < best.off) best = { at, slope, off };
    }
  return best;
}

function largerBy(corners: Corners, share: number): Corners {
  const middle = corners.reduce((m, p) => ({ x: m.x + p.x / 4, y: m.y + p.y / 4 }), { x: 0, y: 0 });
  const k = 1 + 2 * share;
  const out = ({ x, y }: Point) => ({ x: middle.x + (x - middle.x) * k, y: middle.y + (y - middle.y) * k });
  return corners.map(out) as Corners;
}
