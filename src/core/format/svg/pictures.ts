import { readPictureHead } from '../head';
import { PictureRefused } from '../refused';
import { attributesOf, nameOf, type XmlNode } from '../xml';

/** The most pixels that the pictures in a drawing may have together: each is unpacked wherever it is drawn. */
const MOST_PX = 40e6;

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';
const VALUES = new Map([...LETTERS].map((letter, value) => [letter.charCodeAt(0), value]));

/** Base64 (RFC 4648) as bytes; letters that are none of it are passed over. */
function bytesOfBase64(text: string): Uint8Array {
  const out = new Uint8Array(Math.ceil((text.length * 3) / 4));
  let [bits, held, n] = [0, 0, 0];
  for (let i = 0; i < text.length; i++) {
    const value = VALUES.get(text.charCodeAt(i));
    if (value === undefined) continue;
    bits = ((bits << 6) | value) & 0xffffff;
    held += 6;
    if (held >= 8) {
      held -= 8;
      out[n++] = (bits >> held) & 255;
    }
  }
  return out.subarray(0, n);
}

/** How many pixels a picture in a drawing has, by its own head. @throws PictureRefused when it cannot be read. */
function pixelsOf(href: string): number {
  const comma = href.indexOf(',');
  try {
    if (!/;base64$/i.test(href.slice(0, comma).trim())) throw new PictureRefused('');
    const { width, height } = readPictureHead(bytesOfBase64(href.slice(comma + 1)));
    return width * height;
  } catch (error) {
    if (!(error instanceof PictureRefused)) throw error;
    throw new PictureRefused(
      'A picture inside this SVG cannot be read, or is too large. Save it with a smaller PNG or JPEG, or without.',
    );
  }
}

/** Refuses a drawing whose pictures would take too much memory, by their heads. @throws PictureRefused */
export function refuseLargePictures(nodes: Iterable<XmlNode>) {
  const known = new Map<string, number>();
  let sum = 0;
  for (const node of nodes) {
    const { href } = attributesOf(node);
    if (!/^(fe)?image$/i.test(nameOf(node)) || !/^\s*data:/i.test(href ?? '')) continue;
    const px = known.get(href) ?? pixelsOf(href);
    known.set(href, px);
    sum += px;
    if (sum > MOST_PX)
      throw new PictureRefused(
        `The pictures inside this SVG have over ${MOST_PX / 1e6} megapixels together. Save it with smaller ones.`,
      );
  }
}
