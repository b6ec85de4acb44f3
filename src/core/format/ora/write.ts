import { newRaster, type Raster } from '../../raster';
import type { Prepared } from '../../render';
import { ArgumentError } from '../../units';
import { bytesOf } from '../embedded';
import type { FileLayer, SheetAsk } from '../format';
import { crc32 } from '../png/chunk';
import { sheetPng } from '../png/sheet';
import { encodePng } from '../png/write';
import type { OnRow } from '../sheet-rows';
import { escapeXml } from '../text';
import { storedZip } from '../zip/stored';
import { ORA_MIME } from './mime';

/** The long side of the small picture in it, px. */
const THUMBNAIL = 256;
const MOST_PX = 30_000;
/** The files in it carry no time: the same picture is the same file. */
const NO_TIME = new Date(1980, 0, 1);

type Entry = { name: string; parts: Uint8Array<ArrayBuffer>[] };

/**
 * Writes a sheet as a layered picture (openraster.org, baseline): the picture whole, each of its layers at the same size, and a small
 * picture of it. Without layers it has one.
 * @param onRow told of each row of the picture, and of each layer.
 * @throws ArgumentError for a size that no layered picture has here.
 */
export function* sheetOra(
  block: Prepared,
  ask: SheetAsk,
  onRow: OnRow = () => {},
): Generator<Uint8Array<ArrayBuffer>> {
  const { width, height, ppi, about } = ask;
  if (Math.max(width, height) > MOST_PX)
    throw new ArgumentError(`A layered picture is up to ${MOST_PX} px on a side: send a PNG or a TIFF.`);
  const plain = { width, height, ppi, pixels: 'rgba' as const };
  const small = thumbnailOf(block, ask);
  const layers: readonly FileLayer[] = ask.layers?.length
    ? ask.layers
    : [{ name: about?.title ?? 'Picture', block }];
  const entries: Entry[] = [
    { name: 'mimetype', parts: [bytesOf(ORA_MIME)] },
    { name: 'stack.xml', parts: [bytesOf(stackOf(layers, ask))] },
    ...layers.map((layer, n) => ({
      name: sourceOf(n),
      parts: [...sheetPng(layer.block, plain, (y, rgba) => onRow(y, rgba, n + 1))],
    })),
    {
      name: 'mergedimage.png',
      parts: [
        ...sheetPng(block, { ...plain, ...(about ? { about } : {}) }, (y, rgba) => {
          small.take(y, rgba);
          onRow(y, rgba, 0);
        }),
      ],
    },
    { name: 'Thumbnails/thumbnail.png', parts: [encodePng(small.done(), 72)] },
  ];
  const { before, after } = storedZip(
    entries.map(({ name, parts }) => ({
      name,
      bytes: parts.reduce((s, p) => s + p.length, 0),
      crc: parts.reduce((crc, p) => crc32(p, crc), 0),
    })),
    NO_TIME,
  );
  for (const [n, { parts }] of entries.entries()) {
    yield before[n];
    yield* parts;
  }
  yield after;
}

const sourceOf = (layer: number) => `data/layer${layer + 1}.png`;

/** The list of layers, the highest first. */
function stackOf(layers: readonly FileLayer[], { width, height, ppi, about }: SheetAsk): string {
  const lines = layers.map(
    ({ name, locked }, n) =>
      `<layer name="${escapeXml(name)}" src="${sourceOf(n)}" x="0" y="0" opacity="1.0" visibility="visible" composite-op="svg:src-over"${locked ? ' edit-locked="true"' : ''}/>`,
  );
  const name = about ? ` name="${escapeXml(about.title)}"` : '';
  const res = Math.round(ppi);
  return `<?xml version="1.0" encoding="UTF-8"?>\n<image version="0.0.5" w="${width}" h="${height}" xres="${res}" yres="${res}"${name}>\n<stack>\n${lines.reverse().join('\n')}\n</stack>\n</image>\n`;
}

/** A small picture of a sheet from the rows of its block: the middle of what each of its pixels covers, where the block is there. */
function thumbnailOf(block: Prepared, { width, height }: SheetAsk): { take: OnRowOf; done: () => Raster } {
  const k = Math.min(1, THUMBNAIL / Math.max(width, height));
  const [w, h] = [Math.max(1, Math.round(width * k)), Math.max(1, Math.round(height * k))];
  const out = newRaster(w, h);
  // Each of its rows is one row of the sheet, and each row of the block so many of them.
  const rows = new Map<number, number[]>();
  for (let y = 0; y < h; y++) {
    const from = Math.min(height - 1, Math.floor((y + 0.5) / k)) % block.height;
    rows.set(from, [...(rows.get(from) ?? []), y]);
  }
  return {
    take: (y, rgba) => {
      for (const to of rows.get(y) ?? [])
        for (let x = 0; x < w; x++) {
          const from = Math.min(width - 1, Math.floor((x + 0.5) / k)) % block.width;
          out.data.set(rgba.subarray(from * 4, from * 4 + 4), (to * w + x) * 4);
        }
    },
    done: () => out,
  };
}
type OnRowOf = (y: number, rgba: Uint8ClampedArray) => void;
