import { imagesOf, type Lattice, type PixelPlan, type Point, type Twin, twinOf, wrapPoint } from '../lattice';
import { Ground, type Outline, outlineOf, type Reserved } from '../lay';
import type { Scene, SceneMotif } from '../render';
import { type Profile, profilesOf } from './bands';
import { type Circle, emptyCircles, roomsOf } from './bare-patch';
import { type Neighbours, neighboursOf } from './neighbours';
import { type ClothPicture, coarsePlan, pictureOf } from './picture';
import { blurOnTorus } from './weight';

/**
 * A cloth measured once, for every finding to read: lengths are mm and places mm of the cloth, but in `picture`,
 * `pairs` and `circles`, which are px of the picture.
 */
export type Look = {
  scene: Scene;
  lattice: Lattice;
  twin: Twin | null;
  outlines: Map<string, Outline>;
  /** The silhouettes exactly; piece n is placement n. */
  ground: Ground;
  /** How far apart things are if spread evenly, mm. */
  spacingMm: number;
  picture: ClothPicture;
  room: Float32Array;
  near: Int16Array;
  pairs: Neighbours[];
  circles: Circle[];
  rooms: { rooms: Circle[]; median: number } | null;
  /** A smaller picture of the weight alone, the same seen from afar, and its means along lines. */
  far: { picture: ClothPicture; blurred: Float32Array; weight: Profile[]; cover: Profile[] };
  /** A place of the picture, px, as mm of the cloth; `place` brings it into the home cell. */
  point: (at: Point, picture?: ClothPicture) => Point;
  place: (at: Point, picture?: ClothPicture) => Point;
  /** The middle of the image that a label of the picture names, mm. */
  imageAt: (label: number) => Point;
  /** Pixels of the picture as mm. */
  mm: (px: number) => number;
};

/** Pixels of the picture to each thing on the cloth, and the fewest and most in all. */
const FINE = { each: 25 * 25, least: 190 * 190, most: 380 * 380 };
const FAR = { each: 9 * 9, least: 64 * 64, most: 170 * 170 };
/** What the eye takes in at once at reading distance, in spacings. */
const GLANCE = 0.5;

const areaFor = (of: typeof FINE, n: number) => Math.min(of.most, Math.max(of.least, of.each * n));

const outlines = new WeakMap<SceneMotif, Outline>();

/** The outline of a motif's art, from a level of it that is fine enough; found once for each art. */
export function outlineOfArt(art: SceneMotif): Outline {
  let outline = outlines.get(art);
  if (!outline) {
    const { levels, width, height } = art.pyramid;
    const level = levels.find((l) => Math.max(l.width, l.height) <= 160) ?? levels[levels.length - 1];
    const alpha = new Uint8Array(level.width * level.height);
    for (let p = 0; p < alpha.length; p++) alpha[p] = level.data[p * 4 + 3];
    const mm = (px: number) => (px / art.ppi) * 25.4;
    outline = outlineOf({
      width: level.width,
      height: level.height,
      alpha,
      widthMm: mm(width),
      heightMm: mm(height),
    });
    outlines.set(art, outline);
  }
  return outline;
}

/**
 * Measures a cloth. @param plan at print ppi; what is looked at is coarser.
 * @param detail how many times as many pixels as a check wants.
 */
export function lookAt(scene: Scene, plan: PixelPlan, reserves: Reserved[] = [], detail = 1): Look {
  const { scale, layout } = plan;
  const cell = { width: plan.cell.width / scale.x, height: plan.cell.height / scale.y };
  const used = new Map([...scene.motifs].map(([id, art]): [string, Outline] => [id, outlineOfArt(art)]));
  const ground = new Ground(layout, cell, used, reserves);
  for (const p of scene.placements) ground.add(p);
  const n = scene.placements.length;
  const twin = twinOf(layout, cell);
  const picture = pictureOf(scene, coarsePlan(plan, detail * areaFor(FINE, n * (twin ? 2 : 1))), false);
  const { room, near, pairs } = neighboursOf(picture);
  const circles = emptyCircles(room, picture.torus);
  const spacingMm = Math.sqrt(ground.cellAreaMm2 / Math.max(1, n));
  const small = pictureOf(scene, coarsePlan(plan, areaFor(FAR, n * (twin ? 2 : 1))), true);
  const { lattice } = ground;
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
    ground,
    spacingMm,
    picture,
    room,
    near,
    pairs,
    circles,
    rooms: n > 1 ? roomsOf(circles) : null,
    far: {
      picture: small,
      blurred: blurOnTorus(weight, small.torus, GLANCE * spacingMm * small.plan.scale.x),
      ...profilesOf(small, weight, lattice),
    },
    point,
    place: (at, of) => wrapPoint(lattice, point(at, of)),
    imageAt: (label) => imagesOf(scene.placements[label % n], twin)[Math.floor(label / n)],
    mm: (px) => px / picture.plan.scale.x,
  };
}
