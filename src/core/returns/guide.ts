import { labDistance, oklabOf, type Rgb } from '../colour';
import type { Point, Size } from '../lattice';
import { newRaster, type Raster } from '../raster';

/** What the check asks to be drawn: a place on the picture that goes out, the copies of it that show there too, and how wide the room there is, px. */
export type Asked = Point & { wide: number; copies: Point[] };
/** A place of the guide: what is asked there, which colour is missing about it and how what is about it leans. */
type GuidePlace = Asked & {
  /** The number of the ink that lacks most about it; null where none does. */
  ink: number | null;
  /** How what is about it leans, degrees clockwise from straight across, 0 to 180; null where nothing leads. */
  lean: number | null;
};
/** The guide to a picture that goes out: its places, and along which of its middle lines nothing crosses, px. */
export type Guide = { places: GuidePlace[]; uncrossed: { across: boolean; from: number; to: number }[] };

/** What lies about a place is looked at out to so many times its room, on at most so many px of it each way. */
const ABOUT = 1.6;
const LOOKED = 96;
/** An ink lacks where it has less than so much of its usual share, which is at least this. */
const LACKS = 0.35;
const USUAL = 0.02;
/** What is about leads in a direction where so much of its edges agree. */
const LEADS = 0.25;
/** So much of a middle line with nothing over it is told, and a change of so many levels is something. */
const STRETCH = 0.3;
const SOMETHING = 24;

/**
 * What is to be drawn next, place by place: which ink is missing about each, by the share of it there against all of the picture; and how
 * what is about leans, by the mean of the doubled angles of its edges (Bigun and Granlund 1987).
 * @param inks of the colourway, the ground first.
 */
export function guideFor(picture: Raster, asked: readonly Asked[], inks: readonly Rgb[]): Guide {
  const inkAt = nearestInk(picture, inks);
  const usual = sharesIn(everywhere(picture), inkAt, inks.length);
  const places = asked.map((place) => {
    const own = sharesIn(about(place, picture), inkAt, inks.length);
    const lacking = usual
      .map((share, ink) => ({ ink, share, rest: own[ink] / Math.max(1e-6, share) }))
      .filter(({ ink, share, rest }) => ink > 0 && share > USUAL && rest < LACKS)
      .sort((p, q) => p.rest - q.rest || q.share - p.share);
    return { ...place, ink: lacking[0]?.ink ?? null, lean: leanAbout(picture, place) };
  });
  const uncrossed = [true, false].flatMap((across) => uncrossedOf(picture, across));
  return { places, uncrossed };
}

type At = (x: number, y: number) => number;

/** The number of the ink that a pixel is nearest to. Colours are remembered. */
function nearestInk({ width, data }: Raster, inks: readonly Rgb[]): At {
  const labs = inks.map((rgb) => oklabOf(...rgb));
  const known = new Map<number, number>();
  return (x, y) => {
    const i = (y * width + x) * 4;
    const key = ((data[i] >> 3) << 10) | ((data[i + 1] >> 3) << 5) | (data[i + 2] >> 3);
    let ink = known.get(key);
    if (ink === undefined) {
      const lab = oklabOf(data[i], data[i + 1], data[i + 2]);
      const far = labs.map((l) => labDistance(l, lab));
      ink = far.indexOf(Math.min(...far));
      known.set(key, ink);
    }
    return ink;
  };
}
/** The pixels about a place that are on the picture, as steps over it. */
function* about({ x, y, wide }: Asked, { width, height }: Size): Generator<[number, number]> {
  const reach = (ABOUT * wide) / 2 + wide / 2;
  const step = Math.max(1, (2 * reach) / LOOKED);
  for (let v = y - reach; v <= y + reach; v += step)
    for (let u = x - reach; u <= x + reach; u += step)
      if (u >= 0 && v >= 0 && u < width && v < height) yield [Math.floor(u), Math.floor(v)];
}
function* everywhere({ width, height }: Size): Generator<[number, number]> {
  const step = Math.max(1, Math.floor(Math.max(width, height) / (4 * LOOKED)));
  for (let y = 0; y < height; y += step) for (let x = 0; x < width; x += step) yield [x, y];
}

