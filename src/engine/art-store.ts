import { decode } from 'fast-png';
import {
  looksLikeSvg,
  type Plates,
  platesOf,
  pyramidOf,
  type Raster,
  type Rgb,
  readPictureHead,
  readSvg,
  recolour,
  reduceTo,
  type SceneMotif,
} from '../core';
import type { ArtRequest } from './protocol';
import { drawSvg } from './svg';

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

/** Art in pixels, or a vector that is drawn at the width a request names. */
type Art = { raster: Raster; vector?: string; reduced: Map<number, Raster>; plates: Map<string, Plates> };
const arts = new Map<string, Art>();

export const hasArt = (asset: string) => arts.has(asset);

/** Takes art in: a cut-out PNG, or an SVG, which is drawn once it is known how large. */
export async function putArt(asset: string, bytes: Uint8Array) {
  const fresh = { reduced: new Map(), plates: new Map() };
  if (looksLikeSvg(bytes)) {
    const { svg } = readSvg(bytes);
    arts.set(asset, { ...fresh, vector: svg, raster: await drawSvg(svg, 600) });
  } else arts.set(asset, { ...fresh, raster: decodeCutOut(bytes) });
}

/** Draws the vectors among these requests at the size that each of them asks for. */
export async function drawVectors(requests: ArtRequest[]) {
  for (const { asset, drawWidth } of requests) {
    const art = arts.get(asset);
    if (art?.vector === undefined || !drawWidth || art.raster.width === drawWidth) continue;
    art.raster = await drawSvg(art.vector, drawWidth);
    art.reduced.clear();
    art.plates.clear();
    pyramids.delete(asset);
  }
}

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
