import {
  LruCache,
  marked,
  type Plates,
  type ProofCube,
  type Pyramid,
  platesOf,
  type Raster,
  type Rgb,
  recolour,
  reduceTo,
  rgbOfHex,
  softProof,
  straightOf,
  tinted,
} from '../../core';
import { type ArtRequest, FAR_OFF, MARKED } from '../protocol';
import { isPlain, pictureKey } from './shared-art';

/** Thin lines keep their inks when plates are made at twice the size that is wanted. */
export const FINER = 2;

/** So many pixels of plates are kept: those of the sizes in use just now. */
const MOST_PLATES_PX = 8e6;
const kept = new LruCache<Plates>(MOST_PLATES_PX, (p) => p.width * p.height);

export const forgetPlates = () => kept.clear();

const inksKey = (inks: Rgb[]) => inks.map((i) => i.join()).join(';');

/** Art in its own colours by whole halvings, so that it is `longSide` px long at most (16 or more). */
export function reduced({ width, height, levels }: Pyramid, longSide: number): Raster {
  let n = 0;
  while (n + 1 < levels.length && Math.max(width, height) / 2 ** n > longSide) n++;
  return straightOf(levels[n]);
}

/** Art in the colours of a request, from the picture itself. */
export function coloured(raster: Raster, art: ArtRequest): Raster {
  if (art.tint) return tinted(raster, art.tint);
  if (isPlain(art)) return raster;
  return recolour(platesOf(raster, art.from), art.to, { from: art.from, texture: art.texture });
}

/**
 * The same reduced to `longSide` px at most, from levels in its own colours down to `FINER` times that size. `quick`: told by its plates
 * at that very size, which is rougher and four times as fast.
 */
export function colouredSmall(
  art: ArtRequest,
  pyramid: Pyramid,
  longSide: number,
  quick = false,
  cube: ProofCube | null = null,
): Raster {
  const { tint, proof, from, to, texture } = art;
  if (tint) return proofed(tinted(reduced(pyramid, longSide), tint), proof, cube);
  if (isPlain(art)) return proofed(reduced(pyramid, longSide), proof, cube);
  const raster = reduced(pyramid, quick ? longSide : longSide * FINER);
  const key = `${pictureKey(art)}|${raster.width}|${inksKey(from)}`;
  const plates = kept.get(key) ?? platesOf(raster, from);
  kept.keep(key, plates);
  return proofed(reduceTo(recolour(plates, to, { from, texture }), longSide).raster, proof, cube);
}

function proofed(raster: Raster, proof: ArtRequest['proof'], cube: ProofCube | null): Raster {
  if (!proof || !cube) return raster;
  const printed = softProof(raster, cube);
  return proof === 'print' ? printed : marked(raster, printed, FAR_OFF, rgbOfHex(MARKED));
}
