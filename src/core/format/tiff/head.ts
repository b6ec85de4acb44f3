import { MM_PER_INCH } from '../../units';
import { viewOf } from '../bytes';
import { type PictureHead, PictureRefused } from '../refused';

const SIZES = [0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8];
const MOST_TAGS = 400;
/** Parts of a picture may be so much larger than it, px and bytes: a tile is filled up where the picture ends. */
const LEEWAY = 1e6;
const COMPRESSIONS = new Map([
  [1, 'none'],
  [5, 'LZW'],
  [8, 'deflate'],
  [32946, 'deflate'],
  [32773, 'PackBits'],
]);

/**
 * Size, density and kind of the first picture in a TIFF (6.0), from its tags alone; every offset is held against the
 * file's length.
 * @throws PictureRefused for what cannot be read: other compressions, bit depths, inks, or a torn file.
 */
export function tiffHead(b: Uint8Array): PictureHead {
  const view = viewOf(b);
  const little = b[0] === 0x49;
  const torn = () =>
    new PictureRefused('This TIFF is cut short or damaged. Copy it again from where it came from.');
  const u16 = (at: number) => {
    if (at + 2 > b.length) throw torn();
    return view.getUint16(at, little);
  };
  const u32 = (at: number) => {
    if (at + 4 > b.length) throw torn();
    return view.getUint32(at, little);
  };
  const ifd = u32(4);
  const count = u16(ifd);
  if (count > MOST_TAGS) throw torn();
  const tags = new Map<number, { type: number; n: number; at: number }>();
  for (let k = 0; k < count; k++) {
    const entry = ifd + 2 + k * 12;
    const [type, n] = [u16(entry + 2), u32(entry + 4)];
    const bytes = (SIZES[type] ?? 0) * n;
    const at = bytes > 4 ? u32(entry + 8) : entry + 8;
    if (at + bytes > b.length) throw torn();
    tags.set(u16(entry), { type, n, at });
  }
  const first = (tag: number, otherwise: number): number => {
    const t = tags.get(tag);
    if (!t || t.n < 1) return otherwise;
    return t.type === 3 ? u16(t.at) : t.type === 1 ? b[t.at] : u32(t.at);
  };
  const bits = first(258, 1);
  const format = first(339, 1);
  if (!COMPRESSIONS.has(first(259, 1))) {
    throw new PictureRefused(
      'This TIFF is packed in a way that is not read here. Save it with LZW, ZIP, PackBits or no compression.',
    );
  }
  const photometric = first(262, 2);
  if (photometric === 5 || photometric === 6 || photometric === 8) {
    throw new PictureRefused('This TIFF is in printing inks (CMYK), YCC or Lab. Save it again in RGB.');
  }
  const few = [1, 2, 4].includes(bits) && photometric !== 2;
  if ((bits !== 8 && bits !== 16 && !few) || format !== 1) {
    throw new PictureRefused(`This TIFF has ${bits} bits a channel. Save it with 8 or 16.`);
  }
  const unit = first(296, 2);
  const rational = (tag: number) => {
    const t = tags.get(tag);
    return t && t.n >= 1 && t.type === 5 ? u32(t.at) / u32(t.at + 4) : 0;
  };
  const per = unit === 3 ? MM_PER_INCH / 10 : 1;
  const x = rational(282) * per;
  const density = x > 0 && unit !== 1 ? { x, y: rational(283) * per || x } : null;
  const [width, height] = [first(256, 0), first(257, 0)];
  const tiled = tags.has(324);
  const part = tiled ? first(322, 0) * first(323, 0) : width * Math.min(height, first(278, height));
  const sizes = tags.get(tiled ? 325 : 279);
  let packed = 0;
  for (let k = 0; k < (sizes?.n ?? 0); k++) {
    const at = sizes?.at ?? 0;
    packed += sizes?.type === 3 ? u16(at + 2 * k) : u32(at + 4 * k);
  }
  const raw = width * height * first(277, 1) * (bits / 8);
  if (part > 4 * width * height + LEEWAY || packed > 1.5 * raw + LEEWAY)
    throw new PictureRefused('This TIFF says that its parts are larger than its picture. Save it again.');
  return { type: 'tiff', width, height, density, exif: null };
}
