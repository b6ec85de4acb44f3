import type { Point } from '../../lattice';
import { joinRuns, type Raster, runsOf } from '../../raster';
import { MM_PER_INCH, mmToPx } from '../../units';
import type { AreaClick, IntakeSettings, Stroke } from '../page';
import { BLOCK, type GroundField, offGround, type Tone } from '../page';
import { addPaleParts } from './pale-parts';
import { type Hole, tidyMask } from './tidy-mask';

/** Thresholds on 2r2 + 4g2 + 3b2, r, g, b being steps down from white: percent of the way to black. */
const barOf = (tolerance: number) => 9 * (tolerance * 2.55) ** 2;

/** What of a page is art (1) and what is paper (0), one byte a pixel; and paper that the art shuts in, which stays with it. */
export type Told = { mask: Uint8Array; holes: Hole[] };

/** Paper shut in is known one by one from this size on, mm2. */
const KNOWN_MM2 = 0.1;

/**
 * Tells art from paper: what stands off from the evened paper by more than the tolerance, and what is pale but joined to it, without
 * dust, with the white inside it when only joined paper goes.
 * @param own the picture's own alpha as a mask (see ownAlpha), which then stands.
 * @param ground the coloured ground that the art lies on; null: white paper.
 */
export function artMask(
  page: Raster,
  ppi: number,
  settings: IntakeSettings,
  tone: Tone,
  own: Uint8Array | null = null,
  ground: GroundField | null = null,
): Told {
  const { width, height } = page;
  if (own) return { mask: own, holes: [] };
  const mask = ground
    ? surelyArt(offGround(page, ground, settings.tolerance), width, height, ppi)
    : standsOff(page, ppi, tone, barOf(settings.tolerance));
  if (!ground) addPaleParts(page, ppi, tone, mask);
  return { mask, holes: tidied(mask, width, height, ppi, settings) };
}

/** Takes dust out of a mask and fills what its art shuts in, when that stays; in place. @returns what was filled. */
export function tidied(
  mask: Uint8Array,
  width: number,
  height: number,
  ppi: number,
  settings: IntakeSettings,
): Hole[] {
  const pxMm2 = (ppi / MM_PER_INCH) ** 2;
  return tidyMask(mask, width, height, {
    speckPx: settings.speckMm2 * pxMm2,
    fillHoles: settings.joined,
    tellPx: KNOWN_MM2 * pxMm2,
  });
}

/** Takes dust out of a mask, in place; what is shut in stays as it is. */
export const takeSpecks = (
  mask: Uint8Array,
  width: number,
  height: number,
  ppi: number,
  settings: IntakeSettings,
) =>
  tidyMask(mask, width, height, {
    speckPx: settings.speckMm2 * (ppi / MM_PER_INCH) ** 2,
    fillHoles: false,
  });

/**
 * Does to a mask what was said by clicks and brush strokes, in their order; a click into paper that is shut in takes or gives all of it.
 * @param toPage from px of the picture to px of this page raster. @param takeShadow takes the shadow that lies on such paper.
 * @returns for each hole which of the clicks lie in it.
 */
export function markMask(
  page: Raster,
  ppi: number,
  settings: IntakeSettings,
  tone: Tone,
  { mask, holes }: Told,
  toPage: (p: Point) => Point,
  takeShadow: (runs: Hole['runs']) => void,
): number[][] {
  const { width, height } = page;
  const clicks = holes.map((): number[] => []);
  for (const [n, click] of settings.areas.entries()) {
    const at = toPage(click);
    const p = Math.floor(at.y) * width + Math.floor(at.x);
    const k = holes.findIndex(
      ({ box, runs }) => isIn(at, box) && runs.some(([from, to]) => p >= from && p < to),
    );
    if (k < 0) clickArea(page, tone, mask, at, click, settings);
    else {
      clicks[k].push(n);
      for (const [from, to] of holes[k].runs) mask.fill(click.take ? 0 : 1, from, to);
      if (click.take && settings.shadows === 'take') takeShadow(holes[k].runs);
    }
  }
  for (const stroke of settings.strokes) paint(mask, width, height, stroke, ppi, toPage);
  return clicks;
}

