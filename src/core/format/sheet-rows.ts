import type { Prepared } from '../render';
import { LEAST_REST, MOST_DISTANCE, type Rows } from './deflate/deflate';

/** Told of each row of a block, four bytes a pixel, as it is written. `layer`: 0 for the picture, then each of its layers. */
export type OnRow = (y: number, pixels: Uint8ClampedArray, layer: number) => void;

/** What is kept of each pixel: itself, or what it differs by from the one above it in these rows, or from the one before it. */
type Differs = 'itself' | 'up' | 'left';

/** How the rows of a sheet are written: px across, bytes a pixel, and bytes that are left free before each row. */
export type Ways = { width: number; channels: number; lead: number; differs: Differs; onRow: OnRow };

/** Four bytes less four others, each by itself (modulo 256). */
const less = (a: number, b: number) => ((a | 0x80808080) - (b & 0x7f7f7f7f)) ^ ((a ^ ~b) & 0x80808080);

/**
 * Rows of a sheet that is filled with a block, as bytes: of each no more than what it does not go on by, where that can be told by
 * matches (one pixel more, which differences need).
 */
export function sheetRows(
  block: Prepared,
  from: number,
  to: number,
  { width, channels, lead, differs, onRow }: Ways,
): Rows {
  const { data } = block.rows(from, to);
  const wide = block.width;
  const px = new Uint32Array(data.buffer, data.byteOffset, data.length >> 2);
  const period = wide * channels;
  const once = Math.min(width, wide);
  const more = (width - wide - 1) * channels;
  const given = period <= MOST_DISTANCE && more >= LEAST_REST ? wide + 1 : width;
  const stride = lead + given * channels;
  const out = new Uint8Array(stride * (to - from));
  const row = channels === 4 ? new Uint32Array(once) : null;
  const bytes = row && new Uint8Array(row.buffer);
  for (let y = 0; y < to - from; y++) {
    const at = y * wide;
    onRow(from + y, data.subarray(at * 4, (at + wide) * 4), 0);
    const start = y * stride + lead;
    // The first of these rows has none above it.
    const above = differs === 'up' && y > 0 ? at - wide : -1;
    let before = 0;
    if (row && bytes) {
      for (let x = 0; x < once; x++) {
        const v = px[at + x];
        row[x] = above >= 0 ? less(v, px[above + x]) : differs === 'left' ? less(v, before) : v;
        before = v;
      }
      out.set(bytes, start);
    }
    for (let x = row ? once : 0, o = start; x < once; x++, o += channels) {
      let v = px[at + x];
      if (above >= 0) v = less(v, px[above + x]);
      else if (differs === 'left') {
        const own = v;
        v = less(v, before);
        before = own;
      }
      out[o] = v;
      if (channels === 1) continue;
      out[o + 1] = v >> 8;
      out[o + 2] = v >> 16;
    }
    if (given === once) continue;
    goOn(out, start, once * channels, given * channels);
    // Where the block begins anew its first pixel comes after its last.
    if (differs === 'left') {
      const v = less(px[at], px[at + wide - 1]);
      for (let x = wide; x < given; x += wide)
        for (let c = 0; c < channels; c++) out[start + x * channels + c] = v >>> (8 * c);
    }
  }
  return { data: out, stride, period, rest: (width - given) * channels };
}

/** Repeats the first so many bytes until there are as many as are wanted. */
function goOn(out: Uint8Array, start: number, once: number, wanted: number): void {
  for (let done = once; done < wanted; done *= 2)
    out.copyWithin(start + done, start, start + Math.min(done, wanted - done));
}
