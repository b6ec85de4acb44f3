import { type Box, imagesOf, type PixelPlan, type Point, shiftsInto, twinOf } from '../lattice';
import { newRaster, type Raster, unpremultiply } from '../raster';
import { ArgumentError, mod } from '../units';
import { grainRows, shadeOf, wearOf } from './grain';
import {
  artOf,
  asPlaced,
  type Blend,
  layersOf,
  type Placed,
  type Scene,
  type SceneLayer,
  type SceneMotif,
} from './scene';
import { inkShares } from './split';
import { type Sprite, spriteBox, spriteOf } from './sprite';
import { tileRows } from './tile';

export type RenderOptions = {
  /** Where on the print plane the picture's top left pixel lies, whole px. Default 0, 0. */
  origin?: { x: number; y: number };
  /** Called after each placement with the share done, 0 to 1. */
  onProgress?: (share: number) => void;
};

type Copy = { sprite: Sprite; shift: Point };
const topOf = ({ sprite, shift }: Copy) => sprite.y + sprite.height / 2 + shift.y;
const leftOf = ({ sprite, shift }: Copy) => sprite.x + sprite.width / 2 + shift.x;

/** Composites the sprite, moved by a whole-pixel shift, over the window (premultiplied; W3C Compositing 1). */
function lay(
  into: Uint8ClampedArray,
  window: Box,
  sprite: Sprite,
  { x: sx, y: sy }: Point,
  blend: Blend = 'normal',
) {
  const x0 = Math.max(window.x0, sprite.x + sx);
  const x1 = Math.min(window.x1, sprite.x + sx + sprite.width);
  const y0 = Math.max(window.y0, sprite.y + sy);
  const y1 = Math.min(window.y1, sprite.y + sy + sprite.height);
  const stride = window.x1 - window.x0;
  const src = sprite.data;
  for (let y = y0; y < y1; y++) {
    let o = ((y - window.y0) * stride + (x0 - window.x0)) * 4;
    let i = ((y - sprite.y - sy) * sprite.width + (x0 - sprite.x - sx)) * 4;
    for (let x = x0; x < x1; x++, o += 4, i += 4) {
      const a = src[i + 3];
      if (a === 0) continue;
      if (blend !== 'normal') {
        glaze(into, o, src, i, blend);
        continue;
      }
      if (a === 255) {
        into[o] = src[i];
        into[o + 1] = src[i + 1];
        into[o + 2] = src[i + 2];
        into[o + 3] = 255;
        continue;
      }
      const k = 255 - a;
      into[o] = src[i] + (into[o] * k) / 255;
      into[o + 1] = src[i + 1] + (into[o + 1] * k) / 255;
      into[o + 2] = src[i + 2] + (into[o + 2] * k) / 255;
      into[o + 3] = a + (into[o + 3] * k) / 255;
    }
  }
}

/** One pixel laid by multiply or screen. */
function glaze(
  into: Uint8ClampedArray,
  o: number,
  src: Uint8ClampedArray,
  i: number,
  blend: Exclude<Blend, 'normal'>,
) {
  const a = src[i + 3];
  const under = into[o + 3];
  for (let c = 0; c < 3; c++) {
    const s = src[i + c];
    const b = into[o + c];
    into[o + c] =
      blend === 'multiply' ? (s * (255 - under) + b * (255 - a) + s * b) / 255 : s + b - (s * b) / 255;
  }
  into[o + 3] = a + under - (a * under) / 255;
}

/** Lays the grains over a finished window (premultiplied). */
function layGrain(
  into: Uint8ClampedArray,
  window: Box,
  { grain }: Scene,
  plan: PixelPlan,
  ground: Uint8ClampedArray | null,
) {
  const { width: bw, height: bh } = plan.block;
  const wide = window.x1 - window.x0;
  const ink = grain?.ink && grainRows(grain.ink, plan);
  const cloth = grain?.cloth && grainRows(grain.cloth, plan);
  for (let y = window.y0; y < window.y1; y++) {
    const inkRow = ink?.(mod(y, bh));
    const clothRow = cloth?.(mod(y, bh));
    let o = (y - window.y0) * wide * 4;
    for (let x = window.x0, at = mod(x, bw); x < window.x1; x++, o += 4, at = at + 1 === bw ? 0 : at + 1) {
      const wear = inkRow && grain?.ink ? wearOf(inkRow[at], grain.ink.amount) : 0;
      const shade = clothRow && grain?.cloth ? shadeOf(clothRow[at], grain.cloth.amount) : 0;
      if (wear === 0 && shade === 0) continue;
      const worn = (c: number) => {
        const under = ground ? ground[o + c] : 0;
        return (into[o + c] * (255 - wear) + under * wear) / 255;
      };
      const k = (255 - Math.abs(shade)) / 255;
      const alpha = worn(3);
      const add = shade > 0 ? (alpha * shade) / 255 : 0;
      for (let c = 0; c < 3; c++) into[o + c] = worn(c) * k + add;
      into[o + 3] = alpha;
    }
  }
}