const isIn = ({ x, y }: Point, box: Hole['box']): boolean =>
  x >= box.x && y >= box.y && x < box.x + box.width && y < box.y + box.height;

/** Art is where this much of it, mm2, surely is; what only may be is art where it is joined to that. */
const SURE_MM2 = 0.12;
const MOSTLY = 5;

/** Of what may be art (1) or surely is (2), what is, as a mask. */
function surelyArt(off: Uint8Array, width: number, height: number, ppi: number): Uint8Array {
  const mask = new Uint8Array(off.length);
  for (let y = 0, p = 0; y < height; y++) {
    const inside = y > 0 && y < height - 1;
    for (let x = 0; x < width; x++, p++) {
      if (off[p] === 2) mask[p] = 1;
      else if (off[p] === 1) {
        // What only may be art has more of it round it than not: the ground's own grain stands alone.
        let n = 0;
        if (inside && x > 0 && x < width - 1)
          for (const q of [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1])
            if (off[p + q]) n++;
        mask[p] = n >= MOSTLY ? 1 : 0;
      }
    }
  }
  const runs = runsOf(mask, width, height);
  const { labels, count } = joinRuns(runs);
  const sure = new Float64Array(count + 1);
  const each = (what: (from: number, to: number, label: number) => void) => {
    for (let y = 0; y < height; y++)
      for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++)
        what(y * width + runs.start[i], y * width + runs.end[i], labels[i]);
  };
  each((from, to, label) => {
    for (let p = from; p < to; p++) if (off[p] === 2) sure[label]++;
  });
  const least = SURE_MM2 * (ppi / MM_PER_INCH) ** 2;
  each((from, to, label) => {
    if (sure[label] < least) mask.fill(0, from, to);
  });
  return mask;
}

/** Alpha of a picture that was cut out before (over 1 % of it is clear, by a sample), else null. */
export function ownAlpha({ width, height, data }: Raster): Uint8Array | null {
  const px = new Uint32Array(data.buffer, data.byteOffset, width * height);
  const step = px.length > 1e6 ? 97 : 1;
  let clear = 0;
  for (let p = 0; p < px.length; p += step) if (px[p] < 0x80000000) clear++;
  if (clear * step <= px.length * 0.01) return null;
  const mask = new Uint8Array(px.length);
  for (let p = 0; p < mask.length; p++) mask[p] = px[p] >= 0x80000000 ? 1 : 0;
  return mask;
}

/** From this ppi on a scan shows nothing so fine that only one row of pixels would have it; and faint is this share of the bar. */
const FINE_PPI = 450;
const FAINT = 0.3;

/**
 * What is further from white than the bar. Most of a page is plain paper: a pixel none of whose channels is
 * darker than what the bar allows all three needs no more looking at; and of a fine scan every second row is looked at only
 * where the rows beside it show something, be it faint.
 */
function standsOff(
  { width, height, data }: Raster,
  ppi: number,
  { gain, across, less }: Tone,
  bar: number,
): Uint8Array {
  const px = new Uint32Array(data.buffer, data.byteOffset, width * height);
  const mask = new Uint8Array(width * height);
  const from = 255 + less;
  const fine = ppi >= FINE_PPI;
  const plain = Math.sqrt(bar / 9) * (fine ? FAINT : 1);
  const shows = new Uint8Array(across * (height + 2)).fill(1, (height + 1) * across);
  // Rows 0, 2, 4 and so on of a fine scan, then those between them.
  for (let n = 0; n < height; n++) {
    const y = fine ? (2 * n < height ? 2 * n : 2 * n - height + 1 - (height & 1)) : n;
    const between = fine && y % 2 === 1;
    const end = (y + 1) * width;
    let g = Math.floor(y / BLOCK.height) * across * 3;
    for (let p = y * width, at = (y + 1) * across; p < end; g += 3, at++) {
      const stop = Math.min(end, p + BLOCK.width);
      if (between && !shows[at - across] && !shows[at + across]) {
        p = stop;
        continue;
      }
      const [gr, gg, gb] = [gain[g], gain[g + 1], gain[g + 2]];
      const lg = Math.ceil((from - plain) / gg);
      // Red and blue are held against their bars in one subtraction: a bit above each tells which fell short.
      const lr = Math.min(256, Math.ceil((from - plain) / gr));
      const bars = (Math.min(256, Math.ceil((from - plain) / gb)) << 16) | lr;
      for (; p < stop; p++) {
        const v = px[p];
        const q = (v >>> 8) & 255;
        if (q >= lg && ((((v & 0xff00ff) | 0x2000200) - bars) & 0x2000200) === 0x2000200) continue;
        shows[at] = 1;
        const dr = Math.max(0, from - (v & 255) * gr);
        const dq = Math.max(0, from - q * gg);
        const db = Math.max(0, from - ((v >>> 16) & 255) * gb);
        if (2 * dr * dr + 4 * dq * dq + 3 * db * db > bar) mask[p] = 1;
      }
    }
  }
  return mask;
}

