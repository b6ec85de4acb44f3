import {
  formatOf,
  marked,
  type Plates,
  type ProofCube,
  platesOf,
  pyramidOf,
  type Raster,
  type Rgb,
  recolour,
  reduceTo,
  rgbOfHex,
  type SceneMotif,
  softProof,
} from '../core';
import { decodeCutOut } from '../core/format/png/read';
import { readSvg } from '../core/format/svg/read';
import { type ArtRequest, FAR_OFF, MARKED } from './protocol';
import { drawSvg } from './svg';

/** Art in pixels, or a vector that is drawn at the width a request names. */
type Art = { raster: Raster; vector?: string; reduced: Map<number, Raster>; plates: Map<string, Plates> };
const arts = new Map<string, Art>();

export const hasArt = (asset: string) => arts.has(asset);

/** Takes art in: a cut-out PNG, or an SVG, which is drawn once it is known how large. */
export async function putArt(asset: string, bytes: Uint8Array) {
  const fresh = { reduced: new Map(), plates: new Map() };
  if (formatOf(bytes)?.id === 'svg') {
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
    for (const [name, p] of pyramids) if (p.asset === asset) pyramids.delete(name);
  }
}

/** The printer that is proofed. */
let cube: ProofCube | null = null;
export const setCube = (now: ProofCube | null) => {
  cube = now;
};

/** What it makes of every colour. */
export function cubeNow(): ProofCube {
  if (!cube) throw new Error('No printer is set to proof with.');
  return cube;
}

function proofed(raster: Raster, proof: ArtRequest['proof']): Raster {
  if (!proof || !cube) return raster;
  const printed = softProof(raster, cube);
  return proof === 'print' ? printed : marked(raster, printed, FAR_OFF, rgbOfHex(MARKED));
}

const keyOf = (inks: Rgb[]) => inks.map((i) => i.join()).join(';');

/** Thin lines keep their inks when plates are made at twice the size that is wanted. */
const FINER = 2;

/**
 * The art in the colours of a request, at its own size or reduced to `longSide` px at most. `quick`: told by its
 * plates at that very size, which is rougher and four times as fast.
 */
export function colouredArt(request: ArtRequest, longSide = Number.POSITIVE_INFINITY, quick = false): Raster {
  const art = arts.get(request.asset);
  if (!art) throw new Error('The art of a motif is not in the worker.');
  const { from, to, texture } = request;
  const plain = !from.length || (keyOf(from) === keyOf(to) && !texture);
  if (plain) return proofed(reduced(art, longSide), request.proof);
  const told = reduced(art, quick ? longSide : longSide * FINER);
  return proofed(reduceTo(recoloured(art, told, request), longSide).raster, request.proof);
}

function reduced(art: Art, longSide: number): Raster {
  const known = art.reduced.get(longSide);
  if (known) return known;
  const { raster } = reduceTo(art.raster, longSide);
  if (raster !== art.raster) art.reduced.set(longSide, raster);
  return raster;
}

/** Plates kept for one art: of the sizes in use just now. */
const MOST_PLATES = 3;

function recoloured(art: Art, raster: Raster, { from, to, texture }: ArtRequest): Raster {
  const key = `${raster.width}|${keyOf(from)}`;
  let plates = art.plates.get(key);
  if (!plates) {
    plates = platesOf(raster, from);
    const [oldest] = art.plates.keys();
    if (art.plates.size >= MOST_PLATES) art.plates.delete(oldest);
    art.plates.set(key, plates);
  }
  return recolour(plates, to, { from, texture });
}

export const plainArt = (asset: string): Raster => {
  const art = arts.get(asset);
  if (!art) throw new Error('The art of a motif is not in the worker.');
  return art.raster;
};

/** Art that is wanted no more: some, or all when another bolt is opened. */
export function letGoOfArt(some?: string[]) {
  for (const asset of some ?? [...arts.keys()]) arts.delete(asset);
  for (const [name, { asset }] of pyramids) if (!arts.has(asset)) pyramids.delete(name);
}

/** By the name of the art in its bolt: one motif may be worn in several ways. */
const pyramids = new Map<string, { key: string; asset: string; motif: SceneMotif }>();

/** A motif ready to render, kept until its colours change. */
export function sceneMotif(request: ArtRequest): SceneMotif {
  const { ppi, from, to, texture } = request;
  const key = `${ppi}|${keyOf(from)}|${keyOf(to)}|${texture?.join() ?? ''}`;
  const known = pyramids.get(request.motif);
  if (known?.key === key && known.asset === request.asset) return known.motif;
  const shape = plainArt(request.asset);
  const motif = { pyramid: pyramidOf(colouredArt(request)), ppi: request.ppi, shape };
  pyramids.set(request.motif, { key, asset: request.asset, motif });
  return motif;
}