/** Fills a window with the ground: one colour, or the colours that it is split in. */
function layGround(into: Uint8ClampedArray, window: Box, { ground, split }: Scene, plan: PixelPlan) {
  if (!ground) return;
  const [r, g, b] = ground;
  new Uint32Array(into.buffer).fill(((255 << 24) | (b << 16) | (g << 8) | r) >>> 0);
  const shares = split && inkShares({ ...split, inks: split.colours.length }, plan);
  if (!split || !shares) return;
  const part = new Float64Array(split.colours.length);
  for (let y = window.y0, o = 0; y < window.y1; y++) {
    for (let x = window.x0; x < window.x1; x++, o += 4) {
      shares(x, y, part);
      for (let c = 0; c < 3; c++) {
        let v = 0;
        for (let k = 0; k < part.length; k++) v += part[k] * split.colours[k][c];
        into[o + c] = v;
      }
    }
  }
}

/** Gives the sprite of a placement's image; `box`: the print px that it covers. */
type Sampler = (image: Placed, art: SceneMotif, box: Box) => Sprite;

/** Lays placements over a window, each with its copies, in plane order. */
function layPlacements(
  into: Uint8ClampedArray,
  window: Box,
  placements: readonly Placed[],
  scene: Pick<Scene, 'motifs'>,
  plan: PixelPlan,
  sample: Sampler,
  onProgress?: (share: number) => void,
) {
  const cellMm = { width: plan.cell.width / plan.scale.x, height: plan.cell.height / plan.scale.y };
  const twin = twinOf(plan.layout, cellMm);
  placements.forEach((placed, n) => {
    const art = artOf(scene, placed);
    if (!art) throw new ArgumentError('A placement names a motif that is not there.');
    const copies = imagesOf(placed, twin).flatMap((image) => {
      const box = spriteBox(image, art, plan);
      const shifts = shiftsInto(plan.lattice, box, window);
      if (!shifts.length) return [];
      const sprite = sample(image, art, box);
      return shifts.map((shift): Copy => ({ sprite, shift }));
    });
    if (twin) copies.sort((p, q) => topOf(p) - topOf(q) || leftOf(p) - leftOf(q));
    for (const { sprite, shift } of copies) lay(into, window, sprite, shift, placed.blend);
    onProgress?.((n + 1) / placements.length);
  });
}

/** Lays a picture that repeats by itself over a window. */
function layTile(
  into: Uint8ClampedArray,
  window: Box,
  { art: name, size, blend, opacity = 1 }: Extract<SceneLayer, { kind: 'tile' }>,
  scene: Pick<Scene, 'motifs'>,
  plan: PixelPlan,
) {
  const art = scene.motifs.get(name);
  if (!art) throw new ArgumentError('A layer names a picture that is not there.');
  const rows = tileRows(art, size, plan);
  const width = window.x1 - window.x0;
  const row: Sprite = { x: window.x0, y: 0, width, height: 1, data: new Uint8ClampedArray(width * 4) };
  for (let y = window.y0; y < window.y1; y++) {
    rows(y, window.x0, row.data);
    if (opacity < 1) for (let i = 0; i < row.data.length; i++) row.data[i] *= opacity;
    row.y = y;
    lay(into, window, row, { x: 0, y: 0 }, blend);
  }
}

/** Lays all layers of a scene over a window, in their order. */
function layAll(
  into: Uint8ClampedArray,
  window: Box,
  scene: Scene,
  plan: PixelPlan,
  sample: Sampler,
  onProgress?: (share: number) => void,
) {
  const layers = layersOf(scene);
  for (const [n, layer] of layers.entries()) {
    const done = (share: number) => onProgress?.((n + share) / layers.length);
    if (layer.kind === 'placements') layPlacements(into, window, scene.placements, scene, plan, sample, done);
    else if (layer.kind === 'drawing') layPlacements(into, window, [asPlaced(layer)], scene, plan, sample);
    else layTile(into, window, layer, scene, plan);
    done(1);
  }
}

/** What lies on a split ground, drawn otherwise on each of its inks. */
function layCounterchanged(
  into: Uint8ClampedArray,
  window: Box,
  scene: Scene,
  ways: NonNullable<NonNullable<Scene['split']>['counter']>,
  plan: PixelPlan,
  sampleOf: (way: number) => Sampler,
) {
  const { split } = scene;
  const shares = split && inkShares({ ...split, inks: ways.length }, plan);
  if (!shares) return layAll(into, window, scene, plan, sampleOf(-1));
  const drawn = ways.map((way, n) => {
    const out = into.slice();
    layAll(out, window, { ...scene, ...way }, plan, sampleOf(n));
    return out;
  });
  const part = new Float64Array(ways.length);
  for (let y = window.y0, o = 0; y < window.y1; y++) {
    for (let x = window.x0; x < window.x1; x++, o += 4) {
      shares(x, y, part);
      for (let c = 0; c < 4; c++) {
        let v = 0;
        for (let k = 0; k < part.length; k++) v += part[k] * drawn[k][o + c];
        into[o + c] = v;
      }
    }
  }
}

