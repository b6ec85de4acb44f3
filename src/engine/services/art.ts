import { transfer } from 'comlink';
import {
  LevelRows,
  levelBytes,
  type Raster,
  RecolourRows,
  readPictureHead,
  tinted,
  type WantedLevel,
} from '../../core';
import { pngRows } from '../../core/format/png/rows';
import { readSvg } from '../../core/format/svg/read';
import { firstKept } from '../art/art-store';
import { isRgbaPng, readCutOut } from '../art/cut-out';
import { inflate } from '../art/inflate';
import { artKey, isPlain, type SharedArt, sharedBytes } from '../art/shared-art';
import { drawSvg } from '../art/svg';
import type { ArtRequest } from '../protocol';

/** A larger picture is decoded row by row, never whole, px. */
const MOST_WHOLE_PX = 12e6;

type Row = (straight: Uint8ClampedArray | Uint8Array) => void;

function rowsOfRaster({ width, height, data }: Raster, onRow: Row) {
  for (let y = 0; y < height; y++) onRow(data.subarray(y * width * 4, (y + 1) * width * 4));
}

async function rowsOfFile(bytes: Uint8Array, px: number, onRow: Row) {
  if (px <= MOST_WHOLE_PX || !isRgbaPng(bytes)) return rowsOfRaster(await readCutOut(bytes), onRow);
  const file = { size: bytes.length, bytes: async (from: number, to: number) => bytes.slice(from, to) };
  await pngRows(file, inflate, onRow);
}

/** Decoding and colouring art for its owner on the page. */
export const artServices = {
  /**
   * A picture in the colours of a request, as levels in memory that all workers share.
   * @throws PictureRefused when the file is damaged, or more than it says it is.
   */
  async shareArt(
    picture: Uint8Array | Raster,
    art: ArtRequest,
    wanted: WantedLevel[],
    spare: number,
  ): Promise<SharedArt> {
    const { width, height } = 'data' in picture ? picture : readPictureHead(picture);
    const first = firstKept({ width, height }, wanted, spare);
    const bytes = sharedBytes(levelBytes(width, height, first));
    const levels = new LevelRows(width, height, first, bytes);
    const shared = { key: artKey(art), width, height, first, bytes };
    const take: Row = (row) => levels.row(row);
    if (art.tint) {
      const whole = 'data' in picture ? picture : await readCutOut(picture);
      rowsOfRaster(tinted(whole, art.tint), take);
      return shared;
    }
    const recolour = isPlain(art) ? null : new RecolourRows(width, height, art, take);
    const onRow: Row = recolour ? (row) => recolour.row(row) : take;
    if ('data' in picture) rowsOfRaster(picture, onRow);
    else await rowsOfFile(picture, width * height, onRow);
    return shared;
  },

  /** The picture itself, straight RGBA. @throws PictureRefused as above. */
  async decodeArt(bytes: Uint8Array): Promise<Raster> {
    const raster = await readCutOut(bytes);
    return transfer(raster, [raster.data.buffer]);
  },

  /** A vector at a width, px. */
  async drawVector(bytes: Uint8Array, width: number): Promise<Raster> {
    const raster = await drawSvg(readSvg(bytes).svg, width);
    return transfer(raster, [raster.data.buffer]);
  },
};
