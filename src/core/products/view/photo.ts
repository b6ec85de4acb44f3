import { z } from 'zod';
import { labDistance, oklabOf, type Rgb, rgbOfHex } from '../../colour';
import { type Corners, cornersAreSound, pageMap } from '../../intake';
import type { Point, Size } from '../../lattice';
import { type Raster, reduceTo } from '../../raster';
import { ArgumentError } from '../../units';
import { linearOf } from './rooms';
import { emptyMap, keepBack, keepPrint, TOLD, type ViewMap } from './view-map';

const place = z.strictObject({ x: z.number().min(-1e5).max(1e5), y: z.number().min(-1e5).max(1e5) });

/** A photograph that a print is laid into: where the print's corners are in it, px. */
export const photoSchema = z.strictObject({
  photo: z.strictObject({
    /** The name that the picture is kept under. */
    id: z.string().min(1).max(80),
    width: z.number().int().min(8).max(8000),
    height: z.number().int().min(8).max(8000),
  }),
  /** Of the print: upper left, upper right, lower right, lower left. */
  corners: z.tuple([place, place, place, place]),
  /** It bends along a line from its left edge to its right: the ends of that line, and how much of its height is above. */
  fold: z
    .strictObject({ left: place, right: place, above: z.number().min(0.05).max(0.95) })
    .nullable()
    .default(null),
  /** Only what has about this colour is print (how near, OKLab); null: all between the corners. */
  cloth: z
    .strictObject({
      hex: z.string().regex(/^#[0-9a-f]{6}$/),
      near: z.number().min(0.01).max(0.6),
    })
    .nullable()
    .default(null),
});
export type PhotoView = z.infer<typeof photoSchema>;

/** How much of what differs in lightness alone counts as another colour: folds and shadows are of one colour. */
const LIGHTNESS = 0.3;
/** So little of a photograph is no print. */
const LEAST = 0.002;

/** `meets`: its side that the other part begins at, from 0, clockwise from the upper one. */
type Quad = { corners: Corners; top: number; bottom: number; meets?: number };

/** The parts of a print that lie flat: all of it, or what is above and below its fold, as shares of its height. */
function quadsOf({ corners, fold }: PhotoView): Quad[] {
  const [a, b, c, d] = corners;
  if (!fold) return [{ corners, top: 0, bottom: 1 }];
  const { left, right, above } = fold;
  return [
    { corners: [a, b, right, left], top: 0, bottom: above, meets: 2 },
    { corners: [left, right, c, d], top: above, bottom: 1, meets: 0 },
  ];
}

/** How far a place is inside a four-sided outline, px; less than 0 outside. @param but a side that does not count. */
function inside(corners: Corners, { x, y }: Point, but?: number): number {
  let least = Number.POSITIVE_INFINITY;
  for (let n = 0; n < 4; n++) {
    if (n === but) continue;
    const [p, q] = [corners[n], corners[(n + 1) % 4]];
    const [ex, ey] = [q.x - p.x, q.y - p.y];
    least = Math.min(least, (ex * (y - p.y) - ey * (x - p.x)) / Math.hypot(ex, ey));
  }
  return least;
}

/**
 * Maps a photograph of a thing: its print in perspective between four corners, in the light and the folds that the photograph has
 * (each colour as a share of what the cloth has where it is well lit). The photograph is fitted into the picture.
 * @throws ArgumentError for corners that do not go round it, and where no part of it has the colour asked for.
 */
export function photoMap(photo: Raster, view: PhotoView, size: Size, picture: Size): ViewMap {
  const map = emptyMap(picture);
  const quads = quadsOf(view);
  if (!quads.every((q) => cornersAreSound(q.corners)))
    throw new ArgumentError('The corners must go round the print, clockwise from its upper left.');
  const { width, height } = picture;
  const fit = Math.min(width / view.photo.width, height / view.photo.height);
  const off = { x: (width - view.photo.width * fit) / 2, y: (height - view.photo.height * fit) / 2 };
  const { raster } = reduceTo(
    photo,
    Math.max(16, Math.ceil(Math.max(view.photo.width, view.photo.height) * fit * 2)),
  );
  const scale = raster.width / view.photo.width;
  const spots = quads.map((q) => {
    const page = pageMap(q.corners);
    return (p: Point): Point => {
      const at = page.toPage(p);
      const share = q.top + (at.y / page.height) * (q.bottom - q.top);
      return { x: (at.x / page.width) * size.width, y: share * size.height };
    };
  });
  const cloth = view.cloth && { lab: oklabOf(...rgbOfHex(view.cloth.hex)), near: view.cloth.near };
  const told = new Float64Array(TOLD);
  const seen: Rgb = [0, 0, 0];
  const lit: number[][] = [];
  let covered = 0;
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at++) {
      const p = { x: (x + 0.5 - off.x) / fit, y: (y + 0.5 - off.y) / fit };
      if (p.x < 0 || p.y < 0 || p.x > view.photo.width || p.y > view.photo.height) {
        told.fill(0.6, 2, 5);
        keepBack(map, at, told, 1);
        continue;
      }
      sample(raster, p.x * scale, p.y * scale, seen);
      const light = linearOf(seen);
      told.set(light, 2);
      const which = quads.length > 1 && inside(quads[1].corners, p) > inside(quads[0].corners, p) ? 1 : 0;
      // What is cut by the fold is whole: the two parts meet there.
      const depth = inside(quads[which].corners, p, quads[which].meets);
      let cover = Math.min(1, Math.max(0, depth * fit + 0.5));
      if (cover && cloth) cover *= likeCloth(seen, cloth);
      if (cover < 1) keepBack(map, at, told, 1 - cover);
      if (!cover) continue;
      const spot = spots[which];
      const [here, right, below] = [
        spot(p),
        spot({ x: p.x + 1 / fit, y: p.y }),
        spot({ x: p.x, y: p.y + 1 / fit }),
      ];
      told[0] = here.x;
      told[1] = here.y;
      told[6] = right.x - here.x;
      told[7] = right.y - here.y;
      told[8] = below.x - here.x;
      told[9] = below.y - here.y;
      keepPrint(map, at, told, cover);
      covered += cover;
      if (cover > 0.9 && at % 5 === 0) lit.push(light);
    }
  }
  if (covered < LEAST * width * height)
    throw new ArgumentError(
      'No part of it between the corners has that colour: press on the cloth to choose it.',
    );
  asShares(map, lit);
  return map;
}

