import type { PixelPlan } from '../../lattice';
import { differingPixels, rollRaster } from '../../raster';
import { renderBlock, type Scene } from '../../render';

/** What the wrap proof saw: how many pixels differed, of how many, cut at which place (px). */
export type WrapProof = {
  exact: boolean;
  differing: number;
  pixels: number;
  cutAt: { x: number; y: number };
};

/**
 * Renders the block twice, cut in different places, lays one over the other and compares every byte.
 * @param onProgress share done, 0 to 1.
 */
export function proveWrap(scene: Scene, plan: PixelPlan, onProgress?: (share: number) => void): WrapProof {
  const { width, height } = plan.block;
  // A cut far from any edge, and on no simple fraction of the block.
  const cutAt = { x: Math.floor(width * 0.382) + 1, y: Math.floor(height * 0.618) + 1 };
  const plain = renderBlock(scene, plan, { onProgress: (s) => onProgress?.(s / 2) });
  const moved = renderBlock(scene, plan, { origin: cutAt, onProgress: (s) => onProgress?.(0.5 + s / 2) });
  const differing = differingPixels(plain, rollRaster(moved, -cutAt.x, -cutAt.y));
  return { exact: differing === 0, differing, pixels: width * height, cutAt };
}
