import { PictureRefused } from '../refused';

const CLEAR = 256;
const END = 257;
const MOST_CODES = 4096;

/**
 * Unpacks one strip or tile of LZW (TIFF 6.0, section 13: codes of 9 to 12 bits, highest bit first, one code wider a code early).
 * @param most bytes that it may come to; what comes after them is not looked at.
 * @throws PictureRefused when a code names what is not there.
 */
export function unpackLzw(packed: Uint8Array, most: number): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(most);
  // The text of each code lies in `out`: where it begins, and how long it is.
  const from = new Uint32Array(MOST_CODES);
  const length = new Uint32Array(MOST_CODES);
  let next = END + 1;
  let bits = 9;
  /** The text before: where it begins; -1: none since the codes began anew. */
  let before = -1;
  let filled = 0;
  let held = 0;
  let holds = 0;
  for (let at = 0; filled < most; ) {
    while (holds < bits && at < packed.length) {
      held = ((held << 8) | packed[at++]) & 0xffffff;
      holds += 8;
    }
    if (holds < bits) break;
    const code = (held >> (holds - bits)) & ((1 << bits) - 1);
    holds -= bits;
    if (code === END) break;
    if (code === CLEAR) {
      [next, bits, before] = [END + 1, 9, -1];
      continue;
    }
    const isNew = before >= 0 && next < MOST_CODES;
    if (isNew) {
      // The text before and the letter that comes next, which lies behind it as soon as it is written.
      from[next] = before;
      length[next] = filled - before + 1;
    }
    const start = filled;
    if (code < CLEAR) out[filled++] = code;
    else if (code < next || (code === next && isNew)) filled = copy(out, from[code], length[code], filled);
    else
      throw new PictureRefused(
        'This TIFF is damaged: it could not be unpacked. Copy it again from where it came from.',
      );
    if (isNew) next++;
    before = start;
    if (next >= (1 << bits) - 1 && bits < 12) bits++;
  }
  return out;
}

function copy(out: Uint8Array, from: number, length: number, to: number): number {
  const end = Math.min(out.length, to + length);
  for (let at = to, k = from; at < end; at++, k++) out[at] = out[k];
  return end;
}