/** The light becomes shares of what is well lit, colour by colour, so that what the cloth itself was does not tint the print. */
function asShares(map: ViewMap, lit: number[][]) {
  const best = [0, 1, 2].map((c) => {
    const list = lit.map((l) => l[c]).sort((a, b) => a - b);
    return Math.max(0.02, list[Math.floor(list.length * 0.85)] ?? 1);
  });
  for (let at = 0; at < map.cover.length; at++)
    if (map.cover[at]) for (let c = 0; c < 3; c++) map.light[at * 3 + c] /= best[c];
}

/** How much a colour is that of the cloth, 0 to 1. */
function likeCloth(rgb: Rgb, { lab, near }: { lab: [number, number, number]; near: number }): number {
  const [l, a, b] = oklabOf(...rgb);
  const away = labDistance([lab[0] + (l - lab[0]) * LIGHTNESS, a, b], lab);
  return Math.min(1, Math.max(0, (near * 1.25 - away) / (near * 0.5)));
}

/** A colour between four px. */
function sample({ width, height, data }: Raster, x: number, y: number, out: Rgb) {
  const px = Math.min(width - 1.001, Math.max(0, x - 0.5));
  const py = Math.min(height - 1.001, Math.max(0, y - 0.5));
  const [x0, y0] = [Math.floor(px), Math.floor(py)];
  const [fx, fy] = [px - x0, py - y0];
  const i = (y0 * width + x0) * 4;
  const right = x0 + 1 < width ? 4 : 0;
  const below = y0 + 1 < height ? width * 4 : 0;
  for (let c = 0; c < 3; c++) {
    const k = i + c;
    const upper = data[k] * (1 - fx) + data[k + right] * fx;
    const lower = data[k + below] * (1 - fx) + data[k + below + right] * fx;
    out[c] = upper * (1 - fy) + lower * fy;
  }
}