function sharesIn(pixels: Iterable<[number, number]>, inkAt: At, count: number): number[] {
  const seen = new Array<number>(count).fill(0);
  let n = 0;
  for (const [x, y] of pixels) {
    seen[inkAt(x, y)]++;
    n++;
  }
  return seen.map((v) => v / Math.max(1, n));
}

function leanAbout(picture: Raster, place: Asked): number | null {
  const { width, height, data } = picture;
  const inside = (v: number, n: number) => Math.min(n - 1, Math.max(0, v));
  const light = (x: number, y: number) => {
    const i = (inside(y, height) * width + inside(x, width)) * 4;
    return (2 * data[i] + 4 * data[i + 1] + 3 * data[i + 2]) / 9;
  };
  const d = Math.max(1, Math.round(place.wide / 40));
  let [re, im, sum] = [0, 0, 0];
  for (const [x, y] of about(place, picture)) {
    const [gx, gy] = [light(x + d, y) - light(x - d, y), light(x, y + d) - light(x, y - d)];
    re += gx * gx - gy * gy;
    im += 2 * gx * gy;
    sum += gx * gx + gy * gy;
  }
  if (sum === 0 || Math.hypot(re, im) < LEADS * sum) return null;
  // Edges lie across the way that the light changes.
  const degrees = (Math.atan2(im, re) * 90) / Math.PI + 90;
  return ((degrees % 180) + 180) % 180;
}

/** The longest stretch of a middle line that nothing lies over, where it is long. */
function uncrossedOf({ width, height, data }: Raster, across: boolean): Guide['uncrossed'] {
  const [long, at] = across ? [width, height >> 1] : [height, width >> 1];
  const light = (t: number) => {
    const i = (across ? at * width + t : t * width + at) * 4;
    return (2 * data[i] + 4 * data[i + 1] + 3 * data[i + 2]) / 9;
  };
  const all = Array.from({ length: long }, (_, t) => light(t));
  const usual = [...all].sort((p, q) => p - q)[long >> 1];
  let [best, from] = [{ from: 0, to: 0 }, 0];
  for (let t = 0; t <= long; t++)
    if (t === long || Math.abs(all[t] - usual) > SOMETHING) {
      if (t - from > best.to - best.from) best = { from, to: t };
      from = t + 1;
    }
  return best.to - best.from > STRETCH * long ? [{ across, ...best }] : [];
}

/** Figures as 3 x 5 px, a row to each number. */
const FIGURES = [
  [7, 5, 5, 5, 7],
  [2, 6, 2, 2, 7],
  [7, 1, 7, 4, 7],
  [7, 1, 7, 1, 7],
  [5, 5, 7, 1, 1],
  [7, 4, 7, 1, 7],
  [7, 4, 7, 5, 7],
  [7, 1, 2, 2, 2],
  [7, 5, 7, 5, 7],
  [7, 5, 7, 1, 7],
];
const MARK: Rgb = [196, 0, 122];

/**
 * The guide as a picture to lie over one that goes out: a dashed ring at each place with its number, a dashed frame where what is new is
 * to stay clear of the edge, and a line of dots where something should cross the middle. Clear elsewhere.
 * @param margin px to stay clear of the edge.
 */
