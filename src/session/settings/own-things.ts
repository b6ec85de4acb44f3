import { z } from 'zod';
import {
  fromBase64,
  type Goods,
  type PhotoView,
  type Product,
  productSchema,
  products,
  Said,
  type Size,
  toBase64,
} from '../../core';
import { reducePhoto } from '../../engine';
import { readSetting, writeSetting } from '../../shelf';
import { loadAsset } from '../cloth';
import { sessionStore } from '../kernel';

/** Things that a person brought in themselves, on this machine, and their photographs by name. */
type Own = { products: Product[]; photos: Map<string, Uint8Array<ArrayBuffer>> };
export const useOwnThings = sessionStore<Own>(() => ({ products: [], photos: new Map() }));

const KEY = 'own-things';
const MOST = 24;
const keptSchema = z
  .array(z.object({ product: productSchema, photo: z.instanceof(Uint8Array).nullable() }))
  .max(MOST);

/** The line that a file of a product begins with, and how large one may be. */
const FORMAT = 'hexaplex product 1';
const MOST_BYTES = 24e6;
const fileSchema = z.strictObject({
  format: z.literal(FORMAT),
  product: productSchema,
  /** A JPEG in base64, where its view is a photograph. */
  photo: z.string().max(30e6).optional(),
});

const photoOf = ({ goods }: Product): string | null =>
  goods && 'photo' in goods.view ? goods.view.photo.id : null;

const kept = () => {
  const { products: own, photos } = useOwnThings.getState();
  return own.map((product) => ({ product, photo: photos.get(photoOf(product) ?? '') ?? null }));
};

/** Brings back what was brought in before. */
export async function readyOwnThings() {
  const read = keptSchema.safeParse(await readSetting(KEY));
  if (!read.success) return;
  for (const { product, photo } of read.data) take(product, photo && new Uint8Array(photo));
}

function take(product: Product, photo: Uint8Array<ArrayBuffer> | null) {
  products.add(product);
  useOwnThings.setState((s) => {
    const id = photoOf(product);
    return {
      products: [...s.products.filter((p) => p.id !== product.id), product],
      photos: id && photo ? new Map([...s.photos, [id, photo]]) : s.photos,
    };
  });
}

/** Keeps a thing of one's own. @throws Said when there are too many. */
async function keep(product: Product, photo: Uint8Array<ArrayBuffer> | null) {
  const { products: own } = useOwnThings.getState();
  if (own.length >= MOST && !own.some((p) => p.id === product.id))
    throw new Said(`Up to ${MOST} things of your own are kept. Take one away first.`);
  take(product, photo);
  await writeSetting(KEY, kept());
}

export async function takeAwayThing(id: string) {
  useOwnThings.setState((s) => ({ products: s.products.filter((p) => p.id !== id) }));
  products.remove(id);
  await writeSetting(KEY, kept());
}

/** A photograph on its way in: its bytes, no larger than it is shown, its size, px, and the name that it is kept under. */
export type Photo = { bytes: Uint8Array<ArrayBuffer>; width: number; height: number; id: string };

/** Reads a photograph of a thing. @throws PictureRefused when it is none. */
export async function readPhoto(file: Blob): Promise<Photo> {
  const { jpeg, width, height } = await reducePhoto(new Uint8Array(await file.arrayBuffer()));
  const photo = { bytes: jpeg, width, height, id: `photo-${crypto.randomUUID()}` };
  // It is there to be looked at while it is being made up.
  useOwnThings.setState((s) => ({ photos: new Map([...s.photos, [photo.id, jpeg]]) }));
  return photo;
}

/** It is not taken in. */
export const letGoOfPhoto = ({ id }: Photo) =>
  useOwnThings.setState((s) => ({ photos: new Map([...s.photos].filter(([name]) => name !== id)) }));

/** A thing from a photograph: what it is called, how large its print is (mm), and where that lies in the photograph. */
export type PhotoThing = { name: string; printMm: Size; photo: Uint8Array<ArrayBuffer>; view: PhotoView };

const round = (mm: number, per: number) => Math.round((mm / per) * 1000) / 1000;
/** Goods that are seen in a photograph. */
export const photoGoods = ({ name, printMm: { width, height }, view }: Omit<PhotoThing, 'photo'>): Goods => ({
  ...{ name, usual: 0, prints: 'sheet', bleedMm: 0, upright: true, view },
  sizes: {
    in: [{ width: round(width, 25.4), height: round(height, 25.4) }],
    cm: [{ width: round(width, 10), height: round(height, 10) }],
  },
});

/** Keeps a thing from a photograph; its name in the registry is given back. */
export async function keepPhotoThing(thing: PhotoThing): Promise<string> {
  const id = `own-${crypto.randomUUID().slice(0, 8)}`;
  await keep(
    productSchema.parse({
      ...{ id, name: thing.name, material: 'It', made: true },
      wants: { ppi: 150, lineMm: 0.3, gapMm: 0.4 },
      usual: {
        in: { width: 6, height: 6 },
        cm: { width: 15, height: 15 },
        ppi: 300,
        layout: 'straight',
      },
      goods: photoGoods(thing),
    }),
    thing.photo,
  );
  return id;
}

/** A thing of one's own as a file, to give to others. */
export function thingFile(product: Product): Blob {
  const photo = useOwnThings.getState().photos.get(photoOf(product) ?? '');
  const file = {
    format: FORMAT,
    product,
    ...(photo ? { photo: new TextDecoder().decode(toBase64(photo)) } : {}),
  };
  return new Blob([JSON.stringify(file, null, 1)], { type: 'application/json' });
}

/**
 * Takes a product in from a file; its name in the registry is given back. One that Hexaplex ships with is not written over.
 * @throws Said for a file that is no product, or has fields that are not known or missing.
 */
export async function readThingFile(file: Blob): Promise<string> {
  if (file.size > MOST_BYTES) throw new Said('This file is over 24 MB: a product is smaller.');
  let json: unknown;
  try {
    json = JSON.parse(await file.text());
  } catch {
    throw new Said('This is no product file: it is not JSON.');
  }
  const read = fileSchema.safeParse(json);
  if (!read.success) {
    const [issue] = read.error.issues;
    const at = issue?.path.join(' > ');
    throw new Said(
      `This is no product file that can be read${at ? `: something is wrong at "${at}"` : ''}${issue?.code === 'unrecognized_keys' ? `, with "${issue.keys.join('", "')}", which is not known` : ''}. Nothing was taken in.`,
    );
  }
  const { product, photo } = read.data;
  if (!product.goods)
    throw new Said('This product has nothing to look at: it wants "goods". Nothing was taken in.');
  const bytes = photo === undefined ? null : fromBase64(new TextEncoder().encode(photo));
  const needs = photoOf(product);
  if (needs && !bytes)
    throw new Said('The photograph of this product is missing from its file. Nothing was taken in.');
  const ships = products.of(product.id) && !useOwnThings.getState().products.some((p) => p.id === product.id);
  const id = ships ? `own-${crypto.randomUUID().slice(0, 8)}` : product.id;
  await keep({ ...product, id, made: true }, bytes);
  return id;
}

/** The bytes of a picture: of a photograph of a thing, or of the bolt's art. */
export async function loadPicture(name: string): Promise<Uint8Array<ArrayBuffer>> {
  const photo = useOwnThings.getState().photos.get(name);
  return photo ? photo.slice() : loadAsset(name);
}
