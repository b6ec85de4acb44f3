import { pyramidOf, type Raster, resample, rollRaster, unpremultiply } from '../raster';
import { ArgumentError } from '../units';
import { edgesOf, halved, type Light, lightLevels, slopesOf, steepestOf } from './light';
import { ofSize } from './of-size';
import type { Place } from './places';
import { refineShift } from './refine-shift';
import { EDGES, type Sent } from './sent';
import { bestSlides, reliefOf, reliefOver, type Slide, slidFiner } from './slide';
import { TURNS, type Turned, turnOver } from './turned';

/** How a picture that came back lies on the one that went out. */
export type Registration = Turned & {
  /** How many times as large it came as it went. */
  scale: number;
  /** How far it is slid, px of the picture that went out: its (x, y) lies on (0, 0) of that. */
  x: number;
  y: number;
  /** Pixels that were not drawn on are the same, byte for byte. */
  exact: boolean;
  /** The share of the places that tell the most that look as they did; 0 where there was nothing to compare. */
  agrees: number;
  /** How far its four quarters lie off each other, px: more than a few where it is cropped or at a slant. */
  apart: number;
};
/** Why a picture is not taken for one that went out. */
export type NotTheSame = { why: 'proportion' | 'another' | 'slant'; agrees: number; apart: number };

/** Sides may differ by so many px from the same proportions: a size is rounded. */
const ROUNDED_PX = 1.5;
/** Every slide is tried on pictures at most so long, px; the best of them are followed on the next, fewer on those after it. */
const COARSE = 72;
const FOLLOWED = [10, 5, 3, 2];
/**
 * Two pictures may be one where their edges correlate by so much, and are where so many of the places that tell the most look as they
 * did. Ways of lying that agree about as well are told apart by what is likelier.
 */
const MAY_BE = 0.2;
const SAME = 0.65;
const ABOUT = 0.02;
/** Where fewer places than this look as they did the other ways of turning are tried too; one of them is to agree better by so much. */
const PLAINLY = 0.75;
const BETTER = 0.08;
/** Of the places that tell the most, so many are the same to the byte where nothing but new strokes differs. */
const UNTOUCHED = 0.35;
/** With fewer places that tell anything there is nothing to compare. */
const FEWEST = 12;
/** Quarters that lie further off each other are cropped or at a slant, px. */
const APART_PX = 3;

/**
 * Finds how a picture that was drawn on elsewhere lies on the one that went out: as it went, larger or smaller, slid (what leaves
 * at one edge comes in at the other), mirrored, turned by half. Every slide is tried on small pictures less their surroundings
 * (normalised correlation), the best are followed down finer ones, and the rest of a pixel is found by least squares on the
 * places with the steepest edges (Lucas and Kanade 1981), with what was drawn over left out.
 * @returns the picture as it lies on the one that went out, of its size, or why it does not.
 * @throws ArgumentError for a picture of less than 16 px a side.
 */
export function registerReturn(
  { raster: sent, levels, places }: Sent,
  back: Raster,
): { raster: Raster; found: Registration } | NotTheSame {
  if (Math.min(sent.width, sent.height, back.width, back.height) < 16)
    throw new ArgumentError('A picture that comes back is at least 16 px wide and high.');
  const scale = Math.sqrt((back.width * back.height) / (sent.width * sent.height));
  const off = Math.max(
    Math.abs(back.width - sent.width * scale),
    Math.abs(back.height - sent.height * scale),
  );
  if (off > ROUNDED_PX * Math.max(1, scale)) return { why: 'proportion', agrees: 0, apart: 0 };
  const resized = ofSize(back, sent);
  const same = { scale, x: 0, y: 0, exact: true, agrees: 1, apart: 0 };
  // A bare sheet went out: what comes back is taken as it lies.
  if (places.length < FEWEST) {
    const found = { mirrored: false, turned: false, ...same, exact: resized === back, agrees: 0 };
    return { raster: resized, found };
  }
  for (const turn of TURNS) {
    const over = turnOver(resized, turn);
    if (untouched(sent, over, places)) return { raster: over, found: { ...turn, ...same } };
  }
  const other = lightLevels(resized, EDGES);
  const { ways, steep } = likelyWays(levels[levels.length - 1], other[other.length - 1]);
  if (ways[0].agrees < MAY_BE) return { why: 'another', agrees: 0, apart: 0 };
  const settled = ({ turn, agrees: _, ...about }: Way) => {
    const over = turnOver(resized, turn);
    return { turn, over, ...refineShift(levels, lightLevels(over, EDGES), about, steep) };
  };
  let best = settled(ways[0]);
  // Where few places look as they did, it may lie another way: stripes agree with themselves in many.
  for (const way of best.lies < PLAINLY ? ways.slice(1) : []) {
    const next = settled(way);
    if (next.lies > best.lies + BETTER) best = next;
  }
  const { turn, over, x, y, apart, lies } = best;
  const near = { x: Math.round(x), y: Math.round(y) };
  const rolled = rollRaster(over, near.x, near.y);
  const said = { ...turn, scale, agrees: lies };
  if (untouched(sent, rolled, places))
    return { raster: rolled, found: { ...said, ...near, exact: true, apart: 0 } };
  if (lies < SAME) return { why: 'another', agrees: lies, apart };
  if (apart > APART_PX) return { why: 'slant', agrees: lies, apart };
  const rest = { x: x - near.x, y: y - near.y };
  const raster = Math.hypot(rest.x, rest.y) < 0.02 ? rolled : moved(rolled, rest);
  return { raster, found: { ...said, x, y, exact: false, apart } };
}

