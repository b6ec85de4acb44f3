import type { Point } from '../../lattice';
import { labelAreas, type Raster, reduceTo } from '../../raster';
import { cornersOfArea } from './outline';
import type { Corners } from './settings';
import { cornersAreSound, turnCorners, wholePicture } from './square';

/** Where the page was found, and by what: its outline, or straight lines drawn on it. */
export type FoundPage = { corners: Corners; by: 'outline' | 'lines' };

/**
 * Finds the page in a picture: by its outline against what it lies on, else by how far straight lines on it
 * lean (up to 5 degrees). null when neither can be told; corners are px of the picture.
 */
export function findPage(picture: Raster): FoundPage | null {
  const { raster, factor } = reduceTo(picture, 720);
  const outline = byOutline(raster);
  if (outline) {
    const limit = (v: number, max: number) => Math.min(max, Math.max(0, v * factor));
    const corners = outline.map((p) => ({
      x: limit(p.x, picture.width),
      y: limit(p.y, picture.height),
    })) as Corners;
    return cornersAreSound(corners) ? { corners, by: 'outline' } : null;
  }
  const lean = byLines(reduceTo(picture, 1800).raster);
  return lean === null ? null : { corners: turnCorners(wholePicture(picture), lean), by: 'lines' };
}

const light = (d: Uint8ClampedArray, i: number) => (2 * d[i] + 4 * d[i + 1] + 3 * d[i + 2]) / 9;

function byOutline(small: Raster): Point[] | null {
  const { width, height, data } = small;
  const paper = paperLike(small);
  const { labels, count } = labelAreas(paper, width, height);
  const area = new Uint32Array(count + 1);
  for (let p = 0; p < labels.length; p++) if (labels[p]) area[labels[p]]++;
  const page = area.indexOf(Math.max(...area));
  // A page that fills the picture has no outline to be seen.
  let border = 0;
  for (let x = 0; x < width; x++) {
    if (labels[x] === page) border++;
    if (labels[(height - 1) * width + x] === page) border++;
  }
  for (let y = 0; y < height; y++) {
    if (labels[y * width] === page) border++;
    if (labels[y * width + width - 1] === page) border++;
  }
  if (area[page] < 0.15 * width * height || border > 0.35 * (width + height)) return null;
  const corners = cornersOfArea(labels, page, small);
  if (!corners) return null;
  const around = Math.abs(
    corners.reduce((s, p, i) => s + p.x * corners[(i + 1) % 4].y - corners[(i + 1) % 4].x * p.y, 0) / 2,
  );
  // Art inside the page is no paper, so the page may be somewhat larger than what was counted.
  const share = area[page] / around;
  return share > 0.35 && share < 1.03 && data.length > 0 ? corners : null;
}

/** Pixels as light and as little coloured as the middle of the picture's light end. */
function paperLike({ width, height, data }: Raster): Uint8Array {
  const seen: number[] = [];
  for (let y = height >> 2; y < (3 * height) >> 2; y += 3) {
    for (let x = width >> 2; x < (3 * width) >> 2; x += 3) seen.push(light(data, (y * width + x) * 4));
  }
  seen.sort((a, b) => a - b);
  const bar = 0.74 * seen[Math.floor(seen.length * 0.8)];
  const out = new Uint8Array(width * height);
  for (let p = 0; p < out.length; p++) {
    const i = p * 4;
    const colour = Math.max(data[i], data[i + 1], data[i + 2]) - Math.min(data[i], data[i + 1], data[i + 2]);
    out[p] = light(data, i) >= bar && colour < 58 ? 1 : 0;
  }
  return out;
}

const STEP = 0.1;
const MOST = 5;
/** How much sharper the rows must get at the best angle for it to count. */
const SURE = 6;

/** How far level lines lean, degrees; null when it cannot be told. */
function byLines(raster: Raster): number | null {
  // Pencil lines first: faint, and nothing but lines. Then every edge there is.
  return leanOfEdges(raster, true) ?? leanOfEdges(raster, false);
}

/**
 * Marks are summed along rows slanted by each angle, and the angle that piles them up most is taken (projection
 * profiles, after Postl 1986). null when no angle stands out.
 */
function leanOfEdges({ width, height, data }: Raster, faint: boolean): number | null {
  const xs: number[] = [];
  const ys: number[] = [];
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2; x < width - 2; x++) {
      const i = (y * width + x) * 4;
      const up = light(data, i - width * 8);
      const down = light(data, i + width * 8);
      if (faint) {
        // Darker than the paper above and below it, and no more than pencil is.
        const here = light(data, i);
        const dip = Math.min(up, down) - here;
        if (dip < 3 || dip > 45 || Math.abs(up - down) > 6) continue;
      } else {
        const dx = light(data, i + 8) - light(data, i - 8);
        if (Math.abs(down - up) < 14 || Math.abs(down - up) < 4 * Math.abs(dx)) continue;
      }
      xs.push(x - width / 2);
      ys.push(y);
    }
  }
  if (xs.length < width) return null;
  const room = Math.ceil(width * 0.1);
  const scores: { angle: number; score: number }[] = [];
  for (let angle = -MOST; angle <= MOST + 1e-9; angle += STEP) {
    const slope = Math.tan((angle * Math.PI) / 180);
    // Rows 3 px high: a line drawn by hand is not quite straight.
    const bins = new Float64Array(Math.ceil((height + 2 * room) / 3) + 1);
    for (let i = 0; i < xs.length; i++) bins[Math.round((ys[i] - xs[i] * slope + room) / 3)]++;
    const mean = xs.length / bins.length;
    let score = 0;
    for (const b of bins) score += Math.max(0, b - 3 * mean) ** 2;
    scores.push({ angle, score });
  }
  const best = scores.reduce((a, b) => (b.score > a.score ? b : a));
  const middle = scores.map((s) => s.score).sort((a, b) => a - b)[scores.length >> 1];
  return best.score > SURE * middle && Math.abs(best.angle) < MOST - STEP ? best.angle : null;
}
