import {
  type LinePicture,
  linePictureOf,
  marked,
  type Plates,
  type ProofCube,
  type Pyramid,
  platesOf,
  pyramidOf,
  type Raster,
  type Rgb,
  recolour,
  reduceTo,
  rgbOfHex,
  type SceneMotif,
  softProof,
  straightOf,
  thinnestLine,
  tinted,
} from '../core';
import { readCutOut } from './cut-out';
import { type ArtRequest, assetOfKey, FAR_OFF, linesKey, MARKED } from './protocol';

/** Art in pixels, or as a vector was drawn last; its levels once they are wanted; reduced, by how often it was halved. */
type Art = {
  raster: Raster;
  vector: boolean;
  pyramid?: Pyramid;
  reduced: Map<number, Raster>;
  plates: Map<string, Plates>;
};
const arts = new Map<string, Art>();

export const hasArt = (asset: string) => arts.has(asset);

const fresh = (raster: Raster, vector: boolean): Art => ({
  ...{ raster, vector, reduced: new Map(), plates: new Map() },
});

/** Takes art in: a cut-out PNG. */
export async function putArt(asset: string, bytes: Uint8Array) {
  arts.set(asset, fresh(await readCutOut(bytes), false));
}

/** Takes a vector in, or takes it in anew, as it was drawn at some width. */
export function putDrawn(asset: string, raster: Raster) {
  arts.set(asset, fresh(raster, true));
  for (const [name, p] of pyramids) if (p.asset === asset) pyramids.delete(name);
}

/** The vectors among these requests that are there at another size than is asked for. */
export const undrawn = (requests: ArtRequest[]): { asset: string; width: number }[] =>
  requests.flatMap(({ asset, drawWidth: width }) => {
    const art = arts.get(asset);
    return art?.vector && width && art.raster.width !== width ? [{ asset, width }] : [];
  });

/** The thinnest lines that were measured before; they go with their art. */
const lines = new Map<string, number>();
export function learnLines(told: Iterable<[key: string, mm: number]>) {
  for (const [key, mm] of told) lines.set(key, mm);
}

/** Of a picture what its lines are measured on, for another worker to have. */
export function linePicture({ asset, ppi }: ArtRequest): LinePicture {
  const { level, ppi: its } = linePictureOf({ pyramid: levelsOf(artOf(asset)), ppi });
  return { level: { ...level, data: level.data.slice() }, ppi: its };
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

/** Whether art is wanted in the inks that it was drawn in. */
const isPlain = ({ from, to, texture }: ArtRequest) =>
  !from.length || (keyOf(from) === keyOf(to) && !texture);

/**
 * The art in the colours of a request, at its own size or reduced to `longSide` px at most. `quick`: told by its
 * plates at that very size, which is rougher and four times as fast.
 */
export function colouredArt(request: ArtRequest, longSide = Number.POSITIVE_INFINITY, quick = false): Raster {
  const art = artOf(request.asset);
  const { tint } = request;
  if (tint) return proofed(tinted(reduced(art, longSide), tint), request.proof);
  if (isPlain(request)) return proofed(reduced(art, longSide), request.proof);
  const told = reduced(art, quick ? longSide : longSide * FINER);
  return proofed(reduceTo(recoloured(art, told, request), longSide).raster, request.proof);
}

/** Art by whole halvings, so that it is `longSide` px long at most (16 or more). */
function reduced(art: Art, longSide: number): Raster {
  const { width, height } = art.raster;
  let n = 0;
  while (Math.max(width, height) / 2 ** n > longSide) n++;
  const made = art.reduced.get(n) ?? (n ? straightOf(levelsOf(art).levels[n]) : art.raster);
  art.reduced.set(n, made);
  return made;
}

/** All levels of art in its own inks. */
function levelsOf(art: Art): Pyramid {
  art.pyramid ??= pyramidOf(art.raster);
  return art.pyramid;
}

/** Art as it was drawn, at its own size. */
export const ownArt = (asset: string): Raster => artOf(asset).raster;

/** The long side of what art is grabbed, laid and told by, px at most. */
const SMALL_PX = 240;

/** Art at SMALL_PX, in its own inks; `factor` of its pixels to one of these. */
export function smallArt(asset: string): { small: Raster; factor: number } {
  const art = artOf(asset);
  const small = reduced(art, SMALL_PX);
  const [full, now] = [art.raster, small].map((r) => Math.max(r.width, r.height));
  return { small, factor: 2 ** Math.round(Math.log2(full / now)) };
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

export const plainArt = (asset: string): Raster => artOf(asset).raster;

function artOf(asset: string): Art {
  const art = arts.get(asset);
  if (!art) throw new Error('The art of a motif is not in the worker.');
  return art;
}

/** Art that is wanted no more: some, or all when another bolt is opened. */
export function letGoOfArt(some?: string[]) {
  for (const asset of some ?? [...arts.keys()]) arts.delete(asset);
  for (const [name, { asset }] of pyramids) if (!arts.has(asset)) pyramids.delete(name);
  for (const key of lines.keys()) if (!arts.has(assetOfKey(key))) lines.delete(key);
}

/** By the name of the art in its bolt: one motif may be worn in several ways. */
const pyramids = new Map<string, { key: string; asset: string; motif: SceneMotif }>();

/** A motif ready to render, kept until its colours change. */
export function sceneMotif(request: ArtRequest): SceneMotif {
  const { ppi, from, to, texture, tint } = request;
  const key = `${ppi}|${keyOf(from)}|${keyOf(to)}|${texture?.join() ?? ''}|${tint?.join() ?? ''}`;
  let known = pyramids.get(request.motif);
  if (known?.key !== key || known.asset !== request.asset) {
    const art = artOf(request.asset);
    const pyramid = isPlain(request) && !tint ? levelsOf(art) : pyramidOf(colouredArt(request));
    known = { key, asset: request.asset, motif: { pyramid, ppi, shape: art.raster } };
    pyramids.set(request.motif, known);
  }
  const line = lines.get(linesKey(request));
  if (line !== undefined) thinnestLine.know(known.motif, line);
  return known.motif;
}