/** Takes or gives the area of like colour at a point: joined to it, or everywhere. */
function clickArea(
  page: Raster,
  tone: Tone,
  mask: Uint8Array,
  at: Point,
  { take }: AreaClick,
  { tolerance, joined }: IntakeSettings,
) {
  const { width, height, data } = page;
  const [x0, y0] = [Math.floor(at.x), Math.floor(at.y)];
  if (x0 < 0 || y0 < 0 || x0 >= width || y0 >= height) return;
  const evened = (p: number, c: number) => {
    const block = Math.floor(Math.floor(p / width) / BLOCK.height) * tone.across + ((p % width) >> 4);
    return Math.min(255, data[p * 4 + c] * tone.gain[block * 3 + c]);
  };
  // The colour under the pointer, as the mean of the pixels round it.
  const want = [0, 0, 0];
  let n = 0;
  for (let y = Math.max(0, y0 - 1); y <= Math.min(height - 1, y0 + 1); y++) {
    for (let x = Math.max(0, x0 - 1); x <= Math.min(width - 1, x0 + 1); x++, n++) {
      for (let c = 0; c < 3; c++) want[c] += evened(y * width + x, c);
    }
  }
  const bar = barOf(tolerance);
  const from = take ? 1 : 0;
  const like = (p: number) => {
    if (mask[p] !== from) return false;
    const d = want.map((w, c) => w / n - evened(p, c));
    return 2 * d[0] * d[0] + 4 * d[1] * d[1] + 3 * d[2] * d[2] <= bar;
  };
  const to = take ? 0 : 1;
  if (!joined) {
    for (let p = 0; p < mask.length; p++) if (like(p)) mask[p] = to;
    return;
  }
  const stack = [y0 * width + x0];
  while (stack.length) {
    const seed = stack.pop() as number;
    if (!like(seed)) continue;
    const row = seed - (seed % width);
    let a = seed;
    let b = seed;
    while (a > row && like(a - 1)) a--;
    while (b < row + width - 1 && like(b + 1)) b++;
    mask.fill(to, a, b + 1);
    for (let p = a; p <= b; p++) {
      if (p >= width) stack.push(p - width);
      if (p + width < mask.length) stack.push(p + width);
    }
  }
}

/** A round brush drawn along the stroke's points. */
function paint(
  mask: Uint8Array,
  width: number,
  height: number,
  stroke: Stroke,
  ppi: number,
  toPage: (p: Point) => Point,
) {
  const r = Math.max(0.5, mmToPx(stroke.widthMm, ppi) / 2);
  const pts = stroke.points.map(toPage);
  const value = stroke.erase ? 0 : 1;
  for (const [i, b] of pts.entries()) {
    const a = pts[Math.max(0, i - 1)];
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const len = dx * dx + dy * dy;
    const y1 = Math.min(height - 1, Math.ceil(Math.max(a.y, b.y) + r));
    const x1 = Math.min(width - 1, Math.ceil(Math.max(a.x, b.x) + r));
    for (let y = Math.max(0, Math.floor(Math.min(a.y, b.y) - r)); y <= y1; y++) {
      for (let x = Math.max(0, Math.floor(Math.min(a.x, b.x) - r)); x <= x1; x++) {
        const [px, py] = [x + 0.5 - a.x, y + 0.5 - a.y];
        const t = len ? Math.min(1, Math.max(0, (px * dx + py * dy) / len)) : 0;
        if ((px - t * dx) ** 2 + (py - t * dy) ** 2 <= r * r) mask[y * width + x] = value;
      }
    }
  }
}