/**
 * Whether the places that tell the most are mostly the same to the byte, each with the pixels beside it: those on upright edges,
 * which tell of a slide across, and those on level ones, each by themselves.
 */
function untouched(sent: Raster, back: Raster, places: Place[]): boolean {
  const { width } = sent;
  const [a, b] = [sent, back].map(
    (r) => new Uint32Array(r.data.buffer, r.data.byteOffset, r.data.length / 4),
  );
  const beside = [0, 1, -1, width, -width];
  return [true, false].every((upright) => {
    const own = places.filter((p) => Math.abs(p.across) > Math.abs(p.down) === upright);
    const same = own.filter(({ x, y }) => beside.every((d) => a[y * width + x + d] === b[y * width + x + d]));
    return same.length >= UNTOUCHED * own.length;
  });
}

const moved = (src: Raster, by: { x: number; y: number }): Raster => {
  const [whole] = pyramidOf(src).levels;
  return unpremultiply(resample(whole, src, true, by));
};

/** A way of lying over what went out: turned over, and slid, px. */
type Way = { turn: Turned; agrees: number; x: number; y: number };

/**
 * The way of lying over what went out that agrees best, then the best of each other turn; slid by px of the pictures given. And how
 * steep their edges are, levels a px.
 */
function likelyWays(sent: Light, back: Light): { ways: Way[]; steep: number } {
  const slopes = [sent, back].map(slopesOf);
  const steepest = steepestOf(slopes[0]);
  const [own, other] = slopes.map((of) => {
    const all = [edgesOf(of, steepest)];
    while (Math.max(all[0].width, all[0].height) > COARSE) all.unshift(halved(all[0]));
    return all.map((l) => reliefOf(l, Math.max(3, Math.round(Math.max(l.width, l.height) / 10))));
  });
  const over = TURNS.map((turn) => other.map((r) => reliefOver(r, turn)));
  const [small] = own;
  let ways = TURNS.flatMap((turn, t) =>
    bestSlides(small, over[t][0], FOLLOWED[0]).map((slide) => ({ turn, t, slide })),
  );
  // The best, and the best of each turn.
  const best = (count: number) =>
    ways
      .sort((p, q) => q.slide.agrees - p.slide.agrees)
      .filter((w, n) => n < count || ways.findIndex((v) => v.t === w.t) === n);
  for (let n = 1; n < own.length; n++)
    ways = best(FOLLOWED[Math.min(n, FOLLOWED.length) - 1]).map((way) => ({
      ...way,
      slide: slidFiner(own[n], over[way.t][n], way.slide),
    }));
  const { width, height } = own[own.length - 1];
  const most = Math.max(...ways.map(({ slide }) => slide.agrees));
  const far = ({ slide: { x, y } }: { slide: Slide }) => Math.hypot(shortWay(x, width), shortWay(y, height));
  const [found] = ways
    .filter(({ slide }) => slide.agrees >= most - ABOUT)
    .sort((p, q) => p.t - q.t || far(p) - far(q));
  const others = [0, 1, 2, 3].flatMap((t) => {
    const [own] = ways.filter((w) => w.t === t).sort((p, q) => q.slide.agrees - p.slide.agrees);
    return own && t !== found.t ? [own] : [];
  });
  const way = ({ turn, slide: { x, y, agrees } }: (typeof ways)[number]): Way => ({
    ...{ turn, agrees, x: shortWay(x, width), y: shortWay(y, height) },
  });
  return {
    ways: [found, ...others.sort((p, q) => q.slide.agrees - p.slide.agrees)].map(way),
    steep: Math.min(8, Math.max(3, 0.6 * steepest)),
  };
}

/** A slide the short way round. */
const shortWay = (v: number, n: number) => v - n * Math.round(v / n);
