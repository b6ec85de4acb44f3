import { sha256 } from '@noble/hashes/sha2';
import {
  ArgumentError,
  CHANNELS,
  type FileLayer,
  formats,
  MM_PER_INCH,
  type Pixels,
  type Prepared,
  pixelPlan,
  prepare,
  type Raster,
  readPictureHead,
  Said,
  type TestPrintAsk,
} from '../../core';
import { crc32 } from '../../core/format/png/chunk';
import { inflate } from '../art/inflate';
import { sceneToPrint } from '../art/scene';
import type { ArtSource } from '../art/shared-art';
import type { FileProof, Progress, SceneRequest, SendAsk } from '../protocol';
import { writeLossy } from './send-lossy';
import { layersOfPicture, pictureOf } from './send-pictures';
import { shapesOf, shapesProof } from './send-vector';

/** Two numbers of a row of px that no other row has: rows are held against each other by them. */
class RowMark {
  private a = 0x243f6a88;
  private b = 0x13198a2e;

  take(v: number) {
    this.a = Math.imul((this.a << 13) | (this.a >>> 19), 0x85ebca6b) ^ v;
    this.b = (Math.imul((this.b << 7) | (this.b >>> 25), 0xc2b2ae35) + Math.imul(v, 0x27d4eb2f)) | 0;
  }

  get two(): [number, number] {
    return [this.a, this.b];
  }
}

/** The mark of a row of four bytes a px, of so many px from one on (past its end it begins anew), as a file of so many channels keeps them. */
function markOfPixels(bytes: Uint8ClampedArray, channels: number, width: number, from = 0): [number, number] {
  const px = new Uint32Array(bytes.buffer, bytes.byteOffset, bytes.length >> 2);
  const kept = channels === 4 ? -1 : 2 ** (8 * channels) - 1;
  const mark = new RowMark();
  const first = Math.min(from + width, px.length);
  for (let x = from; x < first; x++) mark.take(px[x] & kept);
  for (let x = 0; x < width - (first - from); x++) mark.take(px[x] & kept);
  return mark.two;
}

/** The mark of the first px of a row as it was read. */
function markOfRow(row: Uint8Array, channels: number, width: number): [number, number] {
  const mark = new RowMark();
  const end = width * channels;
  if (channels === 1) for (let i = 0; i < end; i++) mark.take(row[i]);
  else if (channels === 3)
    for (let i = 0; i < end; i += 3) mark.take(row[i] | (row[i + 1] << 8) | (row[i + 2] << 16));
  else
    for (let i = 0; i < end; i += 4)
      mark.take(row[i] | (row[i + 1] << 8) | (row[i + 2] << 16) | (row[i + 3] << 24));
  return mark.two;
}

/** Each row of a block as it is when the cloth is cut elsewhere: rendered from there, and put back. */
function marksElsewhere(
  moved: Prepared,
  cut: { x: number; y: number },
  width: number,
  channels: number,
): Int32Array {
  const marks = new Int32Array(moved.height * 2);
  for (let y = 0; y < moved.height; y += BAND) {
    const { data } = moved.rows(y, Math.min(moved.height, y + BAND));
    for (let r = 0; r * moved.width * 4 < data.length; r++) {
      const row = data.subarray(r * moved.width * 4, (r + 1) * moved.width * 4);
      marks.set(
        markOfPixels(row, channels, width, moved.width - cut.x),
        ((y + r + cut.y) % moved.height) * 2,
      );
    }
  }
  return marks;
}
const BAND = 64;

/** Layers laid over each other, held against the picture: how far off it they are, levels, and the share of it that is over 2 off. */
function laidOver(layers: readonly FileLayer[], whole: Prepared): { mean: number; apart: number } {
  let [sum, apart] = [0, 0];
  for (let y = 0; y < whole.height; y += BAND) {
    const to = Math.min(whole.height, y + BAND);
    const want = whole.rows(y, to).data;
    const over = new Float32Array(want.length);
    for (const { block, beside } of layers) {
      if (beside) continue;
      const { data } = block.rows(y, to);
      for (let i = 0; i < data.length; i += 4) {
        const a = data[i + 3] / 255;
        if (!a) continue;
        for (let c = 0; c < 3; c++) over[i + c] = data[i + c] * a + over[i + c] * (1 - a);
        over[i + 3] = 255 * a + over[i + 3] * (1 - a);
      }
    }
    for (let i = 0; i < want.length; i += 4) {
      let most = Math.abs(over[i + 3] - want[i + 3]);
      for (let c = 0; c < 3; c++)
        most = Math.max(most, Math.abs(over[i + c] - (want[i + c] * want[i + 3]) / 255));
      sum += most;
      if (most > 2) apart++;
    }
  }
  const px = whole.width * whole.height;
  return { mean: sum / px, apart: apart / px };
}

