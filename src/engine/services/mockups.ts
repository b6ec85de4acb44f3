import { transfer } from 'comlink';
import {
  type Goods,
  LruCache,
  mapOf,
  newRaster,
  type PaintAsk,
  paintView,
  photoMap,
  pixelPlan,
  type Raster,
  type Rgb,
  type RoomName,
  reduceTo,
  renderBlock,
  repeatBlock,
  Said,
  type Size,
  type Standing,
  standing,
  type Texture,
  textureOf,
  type View,
  type ViewMap,
} from '../../core';
import { decodePicture } from '../art/decode';
import { quickScene } from '../art/quick-art';
import type { ArtSource } from '../art/shared-art';
import { bitmapSoon } from '../art/surface';
import type { SceneRequest } from '../protocol';

/**
 * How a thing is wanted: which one, how large its print is (mm), in what room, with ribbons of what colour, in a picture of how many px.
 * `quick`: seen smaller and rougher, for while it is being changed. `cloth`: a name of the cloth in its colours, so that it is
 * rendered once.
 */
export type ThingAsk = PaintAsk & {
  goods: Goods;
  printMm: Size;
  room: RoomName;
  accent: Rgb;
  picture: Size;
  quick: boolean;
  cloth: string;
};

/** Where on the print each px of a picture looks, mm; not a number where it is no print. */
export type ThingPlaces = { width: number; height: number; u: Float32Array; v: Float32Array };

/** What is kept of maps and blocks, px in all. */
const area = ({ width, height }: Size) => width * height;
const maps = { quick: new LruCache<ViewMap>(1.3e6, area), fine: new LruCache<ViewMap>(1.6e6, area) };
const textures = new LruCache<Texture>(12e6, (t) => t.levels[0].width * t.levels[0].height);

/** Things as they stand in a room: how many. */
const stood = new LruCache<Standing>(40, () => 1);
/** Photographs of things, px in all. */
const photos = new LruCache<Raster>(24e6, (p) => p.width * p.height);

/** No photograph of a thing is kept longer than this, px. */
const PHOTO_PX = 2600;

/** How large a quick look is beside the picture. */
const QUICK = 0.4;

/** How long a block is drawn at most, px: for a first look, and for good. */
const LONG = { quick: 800, fine: 2600 };

function mapFor({ goods, printMm, room, accent, picture, quick }: ThingAsk): ViewMap {
  const size = quick
    ? { width: Math.ceil(picture.width * QUICK), height: Math.ceil(picture.height * QUICK) }
    : picture;
  const key = JSON.stringify([goods.view, printMm, room, accent, size, quick]);
  const kept = maps[quick ? 'quick' : 'fine'];
  const known = kept.get(key);
  if (known) return known;
  const made = mapped(goods, printMm, size, room, accent, quick);
  kept.keep(key, made);
  return made;
}

function standingOf(view: View, print: Size, room: RoomName): Standing {
  const key = JSON.stringify([view, print, room]);
  const known = stood.get(key);
  if (known) return known;
  const made = standing(view, print, room);
  stood.keep(key, made);
  return made;
}

function mapped(
  { view }: Goods,
  ...[print, size, room, accent, quick]: [Size, Size, RoomName, Rgb, boolean]
): ViewMap {
  if ('parts' in view) return mapOf(standingOf(view, print, room), size, accent, quick);
  const photo = photos.get(view.photo.id);
  if (!photo) throw new Said('The photograph of this thing is not there any more. Bring it in again.');
  return photoMap(photo, view, print, size);
}

async function textureFor(
  request: SceneRequest,
  { cloth, quick }: Pick<ThingAsk, 'cloth' | 'quick'>,
  source: ArtSource,
): Promise<Texture> {
  const fine = textures.get(`${cloth}|fine`);
  const known = fine ?? (quick ? textures.get(`${cloth}|quick`) : undefined);
  if (known) return known;
  const block = repeatBlock(request.layout, request.cellMm);
  const most = (LONG[quick ? 'quick' : 'fine'] / Math.max(block.width, block.height)) * 25.4;
  const ppi = Math.min(most, request.ppi);
  const plan = pixelPlan(request.layout, request.cellMm, ppi);
  const made = textureOf(
    renderBlock(await quickScene(request, ppi, source), plan),
    block.width,
    block.height,
  );
  textures.keep(`${cloth}|${quick ? 'quick' : 'fine'}`, made);
  return made;
}

/** Things with the cloth on them. */
export const viewServices = {
  /** Sets a thing up in its room, so that it is there at once when it is looked at. */
  readyThing({ goods: { view }, printMm, room }: Pick<ThingAsk, 'goods' | 'printMm' | 'room'>) {
    if ('parts' in view) standingOf(view, printMm, room);
  },
  /** Renders the cloth that is to be seen on things. */
  async readyCloth(request: SceneRequest, ask: Pick<ThingAsk, 'cloth' | 'quick'>, source: ArtSource) {
    await textureFor(request, ask, source);
  },

  /** A photograph that comes from elsewhere, no larger than a thing is shown, as a JPEG. */
  async reducePhoto(
    bytes: Uint8Array<ArrayBuffer>,
  ): Promise<{ jpeg: Uint8Array<ArrayBuffer>; width: number; height: number }> {
    const { raster } = reduceTo(await decodePicture(bytes), PHOTO_PX);
    const canvas = new OffscreenCanvas(raster.width, raster.height);
    const context = canvas.getContext('2d', { alpha: false });
    const bitmap = await bitmapSoon(raster);
    context?.drawImage(bitmap, 0, 0);
    bitmap.close();
    const jpeg = new Uint8Array(
      await (await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.92 })).arrayBuffer(),
    );
    return transfer({ jpeg, width: raster.width, height: raster.height }, [jpeg.buffer]);
  },

  hasPhoto: (id: string) => photos.get(id) !== undefined,
  async takePhoto(id: string, bytes: Uint8Array<ArrayBuffer>) {
    photos.keep(id, await decodePicture(bytes));
  },

  async viewThing(request: SceneRequest, ask: ThingAsk, source: ArtSource): Promise<ImageBitmap> {
    const map = mapFor(ask);
    const out = newRaster(map.width, map.height);
    paintView(map, await textureFor(request, ask, source), { ...ask, rough: ask.quick }, out);
    const bitmap = await bitmapSoon(out);
    return transfer(bitmap, [bitmap]);
  },

  /** Where the px of a thing at a quick look lie on its print: for a hand that moves the repeat on it. */
  thingPlaces(ask: ThingAsk): ThingPlaces {
    const { width, height, u, v, cover } = mapFor({ ...ask, quick: true });
    const places = { width, height, u: u.slice(), v: v.slice() };
    for (let at = 0; at < cover.length; at++) if (cover[at] < 0.5) places.u[at] = Number.NaN;
    return transfer(places, [places.u.buffer, places.v.buffer]);
  },
};
