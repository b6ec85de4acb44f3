import { decode } from 'fast-png';
import {
  PICTURE_LIMITS,
  type Plates,
  platesOf,
  pyramidOf,
  type Raster,
  type Rgb,
  readPictureHead,
  recolour,
  reduceTo,
  type SceneMotif,
} from '../core';
import type { ArtRequest } from './protocol';

/** Straight RGBA from a cut-out PNG, byte for byte (a canvas would round through premultiplied alpha). */
export function decodeCutOut(bytes: Uint8Array): Raster {
  const head = readPictureHead(bytes);
  const png = decode(bytes);
  const { width, height, channels } = png;
  const data = new Uint8ClampedArray(head.width * head.height * 4);
  for (let p = 0; p < width * height; p++) {
    for (let c = 0; c < 3; c++) data[p * 4 + c] = png.data[p * channels + (channels > 2 ? c : 0)];
    data[p * 4 + 3] = channels === 4 ? png.data[p * channels + 3] : 255;
  }
  return { width, height, data };
}

/** Any picture file, decoded by the browser, after its head was found sound. */
export async function decodePicture(bytes: Uint8Array<ArrayBuffer>): Promise<Raster> {
  const head = readPictureHead(bytes);
  const bitmap = await createImageBitmap(new Blob([bytes], { type: `image/${head.type}` }));
  const { width, height } = bitmap;
  if (width * height > PICTURE_LIMITS.megapixels * 1e6)
    throw new Error('The picture is larger than it said.');
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser gave no canvas to decode the picture on.');
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const { data } = context.getImageData(0, 0, width, height);
  return { width, height, data };
}

type Art = { raster: Raster; reduced: Map<number, Raster>; plates: Map<string, Plates> };
const arts = new Map<string, Art>();

export const hasArt = (asset: string) => arts.has(asset);
export const putArt = (asset: string, bytes: Uint8Array) => {
  arts.set(asset, { raster: decodeCutOut(bytes), reduced: new Map(), plates: new Map() });
};

const keyOf = (inks: Rgb[]) => inks.map((i) => i.join()).join(';');

/** The art in the colours of a request, at its own size or reduced to `longSide` px at most. */
export function colouredArt(request: ArtRequest, longSide?: number): Raster {
  const art = arts.get(request.asset);
  if (!art) throw new Error('The art of a motif is not in the worker.');
  let raster = art.raster;
  let size = 0;
  if (longSide !== undefined) {
    size = longSide;
    const known = art.reduced.get(size);
    raster = known ?? reduceTo(art.raster, longSide).raster;
    if (!known) art.reduced.set(size, raster);
  }
  const { from, to } = request;
  if (!from.length || keyOf(from) === keyOf(to)) return raster;
  const key = `${size}|${keyOf(from)}`;
  let plates = art.plates.get(key);
  if (!plates) {
    // Plates of other inks are not wanted again soon.
    for (const k of art.plates.keys()) if (k.startsWith(`${size}|`)) art.plates.delete(k);
    plates = platesOf(raster, from);
    art.plates.set(key, plates);
  }
  return recolour(plates, to);
}

export const plainArt = (asset: string): Raster => {
  const art = arts.get(asset);
  if (!art) throw new Error('The art of a motif is not in the worker.');
  return art.raster;
};

/** Another bolt is opened: its art is not this one's. */
export function letGoOfArt() {
  arts.clear();
  pyramids.clear();
}

const pyramids = new Map<string, { key: string; motif: SceneMotif }>();

/** A motif ready to render, kept until its colours change. */
export function sceneMotif(request: ArtRequest): SceneMotif {
  const key = `${request.ppi}|${keyOf(request.from)}|${keyOf(request.to)}`;
  const known = pyramids.get(request.asset);
  if (known?.key === key) return known.motif;
  const motif = { pyramid: pyramidOf(colouredArt(request)), ppi: request.ppi };
  pyramids.set(request.asset, { key, motif });
  return motif;
}
