import { perMetre } from './density';
import { type PictureHead, PictureRefused } from './refused';
import { tiffHead } from './tiff-head';

/** The largest picture taken in: 35 megapixel scans fit with room to spare. */
export const PICTURE_LIMITS = { edgePx: 30000, megapixels: 200, fileMb: 400 } as const;

const MOVING = 'This picture moves. Save the one frame that you want as a still picture.';

const ascii = (b: Uint8Array, at: number, n: number) => String.fromCharCode(...b.subarray(at, at + n));
const CUT_SHORT =
  'This file is cut short: part of the picture is missing. Copy it again from where it came from.';

function pngHead(b: Uint8Array, view: DataView): PictureHead {
  const size = { width: view.getUint32(16), height: view.getUint32(20) };
  const head: PictureHead = { type: 'png', ...size, density: null, exif: null };
  let at = 8;
  while (at + 12 <= b.length) {
    const length = view.getUint32(at);
    const type = ascii(b, at + 4, 4);
    if (type === 'IEND') return head;
    if (type === 'acTL') throw new PictureRefused(MOVING);
    if (type === 'pHYs' && length === 9 && b[at + 16] === 1)
      head.density = perMetre(view.getUint32(at + 8), view.getUint32(at + 12));
    if (type === 'eXIf') head.exif = b.subarray(at + 8, Math.min(b.length, at + 8 + length));
    at += 12 + length;
  }
  throw new PictureRefused(CUT_SHORT);
}

function jpegHead(b: Uint8Array, view: DataView): PictureHead {
  const head: PictureHead = { type: 'jpeg', width: 0, height: 0, density: null, exif: null };
  let at = 2;
  while (at + 4 <= b.length && b[at] === 0xff) {
    const marker = b[at + 1];
    if (marker === 0xff) {
      at += 1;
      continue;
    }
    const length = view.getUint16(at + 2);
    const frame = marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
    if (at + 2 + length > b.length) break;
    if (marker === 0xe0 && ascii(b, at + 4, 4) === 'JFIF') {
      const unit = b[at + 11];
      const [x, y] = [view.getUint16(at + 12), view.getUint16(at + 14)];
      if (unit === 1) head.density = { x, y };
      if (unit === 2) head.density = { x: x * 2.54, y: y * 2.54 };
    }
    if (marker === 0xe1 && ascii(b, at + 4, 6) === 'Exif\0\0')
      head.exif ??= b.subarray(at + 10, at + 2 + length);
    if (frame) {
      head.height = view.getUint16(at + 5);
      head.width = view.getUint16(at + 7);
      if (b[at + 9] === 4) {
        throw new PictureRefused(
          'This JPEG is in printing inks (CMYK). Save it again in RGB, as a scan or screen picture.',
        );
      }
    }
    if (marker === 0xda) break;
    at += 2 + length;
  }
  // The end mark may be followed by some padding, but not by a whole picture's worth.
  let end = b.length - 2;
  while (end > Math.max(0, b.length - 4096) && !(b[end] === 0xff && b[end + 1] === 0xd9)) end--;
  if (!head.width || b[end] !== 0xff || b[end + 1] !== 0xd9) throw new PictureRefused(CUT_SHORT);
  return head;
}

/** The EXIF block of a WebP: a chunk of its own, behind the picture. */
function webpExif(b: Uint8Array, view: DataView): Uint8Array | null {
  for (let at = 12; at + 8 <= b.length; ) {
    const length = view.getUint32(at + 4, true);
    if (ascii(b, at, 4) === 'EXIF') {
      const from = at + 8 + (ascii(b, at + 8, 6) === 'Exif\0\0' ? 6 : 0);
      return b.subarray(from, Math.min(b.length, at + 8 + length));
    }
    at += 8 + length + (length & 1);
  }
  return null;
}

function webpHead(b: Uint8Array, view: DataView): PictureHead {
  if (view.getUint32(4, true) + 8 > b.length) throw new PictureRefused(CUT_SHORT);
  const kind = ascii(b, 12, 4);
  if (kind === 'VP8X' && b[20] & 2) throw new PictureRefused(MOVING);
  const u24 = (at: number) => b[at] | (b[at + 1] << 8) | (b[at + 2] << 16);
  const size =
    kind === 'VP8X'
      ? { width: u24(24) + 1, height: u24(27) + 1 }
      : kind === 'VP8L'
        ? {
            width: (view.getUint32(21, true) & 0x3fff) + 1,
            height: ((view.getUint32(21, true) >>> 14) & 0x3fff) + 1,
          }
        : { width: view.getUint16(26, true) & 0x3fff, height: view.getUint16(28, true) & 0x3fff };
  return { type: 'webp', ...size, density: null, exif: webpExif(b, view) };
}

/** What else people bring, and what to do about it. */
function otherKind(b: Uint8Array): string {
  const brand = ascii(b, 8, 4);
  if (ascii(b, 0, 4) === 'GIF8') return 'This is a GIF: it has too few colours for print. Save it as PNG.';
  if (ascii(b, 4, 4) === 'ftyp') {
    return `This is a ${brand.startsWith('avif') ? 'AVIF' : 'HEIC'} photo, which cannot be read here. Set the phone to JPEG, or save a JPEG of it.`;
  }
  if (ascii(b, 0, 4) === '%PDF') return 'This is a PDF. Save its page as PNG, TIFF or SVG.';
  return 'This is not a PNG, JPEG, WebP or TIFF picture, an SVG or a layered ORA file, whatever its name says.';
}

/**
 * Reads size and density from the head of a PNG, JPEG, WebP or TIFF without decoding it, and turns away what is none
 * of these, is cut short, has no area, or is larger than PICTURE_LIMITS.
 * @throws PictureRefused with a sentence that says why and what to do.
 */
export function readPictureHead(bytes: Uint8Array): PictureHead {
  if (bytes.length > PICTURE_LIMITS.fileMb * 1e6) {
    throw new PictureRefused(`This file is over ${PICTURE_LIMITS.fileMb} MB. Save a smaller copy of it.`);
  }
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const long = bytes.length >= 33;
  let head: PictureHead;
  if (long && view.getUint32(0) === 0x89504e47 && ascii(bytes, 12, 4) === 'IHDR') head = pngHead(bytes, view);
  else if (long && view.getUint16(0) === 0xffd8) head = jpegHead(bytes, view);
  else if (long && ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 4) === 'WEBP')
    head = webpHead(bytes, view);
  else if (long && [0x49492a00, 0x4d4d002a].includes(view.getUint32(0))) head = tiffHead(bytes, view);
  else if (long && [0x49492b00, 0x4d4d002b].includes(view.getUint32(0)))
    throw new PictureRefused(
      'This is a BigTIFF, made for pictures over 4 GB, which is not read here. Save it as a plain TIFF or as PNG.',
    );
  else if (!bytes.length) throw new PictureRefused('This file is empty.');
  else throw new PictureRefused(otherKind(bytes));
  const { width, height } = head;
  if (width < 1 || height < 1) throw new PictureRefused('This picture has no area: its size is 0 pixels.');
  const { edgePx, megapixels } = PICTURE_LIMITS;
  if (width > edgePx || height > edgePx || width * height > megapixels * 1e6) {
    throw new PictureRefused(
      `This picture is ${width} x ${height} px. Up to ${megapixels} megapixels and ${edgePx} px on a side fit: scan in parts or at a lower ppi.`,
    );
  }
  return head;
}
