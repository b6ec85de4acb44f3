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
} from '../../core';
import { decodePicture } from '../art/decode';
import { bitmapOf } from '../art/surface';

type Bytes = Uint8Array<ArrayBuffer>;
export type TileFile = { bytes: Bytes; corners: IntakeSettings['corners']; aspect: IntakeSettings['aspect'] };
/** How a tile is mended: null leaves its joins as they are; then each blot is healed. */
export type TileMending = { wrap: WrapMending | null; blots: Spot[] };
export type SeenTile = { report: JoinReport; bitmap: ImageBitmap };

/** A tile smaller than this is none, px. */
const LEAST_PX = 32;

/** A tile from elsewhere that is looked at, and as it was fixed last, by what was fixed; in the worker of the desk it lies on. */
type Tile = { key: string; raster: Raster; fixed: { key: string; raster: Raster } };
const onDesk: { tile?: Tile } = {};

async function tileOf({ bytes, corners, aspect }: TileFile): Promise<Tile> {
  const key = `${await sha256Of(bytes)}|${JSON.stringify([corners, aspect])}`;
  if (onDesk.tile?.key === key) return onDesk.tile;
  const raster = squarePage(await decodePicture(bytes), corners, aspect);
  if (Math.min(raster.width, raster.height) < LEAST_PX)
    throw new Said(
      `This picture is ${raster.width} x ${raster.height} px. A tile needs ${LEAST_PX} px or more each way.`,
    );
  const tile = { key, raster, fixed: { key: '', raster } };
  onDesk.tile = tile;
  return tile;
}

/** The tile with its joins fixed and its blots healed. */
async function fixedTile(file: TileFile, { wrap, blots }: TileMending): Promise<Raster> {
  const tile = await tileOf(file);
  const key = wrap || blots.length ? JSON.stringify([wrap, blots]) : '';
  if (!key) return tile.raster;
  if (tile.fixed.key !== key) {
    const raster = wrap
      ? mendWrap(tile.raster, wrap)
      : { ...tile.raster, data: new Uint8ClampedArray(tile.raster.data) };
    for (const blot of blots) healSpot(raster, blot);
    tile.fixed = { key, raster };
  }
  return tile.fixed.raster;
}

const seen = (raster: Raster): SeenTile => ({ report: wrapReport(raster), bitmap: bitmapOf(raster) });

/** Finished tiles, washes and papers from elsewhere: how they join, and mending them. The file itself stays as it is. */
export const tileServices = {
  async takeTile(file: TileFile): Promise<SeenTile> {
    return seen((await tileOf(file)).raster);
  },

  mendTile: async (file: TileFile, mending: TileMending): Promise<SeenTile> =>
    seen(await fixedTile(file, mending)),

  /** How far the blot at a place of the tile reaches, px of it. */
  blotAt: async (file: TileFile, mending: TileMending, x: number, y: number): Promise<Spot> =>
    blotAt(await fixedTile(file, mending), x, y),

  /** The tile as it is fixed, as a PNG, and the colour that it has most of. */
  async tileFile(file: TileFile, mending: TileMending, ppi: number) {
    const fixed = await fixedTile(file, mending);
    const png = encodePng(fixed, ppi);
    const { width, height } = fixed;
    const ground = findGround(fixed).mean.map(Math.round) as Rgb;
    return { png, sha256: await sha256Of(png), width, height, ground };
  },
};
