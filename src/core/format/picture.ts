import { MM_PER_INCH } from '../units';
import { type PictureHead, PictureRefused } from './refused';
import { tiffHead } from './tiff-head';

/** The largest picture taken in: 35 megapixel scans fit with room to spare. */
export const PICTURE_LIMITS = { edgePx: 30000, megapixels: 200, fileMb: 400 } as const;

const MOVING = 'This picture moves. Save the one frame that you want as a still picture.';

const ascii = (b: Uint8Array, at: number, n: number) => String.fromCharCode(...b.subarray(at, at + n));
const CUT_SHORT =
  'This file is cut short: part of the picture is missing. Copy it again from where it came from.';

function pngHead(b: Uint8Array, view: DataView): PictureHead {
  const head: PictureHead = { type: 'png', width: view.getUint32(16), height: view.getUint32(20), ppi: null };
  let at = 8;
  while (at + 12 <= b.length) {
    const length = view.getUint32(at);
    const type = ascii(b, at + 4, 4);
    if (type === 'IEND') return head;
    if (type === 'acTL') throw new PictureRefused(MOVING);
    if (type === 'pHYs' && length === 9 && b[at + 16] === 1) {
      const ppi = (view.getUint32(at + 8) * MM_PER_INCH) / 1000;
      head.ppi = ppi > 0 ? Math.round(ppi * 100) / 100 : null;
    }
    at += 12 + length;
  }
  throw new PictureRefused(CUT_SHORT);
}

/** Size and JFIF density; EXIF resolution is read by the caller's EXIF library and handed to `withExif`. */
function jpegHead(b: Uint8Array, view: DataView): PictureHead {
  const head: PictureHead = { type: 'jpeg', width: 0, height: 0, ppi: null };
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
      const density = view.getUint16(at + 12);
      if (density > 1 && unit === 1) head.ppi = density;
      if (density > 1 && unit === 2) head.ppi = Math.round(density * 2.54 * 100) / 100;
    }
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
  return { type: 'webp', ...size, ppi: null };
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
 * Reads size and ppi from the head of a PNG, JPEG, WebP or TIFF without decoding it, and turns away what is none
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

/** Fills in the ppi from EXIF (unit 2: inch, 3: centimetre) where the file's own head did not say. */
export function withExif(
  head: PictureHead,
  exif: { XResolution?: unknown; ResolutionUnit?: unknown } | undefined,
): PictureHead {
  const x = Number(exif?.XResolution);
  if (head.ppi || !(x > 1 && x < 100000)) return head;
  const perCm = exif?.ResolutionUnit === 3 || exif?.ResolutionUnit === 'cm';
  // 72 is what cameras write when they do not know: no better than silence.
  if (!perCm && x === 72) return head;
  return { ...head, ppi: Math.round((perCm ? x * 2.54 : x) * 100) / 100 };
}