/** The SHA-256 and the CRC-32 of a file, a part at a time. */
async function sumsOf(file: Blob): Promise<{ sha256: string; crc: number }> {
  const hash = sha256.create();
  let crc = 0;
  for (let at = 0; at < file.size; at += HASHED) {
    const part = new Uint8Array(await file.slice(at, at + HASHED).arrayBuffer());
    hash.update(part);
    crc = crc32(part, crc);
  }
  return { sha256: [...hash.digest()].map((v) => v.toString(16).padStart(2, '0')).join(''), crc };
}
const HASHED = 4e6;

/** What of the pixels is kept of what is asked for. @throws Said where a format cannot keep it. */
function pixelsWanted({ ground }: SceneRequest, { cmyk, alone }: SendAsk, can: readonly Pixels[]): Pixels {
  const wanted: Pixels = alone ? 'grey' : cmyk ? 'cmyk' : ground ? 'rgb' : 'rgba';
  if (cmyk && !ground) throw new Said('CMYK has no clear places: send it on its ground.');
  if (can.includes(wanted)) return wanted;
  if (wanted === 'rgb' && can.includes('rgba')) return 'rgba';
  throw new Said('This format has no such pixels: choose a TIFF.');
}

/** A file that was written, and the marks of the rows of its block, of the picture and of each of its layers. */
type Written = { file: Blob; marks: Int32Array[] };
/** The marks of the rows of a block that was cut elsewhere, and what its layers are laid over each other. */
type Elsewhere = { marks: Int32Array; over: FileProof['layers'] };

/** The plan of a file, its picture, and the kind of its pixels. @throws ArgumentError for a format that is not sent. */
async function planned(request: SceneRequest, ask: SendAsk, source: ArtSource) {
  const { send, mime = '' } = formats.of(ask.format) ?? {};
  if (!send) throw new ArgumentError(`No file is written as ${ask.format}.`);
  const plan = pixelPlan(request.layout, request.cellMm, request.ppi);
  const picture = await pictureOf(request, plan, ask, source);
  const pixels = pixelsWanted(request, ask, send.pixels);
  const block = picture(ask.from);
  const layers = await layersOfPicture(request, plan, ask, block, source);
  const { width, height } = ask.sheet ?? block;
  return {
    ...{ send, mime, picture, pixels, channels: CHANNELS[pixels], block, layers, width, height },
    once: Math.min(width, block.width),
  };
}

