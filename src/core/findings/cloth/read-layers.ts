import type { Rgb } from '../../colour';
import { type PixelPlan, type Point, type Size, wrapPoint } from '../../lattice';
import { FINE_AREA, type PictureRead, piecesOnTorus, type TorusPicture } from '../../pieces';
import { levelsFrom, pyramidOf, shrink, torusOf } from '../../raster';
import {
  layersOf,
  type PieceMarks,
  type Placed,
  renderBlock,
  type Scene,
  type SceneLayer,
  type SceneMotif,
} from '../../render';
import { MM_PER_INCH, pxToMm } from '../../units';
import { alikeGroups } from './alike';
import { coarsePlan } from './picture';
import { pieceName } from './piece-name';

/** A layer that things are drawn in: a drawing, or a tile that is more than a texture. */
type PictureSceneLayer = Exclude<SceneLayer, { kind: 'placements' }>;

const isPicture = (layer: SceneLayer): layer is PictureSceneLayer =>
  layer.kind === 'drawing' || (layer.kind === 'tile' && !layer.texture);

/** Where a picture lies on the cloth: its corner and its size, mm. */
export type Frame = Point & Size;

/** One layer as it was read: its pieces as things laid, or why it cannot be told apart. */
export type LayerRead = {
  layer: string;
  frame: Frame;
  placed: Placed[];
  motifs: Map<string, SceneMotif>;
  ground: Rgb | null;
  specks: number;
  /** What is smaller than this, mm, is not seen on it. */
  leastMm: number;
  doubt: string | null;
};

/** A cloth whose drawings and tiles are told apart piece by piece. */
export type ClothRead = {
  /** Pieces are placements among the others, in the order in which all lies; their ids are told by their names. */
  scene: Scene;
  /** Where each placement of the scene as it was is among them. */
  laid: number[];
  layers: LayerRead[];
};

/** Art that is not so much finer than it is read, as a share, is read as it is. */
const FINER = 0.9;
/** A dot is seen from so many px across. */
const SEEN_PX = 2.2;
/** More pieces than this are not compared one by one. */
const MOST = 600;
/** A picture that covers all of what is under it, and that thickly, hides it. */
const HIDES = 0.9;

/** What was read of art, by how it is laid; the last few of each. */
const known = new WeakMap<SceneMotif, Map<string, LayerRead>>();
const KEPT = 4;

/** Tells the drawings and tiles of a cloth apart. A scene without any is given back as it is. */
export function readLayers(scene: Scene, plan: PixelPlan): ClothRead {
  const all = layersOf(scene);
  if (!all.some(isPicture)) return { scene, laid: scene.placements.map((_, n) => n), layers: [] };
  const motifs = new Map(scene.motifs);
  const layers: LayerRead[] = [];
  const kept: SceneLayer[] = [];
  let placements: Placed[] = [];
  let { ground, split } = scene;
  for (const layer of all) {
    if (layer.kind === 'placements') placements.push(...scene.placements);
    else if (!isPicture(layer)) kept.push(layer);
    else {
      const read = readLayer(scene, layer, plan);
      layers.push(read);
      if (read.ground && (layer.blend ?? 'normal') === 'normal' && (layer.opacity ?? 1) > HIDES) {
        placements = [];
        kept.length = 0;
        ground = read.ground;
        split = undefined;
      }
      for (const [id, art] of read.motifs) motifs.set(id, art);
      placements.push(...read.placed);
    }
  }
  const at = new Map(placements.map((p, n) => [p, n]));
  const laid = scene.placements.map((p) => at.get(p) ?? -1);
  // A counter-changed ground draws the same things in other inks: they are looked at as they are laid first.
  const plain = split && { ...split, counter: undefined };
  const under = [...kept, { kind: 'placements' } as const];
  return { scene: { ...scene, ground, split: plain, motifs, placements, layers: under }, laid, layers };
}

function readLayer(scene: Scene, layer: PictureSceneLayer, plan: PixelPlan): LayerRead {
  const art = scene.motifs.get(layer.art);
  const none = (doubt: string): LayerRead => ({
    ...{ layer: layer.art, placed: [], motifs: new Map(), ground: null, specks: 0, leastMm: 0, doubt },
    frame: art ? frameOf(layer, plan, art) : { x: 0, y: 0, width: 1, height: 1 },
  });
  if (!art) return none('its picture is not there');
  const { kind, alternate } = plan.layout;
  if (alternate) return none('cells are mirrored, turned or told apart here, and it with them');
  if (layer.kind === 'tile' && layer.size && kind !== 'straight')
    return none('it repeats by itself, not as the cells are laid');
  const cellMm = { width: plan.cell.width / plan.scale.x, height: plan.cell.height / plan.scale.y };
  const key = JSON.stringify([
    { ...layer, blend: 0, opacity: 0 },
    plan.layout,
    cellMm,
    art.ppi,
    scene.ground,
  ]);
  const before = known.get(art) ?? new Map<string, LayerRead>();
  known.set(art, before);
  const found =
    before.get(key) ?? placedOf(layer, piecesOf(scene, layer, plan, art), plan, frameOf(layer, plan, art));
  before.delete(key);
  before.set(key, found);
  for (const old of [...before.keys()].slice(0, -KEPT)) before.delete(old);
  return found;
}

