import { unzipSync } from 'fflate';
import { z } from 'zod';
import { bounded } from '../limits';
import { png as pngFormat } from '../png';
import { pngHead } from '../png/head';
import { PictureRefused } from '../refused';
import { attributesOf, readXml, type XmlNode } from '../xml';
import { ORA_MIME } from './mime';

/** A layer as it lies in the picture: its PNG, the place of its top left corner, and how opaque it is. */
type OraLayer = {
  name: string;
  x: number;
  y: number;
  opacity: number;
  visible: boolean;
  png: Uint8Array<ArrayBuffer>;
};
/** A layered picture, top layer first; `ppi` null: the file does not say. */
export type OraPicture = { width: number; height: number; ppi: number | null; layers: OraLayer[] };

const LIMIT = { files: 2000, layers: 200, bytes: 400e6, xml: 2e6, megapixels: 400 };
/** A byte of a zip unpacks to so many at most: a file that says more is lying. */
const RATIO = 1032;
const BAD = 'This layered file cannot be read';

const stackSchema = z.object({
  w: z.coerce.number().int().min(1).max(30000),
  h: z.coerce.number().int().min(1).max(30000),
  xres: z.coerce.number().min(1).max(10000).optional(),
});
const layerSchema = z.object({
  name: z.string().max(200).default('Layer'),
  src: z.string().min(1).max(300),
  x: z.coerce.number().int().min(-60000).max(60000).default(0),
  y: z.coerce.number().int().min(-60000).max(60000).default(0),
  opacity: z.coerce.number().min(0).max(1).default(1),
  visibility: z.string().default('visible'),
});

/**
 * Reads an OpenRaster file (openraster.org, baseline): a zip with `mimetype` and `stack.xml`. Groups are opened
 * out; a hidden group hides its layers.
 * @throws PictureRefused for a zip that is something else, is damaged, or would unpack too large.
 */
export function readOra(bytes: Uint8Array): OraPicture {
  let files: Record<string, Uint8Array>;
  let total = 0;
  let count = 0;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, size, originalSize }) => {
        const wanted = name === 'mimetype' || name === 'stack.xml' || /^data\/.*\.png$/i.test(name);
        if (!wanted) return false;
        total += originalSize;
        count++;
        if (
          total > LIMIT.bytes ||
          count > LIMIT.files ||
          originalSize > size * RATIO + 1024 ||
          (name.endsWith('.xml') && originalSize > LIMIT.xml)
        ) {
          throw new PictureRefused(
            'This layered file would unpack to more than fits. Save fewer or smaller layers.',
          );
        }
        return true;
      },
    });
  } catch (error) {
    if (error instanceof PictureRefused) throw error;
    throw new PictureRefused(`${BAD}: its zip is damaged. Copy it again from where it came from.`);
  }
  const text = (name: string) => new TextDecoder().decode(files[name] ?? new Uint8Array());
  if (text('mimetype').trim() !== ORA_MIME) {
    throw new PictureRefused(
      'This is a zip, but no layered ORA picture. Unpack it and bring in the pictures inside.',
    );
  }
  const xml = text('stack.xml');
  const disorder = `${BAD}: its list of layers is not in order. Save it again.`;
  if (/<!DOCTYPE|<!ENTITY/i.test(xml)) throw new PictureRefused(disorder);
  const tree = readXml(xml, disorder);
  const image = tree.find((n) => 'image' in n);
  const head = stackSchema.safeParse(image?.[':@']);
  if (!image || !head.success)
    throw new PictureRefused(`${BAD}: it does not say how large it is. Save it again.`);
  const layers: OraLayer[] = [];
  let pixels = 0;
  const tooMuch = () =>
    new PictureRefused(
      `This file has too much in its layers: up to ${LIMIT.layers} layers and ${LIMIT.megapixels} megapixels in all are read. Join some of them, or crop them.`,
    );
  const open = (nodes: XmlNode[], shown: boolean) => {
    for (const node of nodes) {
      const own = attributesOf(node);
      if (Array.isArray(node.stack)) open(node.stack as XmlNode[], shown && own.visibility !== 'hidden');
      if (!('layer' in node)) continue;
      const layer = layerSchema.safeParse(own);
      if (!layer.success) throw new PictureRefused(`${BAD}: a layer in it is not in order. Save it again.`);
      const png = files[layer.data.src];
      if (!png) throw new PictureRefused(`${BAD}: the picture of the layer ${layer.data.name} is missing.`);
      if (!pngFormat.is(png))
        throw new PictureRefused(`${BAD}: the layer ${layer.data.name} is no PNG. Save it again.`);
      const { width, height } = bounded(pngHead(png), png.length);
      pixels += width * height;
      if (pixels > LIMIT.megapixels * 1e6 || layers.length >= LIMIT.layers) throw tooMuch();
      const { name, x, y, opacity, visibility } = layer.data;
      layers.push({
        name: name.trim() || 'Layer',
        x,
        y,
        opacity,
        visible: shown && visibility !== 'hidden',
        png: new Uint8Array(png),
      });
    }
  };
  open(image.image as XmlNode[], true);
  if (!layers.length) throw new PictureRefused('This layered file has no layers in it.');
  return { width: head.data.w, height: head.data.h, ppi: head.data.xres ?? null, layers };
}