/** Renders a window, print px, with sprites from a sampler for each way in which what lies on the cloth is drawn (-1: as it is). */
function renderBox(
  scene: Scene,
  plan: PixelPlan,
  window: Box,
  sampleOf: (way: number) => Sampler,
  onProgress?: (share: number) => void,
): Raster {
  const out = newRaster(window.x1 - window.x0, window.y1 - window.y0);
  layGround(out.data, window, scene, plan);
  const worn = scene.ground && scene.grain?.ink ? out.data.slice() : null;
  const ways = scene.ground && scene.split?.counter;
  if (ways) layCounterchanged(out.data, window, scene, ways, plan, sampleOf);
  else layAll(out.data, window, scene, plan, sampleOf(-1), onProgress);
  if (scene.grain?.ink || scene.grain?.cloth) layGrain(out.data, window, scene, plan, worn);
  return unpremultiply(out);
}

/**
 * Renders any window of the endless cloth, `width` x `height` print px: the ground, the layers in their order, the grain. Each
 * placement (and, where cells alternate, its twin) is sampled once and laid at whole-pixel lattice shifts in plane order (list
 * order, then y, then x), so that the picture is a function of the place on the torus alone.
 * @throws ArgumentError when a placement names a motif that the scene does not hold.
 */
export function renderWindow(
  scene: Scene,
  plan: PixelPlan,
  width: number,
  height: number,
  options: RenderOptions = {},
): Raster {
  const { x, y } = options.origin ?? { x: 0, y: 0 };
  const once: Sampler = (image, art) => spriteOf(image, art, plan);
  return renderBox(
    scene,
    plan,
    { x0: x, y0: y, x1: x + width, y1: y + height },
    () => once,
    options.onProgress,
  );
}

/** A window of the cloth, given band by band from its top down: `rows(from, to)`, RGBA, its rows `from` to `to - 1`. */
export type Prepared = { width: number; height: number; rows: (from: number, to: number) => Raster };

/**
 * Prepares a window of the cloth (the repeat block, unless it is said) to be rendered in bands: the bytes are those of renderWindow,
 * but a sprite is sampled when the first band asks for it and let go of after the last one that may, so that memory holds what one
 * band needs. Bands that are asked for upward begin anew.
 * @throws ArgumentError for rows beyond the window; and as renderWindow.
 */
export function prepare(
  scene: Scene,
  plan: PixelPlan,
  { x, y, width, height } = { x: 0, y: 0, ...plan.block },
): Prepared {
  const whole: Box = { x0: x, y0: y, x1: x + width, y1: y + height };
  const held = new Map<string, { sprite: Sprite; last: number }>();
  const sampleOf =
    (way: number): Sampler =>
    (image, art, box) => {
      const key = `${way}|${image.art ?? image.motif}|${image.x}|${image.y}|${image.angle}|${image.scale}|${image.mirror}|${image.opacity ?? 1}`;
      let one = held.get(key);
      if (!one) {
        const last = Math.max(...shiftsInto(plan.lattice, box, whole).map((shift) => box.y1 + shift.y));
        one = { sprite: spriteOf(image, art, plan), last };
        held.set(key, one);
      }
      return one.sprite;
    };
  let done = 0;
  return {
    ...{ width, height },
    rows(from, to) {
      if (!(from >= 0 && to > from && to <= height))
        throw new ArgumentError(`This picture has the rows 0 to ${height - 1}.`);
      if (from < done) held.clear();
      done = from;
      const band = renderBox(scene, plan, { ...whole, y0: y + from, y1: y + to }, sampleOf);
      for (const [key, { last }] of held) if (last <= y + to) held.delete(key);
      return band;
    },
  };
}

/** The repeat block of a plan, RGBA: what a printer repeats straight. Bit-exact on the torus. */
export function renderBlock(scene: Scene, plan: PixelPlan, options?: RenderOptions): Raster {
  return renderWindow(scene, plan, plan.block.width, plan.block.height, options);
}

/** Fills a sheet of `width` x `height` px with a block, straight, from a whole-pixel origin in the block. */
export function fillSheet(
  block: Raster,
  sheet: { width: number; height: number },
  origin = { x: 0, y: 0 },
): Raster {
  const out = newRaster(sheet.width, sheet.height);
  const from = new Uint32Array(block.data.buffer, block.data.byteOffset, block.width * block.height);
  const to = new Uint32Array(out.data.buffer);
  for (let y = 0; y < sheet.height; y++) {
    const row = mod(y + origin.y, block.height) * block.width;
    for (let x = 0; x < sheet.width; x++) {
      to[y * sheet.width + x] = from[row + mod(x + origin.x, block.width)];
    }
  }
  return out;
}
