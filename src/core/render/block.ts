import { type Box, type PixelPlan, shiftsInto } from '../lattice';
import { newRaster, type Raster, unpremultiply } from '../raster';
import { RangeMessage } from '../units';
import type { Scene } from './scene';
import { type Sprite, spriteOf } from './sprite';

export type RenderOptions = {
  /** Where on the print plane the picture's top left pixel lies, whole px. Default 0, 0. */
  origin?: { x: number; y: number };
  /** Called after each placement with the share done, 0 to 1. */
  onProgress?: (share: number) => void;
};

/** Composites the sprite, moved by a whole-pixel shift, over the window (premultiplied, source over). */
function lay(into: Uint8ClampedArray, window: Box, sprite: Sprite, sx: number, sy: number) {
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
      if (a === 255) {
        into[o] = src[i];
        into[o + 1] = src[i + 1];
        into[o + 2] = src[i + 2];
        into[o + 3] = 255;
        continue;
      }
      const k = 255 - a;
      into[o] = src[i] + (into[o] * k + 127) / 255;
      into[o + 1] = src[i + 1] + (into[o + 1] * k + 127) / 255;
      into[o + 2] = src[i + 2] + (into[o + 2] * k + 127) / 255;
      into[o + 3] = a + (into[o + 3] * k + 127) / 255;
    }
  }
}

/**
 * Renders any window of the endless cloth, `width` x `height` print px. Each placement is sampled once and
 * laid at whole-pixel lattice shifts in plane order (list order, then y, then x), so that the picture is a
 * function of the place on the torus alone.
 * @throws RangeMessage when a placement names a motif that the scene does not hold.
 */
export function renderWindow(
  scene: Scene,
  plan: PixelPlan,
  width: number,
  height: number,
  options: RenderOptions = {},
): Raster {
  const { x, y } = options.origin ?? { x: 0, y: 0 };
  const window: Box = { x0: x, y0: y, x1: x + width, y1: y + height };
  const out = newRaster(width, height);
  if (scene.ground) {
    const [r, g, b] = scene.ground;
    new Uint32Array(out.data.buffer).fill(((255 << 24) | (b << 16) | (g << 8) | r) >>> 0);
  }
  scene.placements.forEach((placed, n) => {
    const art = scene.motifs.get(placed.motif);
    if (!art) throw new RangeMessage('A placement names a motif that is not there.');
    const sprite = spriteOf(placed, art, plan);
    const box = { x0: sprite.x, y0: sprite.y, x1: sprite.x + sprite.width, y1: sprite.y + sprite.height };
    for (const shift of shiftsInto(plan.lattice, box, window)) {
      lay(out.data, window, sprite, shift.x, shift.y);
    }
    options.onProgress?.((n + 1) / scene.placements.length);
  });
  return unpremultiply(out);
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
  const mod = (v: number, n: number) => ((v % n) + n) % n;
  for (let y = 0; y < sheet.height; y++) {
    const row = mod(y + origin.y, block.height) * block.width;
    for (let x = 0; x < sheet.width; x++) {
      to[y * sheet.width + x] = from[row + mod(x + origin.x, block.width)];
    }
  }
  return out;
}
