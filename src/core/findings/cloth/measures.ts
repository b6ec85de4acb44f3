import {
  imagesOf,
  type Lattice,
  type PixelPlan,
  type Point,
  type Twin,
  twinOf,
  wrapPoint,
} from '../../lattice';
import {
  type Outline,
  outlineOf,
  type Reserved,
  type Silhouette,
  SilhouetteIndex,
  trueOutlineOf,
} from '../../lay';
import { layersOf, type Scene, type SceneMotif } from '../../render';
import { pxToMm } from '../../units';
import { type Profile, profilesOf } from './bands';
import { type Circle, emptyCircles, roomsOf } from './circles';
import { type Neighbours, neighboursOf } from './neighbours';
import { perShape } from './per-shape';
import { type ClothPicture, coarsePlan, pictureOf } from './picture';
import { inRegularGrid } from './regular';
import { type Thing, thingsOf } from './things';
import { blurOnTorus } from './weight';

/**
 * A cloth measured once, for every finding to read: lengths are mm and places mm of the cloth, but in `picture`,
 * `pairs` and `circles`, which are px of the picture.
 */
export type ClothMeasures = {
  scene: Scene;
  lattice: Lattice;
  twin: Twin | null;
  outlines: Map<string, Outline>;
  /** The silhouettes exactly; piece n is placement n. */
  silhouettes: SilhouetteIndex;
  /** What lies on it once a period of the lattice. */
  things: Thing[];
  /** They stand in a regular grid: its rows and lanes are meant. */
  regular: boolean;
  /** How far apart things are if spread evenly, mm. */
  spacingMm: number;
  picture: ClothPicture;
  room: Float32Array;
  near: Int16Array;
  pairs: Neighbours[];
  circles: Circle[];
  rooms: { rooms: Circle[]; median: number } | null;
  /** A smaller picture of the weight alone, the same seen from afar, and its means along lines. */
  atDistance: { picture: ClothPicture; blurred: Float32Array; weight: Profile[]; cover: Profile[] };
  /** A place of the picture, px, as mm of the cloth; `place` brings it into the home cell. */
  point: (at: Point, picture?: ClothPicture) => Point;
  place: (at: Point, picture?: ClothPicture) => Point;
  /** The middle of the image that a label of the picture names, mm. */
  imageAt: (label: number) => Point;
  /** Pixels of the picture as mm. */
  mm: (px: number) => number;
  /** A radius in the picture as a diameter in mm: it ends at the edge of the pixel that it meets. */
  across: (r: number) => number;
};

/** Pixels of the picture to each thing on the cloth, and the fewest and most in all. */
export const FINE = { each: 25 * 25, least: 190 * 190, most: 380 * 380 };
const FAR = { each: 9 * 9, least: 64 * 64, most: 170 * 170 };
/** What the eye takes in at once at reading distance, in spacings. */
const GLANCE = 0.5;

const areaFor = (of: typeof FINE, n: number) => Math.min(of.most, Math.max(of.least, of.each * n));

/** The long side of the level that outlines are measured on, px: hair lines survive on it; and of the one to lay by. */
const MEASURE_PX = 640;
const LAY_PX = 240;

/** The silhouette of a motif's art on a level of it. */
function silhouetteOf({ pyramid, ppi }: SceneMotif, longSide: number): Silhouette {
  const { levels } = pyramid;
  const found = levels.findIndex((l) => Math.max(l.width, l.height) <= longSide);
  const depth = found < 0 ? levels.length - 1 : found;
  const { width, height, data } = levels[depth];
  const alpha = new Uint8Array(width * height);
  for (let p = 0; p < alpha.length; p++) alpha[p] = data[p * 4 + 3];
  const mm = (px: number) => pxToMm(px, ppi);
  const size = { widthMm: mm(pyramid.width), heightMm: mm(pyramid.height) };
  return { width, height, alpha, pxMm: mm(2 ** depth), ...size };
}

/** The true outline of a motif's art, to measure by. */
export const outlineOfArt = perShape((art) => trueOutlineOf(silhouetteOf(art, MEASURE_PX)));
/** A rough one that is never nearer than it says, to lay by. */
export const layingOutlineOf = perShape((art) => outlineOf(silhouetteOf(art, LAY_PX)));

/**
 * Measures a cloth. @param plan at print ppi; what is looked at is coarser.
 * @param detail how many times as many pixels as a check wants.
 */
export function measureCloth(
  scene: Scene,
  plan: PixelPlan,
  reserves: Reserved[] = [],
  detail = 1,
): ClothMeasures {
  const { scale, layout } = plan;
  const cell = { width: plan.cell.width / scale.x, height: plan.cell.height / scale.y };
  const apart = new Set(layersOf(scene).flatMap((l) => (l.kind === 'placements' ? [] : [l.art])));
  const laid = [...scene.motifs].filter(([id]) => !apart.has(id));
  const used = new Map(laid.map(([id, art]): [string, Outline] => [id, outlineOfArt(art)]));
  const silhouettes = new SilhouetteIndex(layout, cell, used, reserves);
  for (const p of scene.placements) silhouettes.add(p);
  const n = scene.placements.length;
  const twin = twinOf(layout, cell);
  const picture = pictureOf(scene, coarsePlan(plan, detail * areaFor(FINE, n * (twin ? 2 : 1))), false);
  const pxPerMm = Math.sqrt(picture.plan.scale.x * picture.plan.scale.y);
  const { room, near, pairs } = neighboursOf(picture);
  const circles = emptyCircles(room, picture.torus);
  const spacingMm = Math.sqrt(silhouettes.cellAreaMm2 / Math.max(1, n));
  const small = pictureOf(scene, coarsePlan(plan, areaFor(FAR, n * (twin ? 2 : 1))), true);
  const { lattice } = silhouettes;
  const things = thingsOf(scene.placements, used, twin);
  const weight = small.colours?.weight ?? new Float32Array(small.labels.length);
  const point = ({ x, y }: Point, { off, plan: of } = picture) => ({
    x: (x + off.x) / of.scale.x,
    y: (y + off.y) / of.scale.y,
  });
  return {
    scene,
    lattice,
    twin,
    outlines: used,
    silhouettes,
    things,
    regular: inRegularGrid(things, lattice, spacingMm / Math.sqrt(twin ? 2 : 1)),
    spacingMm,
    picture,
    room,
    near,
    pairs,
    circles,
    rooms: n > 1 ? roomsOf(circles) : null,
    atDistance: {
      picture: small,
      blurred: blurOnTorus(weight, small.torus, GLANCE * spacingMm * small.plan.scale.x),
      ...profilesOf(small, weight, lattice),
    },
    point,
    place: (at, of) => wrapPoint(lattice, point(at, of)),
    imageAt: (label) => imagesOf(scene.placements[label % n], twin)[Math.floor(label / n)],
    mm: (px) => px / pxPerMm,
    across: (r) => Math.max(0, 2 * r - 1) / pxPerMm,
  };
}
