import { labelAreas, type Raster, reduceTo } from '../../raster';
import type { Corners } from '../page';
import { cornersAreSound, cornersOfArea, wholePicture } from '../page';
import { cornersByEdges } from './edge-lines';

/** The picture is looked at at most so long, px. */
const LOOK = 1400;
/** What lies behind the paper has so much of the picture's frame in one colour; what differs from it by so many levels is paper. */
const BED_SHARE = 0.3;
const PAPER_OFF = 12;
/** A page takes so much of the picture, and so much of its outline shows as paper. */
const LEAST = 0.12;
const FULL = 0.5;
const DUST = 0.0001;

/**
 * The corners of a piece of paper on a scanner's bed or a table, px of the picture: by its outline against what it lies on, lighter or
 * darker; else by its edges, where it lies in its own shadow on a white bed; the side of the picture where no edge is seen.
 */
export function paperOnBed(picture: Raster): Corners {
  const { raster, factor } = reduceTo(picture, LOOK);
  const corners = againstBed(raster);
  const found = corners ?? cornersByEdges(raster);
  const all = found.map(({ x, y }) => ({ x: x * factor, y: y * factor })) as Corners;
  return cornersAreSound(all) ? all : wholePicture(picture);
}

/** The colour of what the paper lies on, and how far it strays, levels; null where the frame of the picture has none. */
function bedOf({ width, height, data }: Raster): { colour: number[]; stray: number } | null {
  const frame: number[] = [];
  for (let x = 0; x < width; x++) for (const y of [0, 1, height - 2, height - 1]) frame.push(y * width + x);
  for (let y = 2; y < height - 2; y++)
    for (const x of [0, 1, width - 2, width - 1]) frame.push(y * width + x);
  const seen = (p: number) =>
    data[p * 4 + 3] < 128 ? [-64, -64, -64] : [...data.subarray(p * 4, p * 4 + 3)];
  const boxes = new Map<string, number[][]>();
  for (const p of frame) {
    const colour = seen(p);
    const box = colour.map((v) => Math.round(v / 24)).join();
    const there = boxes.get(box);
    if (there) there.push(colour);
    else boxes.set(box, [colour]);
  }
  const [most] = [...boxes.values()].sort((a, b) => b.length - a.length);
  const mean = [0, 1, 2].map((c) => most.reduce((s, v) => s + v[c], 0) / most.length);
  const near = frame.map(seen).filter((v) => v.every((n, c) => Math.abs(n - mean[c]) < 20));
  if (near.length < BED_SHARE * frame.length) return null;
  const colour = [0, 1, 2].map((c) => near.reduce((s, v) => s + v[c], 0) / near.length);
  const off = near.map((v) => Math.max(...v.map((n, c) => Math.abs(n - colour[c])))).sort((a, b) => a - b);
  return { colour, stray: off[Math.floor(off.length * 0.9)] };
}

/** A bed so light is a lid: paper on it is seen by its shadow, which is no part of it. */
const LID = 190;

function againstBed(small: Raster): Corners | null {
  const { width, height, data } = small;
  const bed = bedOf(small);
  if (!bed || Math.min(...bed.colour) > LID) return null;
  const away = new Float32Array(width * height);
  for (let p = 0; p < away.length; p++) {
    const clear = data[p * 4 + 3] < 128;
    for (let c = 0; c < 3; c++)
      away[p] = Math.max(away[p], Math.abs(bed.colour[c] - (clear ? -64 : data[p * 4 + c])));
  }
  // The border of the paper is where half of the way to it is gone; where it is drawn on in the colour of the bed, where any is.
  const least = Math.max(PAPER_OFF, 1.6 * bed.stray);
  const far = away.filter((v) => v > least).sort();
  return outlineOf(away, (far[far.length >> 1] ?? 0) / 2, small) ?? outlineOf(away, least, small);
}

/** The corners of what lies further than a bar from the colour of the bed; null where it is no page. */
function outlineOf(away: Float32Array, bar: number, small: Raster): Corners | null {
  const { width, height } = small;
  const paper = new Uint8Array(width * height);
  for (let p = 0; p < paper.length; p++) paper[p] = away[p] > bar ? 1 : 0;
  const { labels, count } = labelAreas(paper, width, height);
  const area = new Uint32Array(count + 1);
  for (let p = 0; p < labels.length; p++) if (labels[p]) area[labels[p]]++;
  // Lines of the drawing part the paper; dust is none of it.
  const dust = DUST * width * height;
  let page = 0;
  for (let p = 0; p < labels.length; p++) {
    labels[p] = labels[p] && area[labels[p]] > dust ? 1 : 0;
    page += labels[p];
  }
  const found = cornersOfArea(labels, 1, small);
  if (!found || page < LEAST * width * height) return null;
  const corners = found as Corners;
  const around =
    corners.reduce((s, p, i) => s + p.x * corners[(i + 1) % 4].y - corners[(i + 1) % 4].x * p.y, 0) / 2;
  return cornersAreSound(corners) && page > FULL * around && page < 1.03 * around ? corners : null;
}