export function drawGuide(
  size: { width: number; height: number },
  { places, uncrossed }: Guide,
  margin: number,
): Raster {
  const out = newRaster(size.width, size.height);
  const line = Math.max(2, Math.round(Math.min(size.width, size.height) / 500));
  const dot = (x0: number, y0: number, r: number) => {
    const [left, top] = [Math.round(x0) - r, Math.round(y0) - r];
    for (let y = Math.max(0, top); y <= Math.min(size.height - 1, top + 2 * r); y++)
      for (let x = Math.max(0, left); x <= Math.min(size.width - 1, left + 2 * r); x++)
        out.data.set([...MARK, 255], (y * size.width + x) * 4);
  };
  const half = Math.ceil(line / 2);
  const all = places.flatMap(({ x, y, wide, copies }, n) =>
    [{ x, y }, ...copies].map((at) => ({ n, wide, ...at })),
  );
  for (const { n, x, y, wide } of all) {
    const r = wide / 2;
    const dashes = Math.max(12, Math.round((2 * Math.PI * r) / (14 * line)));
    const steps = Math.ceil(2 * Math.PI * r);
    for (let k = 0; k < steps; k++)
      if ((Math.floor((k / steps) * 2 * dashes) & 1) === 0) {
        const a = (2 * Math.PI * k) / steps;
        dot(x + r * Math.cos(a), y + r * Math.sin(a), half);
      }
    const figures = String(n + 1);
    for (const [f, figure] of [...figures].entries())
      for (const [row, bits] of (FIGURES[Number(figure)] ?? []).entries())
        for (let c = 0; c < 3; c++)
          if (bits & (4 >> c)) {
            const left = x - 2 * line * (2 * figures.length - 1) + (f * 4 + c) * 2 * line;
            dot(left, y - 5 * line + row * 2 * line, line);
          }
  }
  if (margin >= 1 && 4 * margin < Math.min(size.width, size.height)) {
    const dash = (t: number) => Math.floor(t / (8 * line)) % 2 === 0;
    for (let x = margin; x < size.width - margin; x++)
      if (dash(x)) for (const y of [margin, size.height - margin]) dot(x, y, Math.max(1, half - 1));
    for (let y = margin; y < size.height - margin; y++)
      if (dash(y)) for (const x of [margin, size.width - margin]) dot(x, y, Math.max(1, half - 1));
  }
  for (const { across, from, to } of uncrossed)
    for (let t = from + 6 * line; t < to - 6 * line; t += 12 * line)
      dot(across ? t : size.width / 2, across ? size.height / 2 : t, line);
  return out;
}

/** What of a guide shows on a picture that came back, within so many levels. */
const SHOWS = 40;

/** What lies under a guide is told by what lies beside it, no further off than this, px. */
const BESIDE = 14;
/** A pixel beside it is new where it differs by more than this, levels. */
const NEW = 12;

/** Where a guide lies over its picture: the numbers of its pixels, in rows from the top. */
export function pixelsOfGuide({ data }: Raster): Uint32Array {
  const all: number[] = [];
  for (let p = 0; p < data.length / 4; p++) if (data[p * 4 + 3]) all.push(p);
  return Uint32Array.from(all);
}

/**
 * Takes a guide that was left showing off a picture that came back: where it looks as the guide does, it becomes what lies beside that
 * where that is new, else as it went out. In place.
 * @param guide the numbers of its pixels.
 * @returns how many pixels that were.
 */
export function withoutGuide(back: Raster, sent: Raster, guide: Uint32Array): number {
  const { width, height } = sent;
  const off = (p: number, { data }: Pick<Raster, 'data'>, at = p) =>
    Math.max(...[0, 1, 2].map((c) => Math.abs(back.data[p + c] - data[at + c])));
  const mark = { data: Uint8ClampedArray.from(MARK) };
  const shows = new Uint8Array(width * height);
  for (const p of guide) if (off(p * 4, mark, 0) <= SHOWS && off(p * 4, sent) > 0) shows[p] = 1;
  let count = 0;
  for (const p of guide) {
    if (!shows[p]) continue;
    const [x, y] = [p % width, Math.floor(p / width)];
    const beside: number[] = [];
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ])
      for (let k = 1; k <= BESIDE; k++) {
        const [u, v] = [x + dx * k, y + dy * k];
        if (u < 0 || v < 0 || u >= width || v >= height) break;
        const q = v * width + u;
        if (shows[q]) continue;
        beside.push(q * 4);
        break;
      }
    const fresh = beside.filter((q) => off(q, sent) > NEW);
    const from = 2 * fresh.length > beside.length ? back.data : sent.data;
    const at = from === back.data ? fresh[0] : p * 4;
    back.data.set(from.subarray(at, at + 4), p * 4);
    count++;
  }
  return count;
}
