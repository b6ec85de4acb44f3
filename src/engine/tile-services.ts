import {
  blotAt,
  encodePng,
  findGround,
  healSpot,
  type IntakeSettings,
  type JoinReport,
  mendWrap,
  type Raster,
  type Rgb,
  Said,
  type Spot,
  sha256Of,
  squarePage,
  type WrapMending,
  wrapReport,
} from '../core';
import { decodePicture } from './decode';
import { bitmapOf } from './surface';

type Bytes = Uint8Array<ArrayBuffer>;
export type TileFile = { bytes: Bytes; corners: IntakeSettings['corners']; aspect: IntakeSettings['aspect'] };
/** How a tile is mended: null leaves its joins as they are; then each blot is healed. */
export type TileMending = { wrap: WrapMending | null; blots: Spot[] };
export type SeenTile = { report: JoinReport; bitmap: ImageBitmap };

/** A tile smaller than this is none, px. */
const LEAST_PX = 32;

/** A tile from elsewhere that is looked at, and as it was mended last. */
let tile: { raster: Raster; mended: Raster; key: string } | null = null;

async function tileOf({ bytes, corners, aspect }: TileFile) {
  const key = `${await sha256Of(bytes)}|${JSON.stringify([corners, aspect])}`;
  if (tile?.key === key) return tile;
  const raster = squarePage(await decodePicture(bytes), corners, aspect);
  if (Math.min(raster.width, raster.height) < LEAST_PX)
    throw new Said(
      `This picture is ${raster.width} x ${raster.height} px. A tile needs ${LEAST_PX} px or more each way.`,
    );
  tile = { raster, mended: raster, key };
  return tile;
}

const seen = (raster: Raster): SeenTile => ({ report: wrapReport(raster), bitmap: bitmapOf(raster) });

/** Finished tiles, washes and papers from elsewhere: how they join, and mending them. The file itself stays as it is. */
export const tileServices = {
  async takeTile(file: TileFile): Promise<SeenTile> {
    return seen((await tileOf(file)).raster);
  },

  async mendTile(file: TileFile, { wrap, blots }: TileMending): Promise<SeenTile> {
    const mine = await tileOf(file);
    const mended = wrap
      ? mendWrap(mine.raster, wrap)
      : { ...mine.raster, data: new Uint8ClampedArray(mine.raster.data) };
    for (const blot of blots) healSpot(mended, blot);
    mine.mended = mended;
    return seen(mended);
  },

  /** How far the blot at a place of the tile reaches, px of it. */
  async blotAt(file: TileFile, x: number, y: number): Promise<Spot> {
    return blotAt((await tileOf(file)).mended, x, y);
  },

  /** The tile as it was mended last, as a PNG, and the colour that it has most of. */
  async tileFile(file: TileFile, ppi: number) {
    const { mended } = await tileOf(file);
    const png = encodePng(mended, ppi);
    const { width, height } = mended;
    const ground = findGround(mended).mean.map(Math.round) as Rgb;
    return { png, sha256: await sha256Of(png), width, height, ground };
  },
};