/** The pieces of a layer, read off what it alone looks like on the cloth. */
function piecesOf(scene: Scene, layer: PictureSceneLayer, plan: PixelPlan, art: SceneMotif): PictureRead {
  const alone: Scene = {
    ground: null,
    motifs: new Map([[layer.art, fineEnough(layer, plan, art)]]),
    placements: [],
    layers: [{ ...layer, blend: 'normal', opacity: 1 }],
  };
  const at = (area: number): TorusPicture => {
    const coarse = coarsePlan(plan, area);
    const torus = torusOf(coarse.lattice);
    const block = renderBlock(alone, coarse);
    const data = new Uint8ClampedArray(torus.width * torus.height * 4);
    const from = new Uint32Array(block.data.buffer);
    const to = new Uint32Array(data.buffer);
    for (let y = 0, p = 0; y < torus.height; y++) {
      const row = (y % block.height) * block.width;
      for (let x = 0; x < torus.width; x++, p++) to[p] = from[row + (x % block.width)];
    }
    return { torus, data, scale: coarse.scale };
  };
  const marks = layer.marks && marksMm(layer.marks, frameOf(layer, plan, art));
  return piecesOnTorus(at, marks, scene.split ? null : scene.ground);
}

/** The art of a layer, no finer than it is read. */
function fineEnough(layer: PictureSceneLayer, plan: PixelPlan, art: SceneMotif): SceneMotif {
  const { scale } = coarsePlan(plan, FINE_AREA);
  const frame = frameOf(layer, plan, art);
  const { width, height } = art.pyramid;
  const k = Math.max((frame.width * scale.x) / width, (frame.height * scale.y) / height);
  if (k > FINER) return art;
  // A drawing keeps its shape; a tile fills its frame.
  const px = (v: number) => Math.max(1, Math.round(v));
  const to = {
    width: px(layer.kind === 'tile' ? frame.width * scale.x : width * k),
    height: px(layer.kind === 'tile' ? frame.height * scale.y : height * k),
  };
  const levels = levelsFrom(shrink(art.pyramid, to));
  return { ...art, pyramid: { ...to, levels }, ppi: (art.ppi * to.width) / width };
}

/** Where a layer's picture lies, once. */
function frameOf(layer: PictureSceneLayer, plan: PixelPlan, art: SceneMotif): Frame {
  const cell = { width: plan.cell.width / plan.scale.x, height: plan.cell.height / plan.scale.y };
  if (layer.kind === 'drawing') {
    const [width, height] = [art.pyramid.width, art.pyramid.height].map(
      (px) => pxToMm(px, art.ppi) * layer.scale,
    );
    return { x: layer.x - width / 2, y: layer.y - height / 2, width, height };
  }
  // A diamond's box lies about its middle.
  const up = plan.layout.kind === 'diamond' && !layer.size ? cell.height / 2 : 0;
  return { x: 0, y: -up, ...(layer.size ?? cell) };
}

/** What a person said of the pieces of a picture, in shares of its size, as mm of the cloth. */
function marksMm({ joins, cuts, ground }: PieceMarks, frame: Frame): PieceMarks {
  const to = (p: Point) => ({ x: frame.x + p.x * frame.width, y: frame.y + p.y * frame.height });
  return { joins: joins.map((j) => j.map(to)), cuts: cuts.map((c) => c.map(to)), ground: ground.map(to) };
}

/** Pieces as things laid: each has its own art, and a name by where it lies. */
function placedOf(layer: PictureSceneLayer, read: PictureRead, plan: PixelPlan, frame: Frame): LayerRead {
  const { scale, ground, specks } = read;
  const cellMm = { width: plan.cell.width / plan.scale.x, height: plan.cell.height / plan.scale.y };
  const lattice = {
    a: { x: plan.lattice.a.x / plan.scale.x, y: plan.lattice.a.y / plan.scale.y },
    b: { x: plan.lattice.b.x / plan.scale.x, y: plan.lattice.b.y / plan.scale.y },
  };
  const ppi = scale.x * MM_PER_INCH;
  const motifs = new Map<string, SceneMotif>();
  const doubt = read.doubt ?? (read.pieces.length > MOST ? `it has more than ${MOST} pieces` : null);
  const all = { layer: layer.art, frame, motifs, ground, specks, leastMm: SEEN_PX / scale.x, doubt };
  if (doubt) return { ...all, placed: [] };
  const alike = alikeGroups(read.pieces);
  const cut = layer.marks?.cuts.length ? true : undefined;
  const placed = read.pieces.map(({ raster, x, y, through }, n): Placed => {
    const middle = { x: (x + raster.width / 2) / scale.x, y: (y + raster.height / 2) / scale.y };
    const at = wrapPoint({ ...lattice, ...cellMm }, middle);
    const id = pieceName(layer.art, at);
    motifs.set(`${id}:${n}`, { pyramid: pyramidOf(raster), ppi });
    const like = `${layer.art}:${alike.like[n]}`;
    const kin = `${layer.art}:${alike.kin[n]}`;
    return {
      id,
      motif: `${id}:${n}`,
      like,
      kin,
      through,
      cut,
      x: at.x,
      y: at.y,
      angle: 0,
      scale: 1,
      mirror: false,
    };
  });
  return { ...all, placed };
}
