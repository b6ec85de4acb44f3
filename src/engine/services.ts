import exifr from 'exifr';
import { decode } from 'fast-png';
import {
  differingPixels,
  encodePng,
  extractPalette,
  findings,
  type IntakeSettings,
  MM_PER_INCH,
  PictureRefused,
  pixelPlan,
  proveWrap,
  type Raster,
  readPictureHead,
  removePaper,
  renderBlock,
  rollRaster,
  type Scene,
  sha256Of,
  splitPieces,
  withExif,
} from '../core';
import {
  colouredArt,
  decodeCutOut,
  decodePicture,
  hasArt,
  letGoOfArt,
  plainArt,
  putArt,
  sceneMotif,
} from './art-store';
import type { ArtRequest, FileProof, Progress, SceneRequest } from './protocol';

function bitmapOf(raster: Raster): ImageBitmap {
  const canvas = new OffscreenCanvas(raster.width, raster.height);
  canvas
    .getContext('2d')
    ?.putImageData(new ImageData(new Uint8ClampedArray(raster.data), raster.width), 0, 0);
  return canvas.transferToImageBitmap();
}

function sceneOf(request: SceneRequest): Scene {
  return {
    ground: request.ground,
    motifs: new Map(request.arts.map((a) => [a.motif, sceneMotif(a)])),
    placements: request.placements,
  };
}

let page: { key: string; raster: Raster } | undefined;
async function pageOf(bytes: Uint8Array<ArrayBuffer>): Promise<{ key: string; raster: Raster }> {
  const key = await sha256Of(bytes);
  if (page?.key !== key) page = { key, raster: await decodePicture(bytes) };
  return page;
}

/** Everything the workers do. Rasters travel as ImageBitmaps to look at and as PNG bytes to keep. */
export const services = {
  /** Which of these assets the worker still needs. */
  missing: (assets: string[]) => assets.filter((a) => !hasArt(a)),
  letGoOfArt,
  take: (asset: string, bytes: Uint8Array) => putArt(asset, bytes),

  /** Size and ppi of a picture file, or the reason why it is turned away. Decodes it to be sure. */
  async look(bytes: Uint8Array<ArrayBuffer>) {
    const head = readPictureHead(bytes);
    const exif = head.type === 'jpeg' ? await exifr.parse(bytes.buffer).catch(() => undefined) : undefined;
    try {
      const { key, raster } = await pageOf(bytes);
      return { ...withExif(head, exif), width: raster.width, height: raster.height, sha256: key };
    } catch {
      throw new PictureRefused(
        'This picture is damaged: it could not be decoded. Copy it again from where it came from.',
      );
    }
  },

  async previewPaper(bytes: Uint8Array<ArrayBuffer>, ppi: number, settings: IntakeSettings) {
    const { raster } = await pageOf(bytes);
    return bitmapOf(removePaper(raster, ppi, settings));
  },

  async split(bytes: Uint8Array<ArrayBuffer>, ppi: number, settings: IntakeSettings, onProgress: Progress) {
    const { raster } = await pageOf(bytes);
    const pieces = splitPieces(raster, ppi, settings, (s) => onProgress(s * 0.8));
    const out = [];
    for (const [n, { art }] of pieces.entries()) {
      const png = encodePng(art, ppi);
      out.push({ png, sha256: await sha256Of(png), width: art.width, height: art.height });
      onProgress(0.8 + (0.2 * (n + 1)) / pieces.length);
    }
    return out;
  },

  /** Art to draw on the screen, and its silhouette to grab it by. */
  sprite(request: ArtRequest, longSide: number) {
    const raster = colouredArt(request, longSide);
    const small = decodeSilhouette(request.asset);
    return { bitmap: bitmapOf(raster), ...small };
  },

  palette: (assets: string[], count?: number) => extractPalette(assets.map(plainArt), count),

  check: (request: SceneRequest) => findings(sceneOf(request), request.layout, request.cellMm, request.ppi),

  proveWrap: (request: SceneRequest, onProgress: Progress) =>
    proveWrap(sceneOf(request), pixelPlan(request.layout, request.cellMm, request.ppi), onProgress),

  /** Renders the repeat block, writes it as PNG, then reads the file back with another decoder. */
  async exportBlock(
    request: SceneRequest,
    onProgress: Progress,
  ): Promise<{ png: Uint8Array<ArrayBuffer>; proof: FileProof }> {
    const plan = pixelPlan(request.layout, request.cellMm, request.ppi);
    const scene = sceneOf(request);
    const block = renderBlock(scene, plan, { onProgress: (s) => onProgress(s * 0.4) });
    const png = encodePng(block, request.ppi);
    onProgress(0.6);
    const read = decode(png);
    const back = decodeCutOut(png);
    onProgress(0.75);
    const { width, height } = plan.block;
    const cut = { x: (width >> 1) + 3, y: (height >> 1) + 5 };
    const moved = renderBlock(scene, plan, { origin: cut });
    const proof = {
      bytes: png.length,
      sha256: await sha256Of(png),
      width: read.width,
      height: read.height,
      ppi: Math.round(((read.resolution?.x ?? 0) * MM_PER_INCH) / 1000),
      alpha: read.channels === 4,
      joins: differingPixels(rollRaster(back, cut.x, cut.y), moved) === 0,
      faithful: differingPixels(back, block) === 0,
    };
    onProgress(1);
    return { png, proof };
  },
};

const silhouettes = new Map<string, { width: number; height: number; alpha: Uint8Array }>();
function decodeSilhouette(asset: string) {
  let s = silhouettes.get(asset);
  if (!s) {
    const small = colouredArt({ motif: '', asset, ppi: 1, from: [], to: [] }, 160);
    const alpha = new Uint8Array(small.width * small.height);
    for (let p = 0; p < alpha.length; p++) alpha[p] = small.data[p * 4 + 3];
    s = { width: small.width, height: small.height, alpha };
    silhouettes.set(asset, s);
  }
  return s;
}

export type Services = typeof services;
