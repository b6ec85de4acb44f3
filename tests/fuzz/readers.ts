/** Every reader of what comes from elsewhere, as the program calls it; each gives what it read, or throws. */
import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import exifr from 'exifr';
import { readClip, readPaletteText, readPictureHead, readSolids, readVotes } from '../../src/core';
import { readOra } from '../../src/core/format/ora/read';
import { readSvg } from '../../src/core/format/svg/read';
import { readCutOut, startPng } from '../../src/engine/art/cut-out';
import { decodePicture } from '../../src/engine/art/decode';
import { readPrinter } from '../../src/engine/art/icc';
import { drawSvg, startSvg } from '../../src/engine/art/svg';
import { withDb } from '../../src/shelf/db';
import { openProjectFile, takeProjectFile } from '../../src/shelf/project-file';

type Bytes = Uint8Array<ArrayBuffer>;

Object.assign(globalThis, {
  ImageData: class {
    constructor(
      readonly data: Uint8ClampedArray,
      readonly width: number,
      readonly height: number,
    ) {}
  },
});

export async function start() {
  await startSvg(readFileSync('node_modules/@resvg/resvg-wasm/index_bg.wasm'));
  await startPng(
    await WebAssembly.compile(readFileSync('node_modules/@jsquash/png/codec/pkg/squoosh_png_bg.wasm')),
  );
}

const text = (bytes: Bytes) => new TextDecoder().decode(bytes);

/** The head of a picture, and what its EXIF says; JPEG and WebP are decoded by the browser. */
async function headOf(bytes: Bytes) {
  const head = readPictureHead(bytes);
  if (head.exif) await exifr.parse(Uint8Array.from(head.exif).buffer).catch(() => undefined);
  return head;
}

export const READERS = {
  png: async (bytes: Bytes) => {
    const head = await headOf(bytes);
    // Of the rest the browser decodes these: they are no cut-outs.
    return bytes[28] && bytes[24] < 8 ? head : readCutOut(bytes);
  },
  jpeg: headOf,
  webp: headOf,
  tiff: async (bytes: Bytes) => {
    await headOf(bytes);
    return decodePicture(bytes);
  },
  svg: async (bytes: Bytes) => {
    const { svg, widthMm } = readSvg(bytes);
    return { ...(await drawSvg(svg, 320)), widthMm };
  },
  ora: async (bytes: Bytes) => {
    const { layers } = readOra(bytes);
    for (const layer of layers) await readCutOut(layer.png);
    return layers.length;
  },
  palette: async (bytes: Bytes) => readPaletteText(text(bytes)),
  solids: async (bytes: Bytes) => readSolids(text(bytes)),
  votes: async (bytes: Bytes) => readVotes(text(bytes)),
  icc: async (bytes: Bytes) => readPrinter(bytes),
  clip: async (bytes: Bytes) => readClip(text(bytes)),
  project: async (bytes: Bytes) => {
    for (const store of ['bolts', 'heads', 'history', 'snapshots', 'assets'] as const)
      await withDb((db) => db.clear(store));
    try {
      const file = await openProjectFile(new Blob([bytes]));
      await takeProjectFile(file, 'taken');
      return file.pictures.size;
    } catch (error) {
      for (const store of ['bolts', 'heads', 'snapshots', 'assets'] as const)
        if (await withDb((db) => db.count(store))) throw new Error(`A file that was refused left ${store}.`);
      throw error;
    }
  },
};
export type Kind = keyof typeof READERS;
