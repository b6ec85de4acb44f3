import type { Rows } from './deflate';

const ADLER = 65521;

/** Adler-32 (RFC 1950) of bytes. */
function adlerOf(bytes: Uint8Array): number {
  let [a, b] = [1, 0];
  for (let p = 0; p < bytes.length; ) {
    // So many sums stay below 2^32.
    const end = Math.min(bytes.length, p + 5552);
    for (; p < end; p++) {
      a += bytes[p];
      b += a;
    }
    a %= ADLER;
    b %= ADLER;
  }
  return ((b << 16) | a) >>> 0;
}

/** The Adler-32 of two runs of bytes one after the other, from theirs; `length`: of the second. */
export function adlerJoined(one: number, other: number, length: number): number {
  const rem = length % ADLER;
  const a = ((one & 0xffff) + (other & 0xffff) + ADLER - 1) % ADLER;
  const b = (rem * ((one & 0xffff) - 1 + ADLER) + (one >>> 16) + (other >>> 16)) % ADLER;
  return ((b << 16) | a) >>> 0;
}

/** The Adler-32 of rows as deflateStrip takes them, what each goes on by included. */
export function adlerOfRows({ data, stride, period, rest }: Rows): number {
  let sum = 1;
  const part = rest % period;
  for (let row = 0; row < data.length; row += stride) {
    const end = row + stride;
    if (!rest) {
      sum = adlerJoined(sum, adlerOf(data.subarray(row, end)), stride);
      continue;
    }
    // What stands before the period, the period, and it again as often as it comes.
    sum = adlerJoined(sum, adlerOf(data.subarray(row, end - period)), stride - period);
    let one = adlerOf(data.subarray(end - period, end));
    // So many periods by doubling.
    for (let times = 1 + Math.floor(rest / period), long = period; times > 0; times >>= 1, long *= 2) {
      if (times & 1) sum = adlerJoined(sum, one, long);
      one = adlerJoined(one, one, long);
    }
    if (part) sum = adlerJoined(sum, adlerOf(data.subarray(end - period, end - period + part)), part);
  }
  return sum;
}