/** What is rendered and written to a file, and what the file is found to be when it is read back. */
export const sendServices = {
  async exportPicture(
    request: SceneRequest,
    ask: SendAsk,
    onProgress: Progress,
    source: ArtSource,
  ): Promise<{ file: Blob; proof: FileProof }> {
    const { lossy, mime = '' } = formats.of(ask.format) ?? {};
    if (lossy) {
      const { file, proof } = await writeLossy(request, ask, { mime, ...lossy }, onProgress, source);
      // What it says of its ppi is read from its own head.
      const head = readPictureHead(new Uint8Array(await file.arrayBuffer()));
      return { file, proof: { ...proof, ...(await sumsOf(file)), ppi: Math.round(head.density?.x ?? 0) } };
    }
    const written = await sendServices.writePicture(request, ask, onProgress, source);
    const elsewhere = await sendServices.cutElsewhere(request, ask, source);
    onProgress(0.7);
    return {
      file: written.file,
      proof: await sendServices.provePicture(request, ask, written, elsewhere, onProgress, source),
    };
  },

  /** A cloth as shapes, as far as its art is. */
  shapesOf,

  /** What a file of shapes is found to be: as another program drew part of it, and as it says itself. */
  async proveShapes(request: SceneRequest, file: Blob, drawn: Raster, source: ArtSource): Promise<FileProof> {
    const text = await file.slice(0, 2000).text();
    const said = /width="([\d.]+)mm" height="[\d.]+mm" viewBox="0 0 (\d+) (\d+)"/.exec(text);
    const [mm, width, height] = (said ?? []).slice(1).map(Number);
    return {
      ...{
        bytes: file.size,
        ...(await sumsOf(file)),
        width,
        height,
        ppi: Math.round((width / mm) * MM_PER_INCH),
      },
      ...{ alpha: !request.ground, shapes: true, ...(await shapesProof(request, drawn, source)) },
    };
  },

  /** A test print of the cloth, as a PDF. */
  async testPrint(request: SceneRequest, ask: TestPrintAsk, source: ArtSource): Promise<Blob> {
    const { testPrint } = await import('../../core/format/pdf/test-print');
    const plan = pixelPlan(request.layout, request.cellMm, request.ppi);
    const parts = await testPrint(prepare(await sceneToPrint(request, source), plan), ask);
    return new Blob([...parts], { type: 'application/pdf' });
  },

  /** Writes a file; nothing of it is proven yet. */
  async writePicture(
    request: SceneRequest,
    ask: SendAsk,
    onProgress: Progress,
    source: ArtSource,
  ): Promise<Written> {
    const { send, mime, pixels, channels, block, layers, width, height, once } = await planned(
      request,
      ask,
      source,
    );
    const tall = Math.min(height, block.height);
    const marks = [block, ...layers].map(() => new Int32Array(block.height * 2));
    const parts: Blob[] = [];
    const known = new Map<Uint8Array, Blob>();
    let told = 0;
    const sheet = { ...ask, width, height, ppi: request.ppi, pixels, layers };
    const written = await send.write(block, sheet, (y, px, layer) => {
      marks[layer].set(markOfPixels(px, channels, once), y * 2);
      if (++told % BAND === 0) onProgress(Math.min(0.5, (0.5 * told) / (tall * marks.length)));
    });
    for (const part of written) {
      // What repeats is held once.
      let blob = known.get(part);
      if (!blob) {
        blob = new Blob([part]);
        known.set(part, blob);
      }
      parts.push(blob);
    }
    return { file: new Blob(parts, { type: mime }), marks };
  },

  /** The block of a file rendered once more as if the cloth were cut elsewhere, and its layers laid over each other. */
  async cutElsewhere(request: SceneRequest, ask: SendAsk, source: ArtSource): Promise<Elsewhere> {
    const { picture, channels, block, layers, once } = await planned(request, ask, source);
    const cut = cutOf(block);
    const moved = picture({ x: ask.from.x + cut.x, y: ask.from.y + cut.y });
    return {
      marks: marksElsewhere(moved, cut, once, channels),
      over: layers.length ? { count: layers.length, ...laidOver(layers, block) } : undefined,
    };
  },

  /** Reads a file back, row by row, and holds it against what was rendered. */
  async provePicture(
    request: SceneRequest,
    ask: SendAsk,
    { file, marks }: Written,
    { marks: elsewhere, over }: Elsewhere,
    onProgress: Progress,
    source: ArtSource,
  ): Promise<FileProof> {
    const { send, pixels, channels, block, height, once } = await planned(request, ask, source);
    let [faithful, joins] = [true, true];
    let read = 0;
    const head = await send.read(
      { size: file.size, bytes: async (a, b) => new Uint8Array(await file.slice(a, b).arrayBuffer()) },
      inflate,
      (row, y, { channels: many }, layer) => {
        const k = (y % block.height) * 2;
        const [a, b] = markOfRow(row, many, once);
        const own = marks[layer];
        if (!own || a !== own[k] || b !== own[k + 1]) faithful = false;
        if (layer === 0 && (a !== elsewhere[k] || b !== elsewhere[k + 1])) joins = false;
        for (let i = once * many; i < row.length; i++)
          if (row[i] !== row[i - once * many]) {
            joins = false;
            break;
          }
        if (++read % BAND === 0) onProgress(Math.min(0.95, 0.7 + (0.25 * read) / (height * marks.length)));
      },
    );
    const sums = await sumsOf(file);
    onProgress(1);
    return {
      ...{ bytes: file.size, ...sums, width: head.width, height: head.height, ppi: head.ppi },
      ...{ alpha: pixels === 'rgba', joins, faithful: faithful && head.channels === channels },
      ...(over ? { layers: over } : {}),
    };
  },
};

/** Where a block is cut to be rendered once more: at no place that is a neighbour of its edge. */
const cutOf = ({ width, height }: Prepared) => ({ x: (width >> 1) + 3, y: (height >> 1) + 5 });
