import { lengthsOf, reversedCodes } from './huffman';

/** Bases of the codes of match lengths 257 to 285 and of distances 0 to 29, and their extra bits (RFC 1951, 3.2.5). */
const LENGTH_BASE = [
  3, 4, 5, 6, 7, 8, 9, 10, 11, 13, 15, 17, 19, 23, 27, 31, 35, 43, 51, 59, 67, 83, 99, 115, 131, 163, 195,
  227, 258,
];
const LENGTH_EXTRA = [0, 0, 0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 2, 2, 2, 2, 3, 3, 3, 3, 4, 4, 4, 4, 5, 5, 5, 5, 0];
const DISTANCE_BASE = [
  1, 2, 3, 4, 5, 7, 9, 13, 17, 25, 33, 49, 65, 97, 129, 193, 257, 385, 513, 769, 1025, 1537, 2049, 3073, 4097,
  6145, 8193, 12289, 16385, 24577,
];
const DISTANCE_EXTRA = DISTANCE_BASE.map((_, k) => Math.max(0, (k >> 1) - 1));
/** In this order the lengths of code length codes are written. */
const ORDER = [16, 17, 18, 0, 8, 7, 9, 6, 10, 5, 11, 4, 12, 3, 13, 2, 14, 1, 15];

const MOST_LENGTH = 258;
export const MOST_DISTANCE = 32768;
/** No match is shorter. */
export const LEAST_REST = 3;
const END = 256;
const HASH_BITS = 15;
/** Shorter matches cost more than they save where art has grain. */
const LEAST = 8;
/** After 2 to this many places without a match every second place is looked at, after twice as many every third, and so on. */
const PATIENCE = 5;

const lengthCode = new Uint8Array(MOST_LENGTH + 1);
for (let n = 3, k = 0; n <= MOST_LENGTH; n++) {
  while (k + 1 < LENGTH_BASE.length && n >= LENGTH_BASE[k + 1]) k++;
  lengthCode[n] = k;
}
/** Codes of distances less one: below 256 by itself, above by what is left without its 7 lower bits. */
const distanceCode = new Uint8Array(512);
const codeOf = (distance: number) =>
  distance <= 256 ? distanceCode[distance - 1] : distanceCode[256 + ((distance - 1) >> 7)];
for (let d = 1, k = 0; d <= MOST_DISTANCE; d++) {
  while (k + 1 < DISTANCE_BASE.length && d >= DISTANCE_BASE[k + 1]) k++;
  if (d <= 256) distanceCode[d - 1] = k;
  else distanceCode[256 + ((d - 1) >> 7)] = k;
}

/**
 * Rows of bytes, each of which goes on by itself: after the `stride` bytes that are given of it come `rest` more (none, or LEAST_REST
 * and more), each the one `period` bytes before it. `data` holds what is given.
 */
export type Rows = { data: Uint8Array; stride: number; period: number; rest: number };

/**
 * Packs rows (RFC 1951) as one block that is not the last, with a code of its own, up to a whole byte: so packed strips may follow each
 * other in any order and number. What a row goes on by is written as matches one period back without being looked for; what is given
 * is matched by one probe of a hash of eight bytes.
 */
export const deflateStrip = (rows: Rows): Uint8Array<ArrayBuffer> => packed(rows.data, tokensOf(rows));

/**
 * What rows are written as, in order: runs of bytes as they are (how many, always below 2^30), and matches after them (MATCH, their
 * length, their distance less one); GOES_ON where none of what is given is written by it.
 */
type Tokens = { list: Int32Array; count: number; literals: Uint32Array; distances: Uint32Array };
const MATCH = 1 << 30;
const GOES_ON = 1 << 31;

function tokensOf({ data, stride, period, rest }: Rows): Tokens {
  const rows = data.length / stride;
  // A match stands for so many bytes at least, and has a run before it.
  const list = new Int32Array(
    2 * Math.ceil(data.length / LEAST) + rows * (Math.ceil(rest / (MOST_LENGTH - LEAST_REST)) + 4),
  );
  const literals = new Uint32Array(286);
  const distances = new Uint32Array(30);
  const last = new Int32Array(1 << HASH_BITS).fill(-1);
  let count = 0;
  let missed = 0;
  const match = (length: number, distance: number, how: number) => {
    list[count++] = how | (length << 16) | (distance - 1);
    literals[257 + lengthCode[length]]++;
    distances[codeOf(distance)]++;
  };
  for (let row = 0; row < data.length; row += stride) {
    const end = row + stride;
    let begun = row;
    const run = (to: number) => {
      for (let q = begun; q < to; q++) literals[data[q]]++;
      if (to > begun) list[count++] = to - begun;
    };
    for (let p = row; p < end; ) {
      let long = 0;
      let distance = 0;
      if (p + LEAST <= end) {
        const one = data[p] | (data[p + 1] << 8) | (data[p + 2] << 16) | (data[p + 3] << 24);
        const other = data[p + 4] | (data[p + 5] << 8) | (data[p + 6] << 16) | (data[p + 7] << 24);
        const key = Math.imul(Math.imul(one, 0x9e3779b1) ^ other, 0x85ebca6b) >>> (32 - HASH_BITS);
        const from = last[key];
        last[key] = p;
        if (from >= 0) {
          distance = p - from;
          let most = Math.min(MOST_LENGTH, end - p);
          if (from < row) {
            // Between two rows lies what the first of them goes on by.
            const its = from - (from % stride);
            distance += rest * ((row - its) / stride);
            if (rest) most = Math.min(most, its + stride - from);
          }
          if (distance <= MOST_DISTANCE) while (long < most && data[from + long] === data[p + long]) long++;
        }
      }
      if (long < LEAST) {
        // Where nothing was found for long, little will be: it is looked for less often.
        p += 1 + (missed++ >> PATIENCE);
        continue;
      }
      run(p);
      match(long, distance, MATCH);
      p += long;
      begun = p;
      missed = 0;
    }
    run(end);
    for (let left = rest; left > 0; ) {
      const length = left <= MOST_LENGTH ? left : Math.min(MOST_LENGTH, left - LEAST_REST);
      match(length, period, MATCH | GOES_ON);
      left -= length;
    }
  }
  literals[END] = 1;
  return { list, count, literals, distances };
}

/** Tokens as a block of dynamic codes, and an empty stored one that ends on a whole byte. */
function packed(data: Uint8Array, { list, count, literals, distances }: Tokens): Uint8Array<ArrayBuffer> {
  if (!distances.some((n) => n > 0)) distances[0] = 1;
  const wide = [lengthsOf(literals, 15), lengthsOf(distances, 15)];
  const [codes, far] = wide.map(reversedCodes);
  const [long, longFar] = wide;
  const lengths = [...long, ...longFar];
  const seen = new Uint32Array(19);
  for (const n of lengths) seen[n]++;
  const short = lengthsOf(seen, 7);
  const shortCodes = reversedCodes(short);
  let bits = 3 + 14 + 19 * 3 + 64;
  for (const n of lengths) bits += short[n];
  for (let k = 0; k < 286; k++) bits += literals[k] * (long[k] + (k > END ? LENGTH_EXTRA[k - 257] : 0));
  for (let k = 0; k < 30; k++) bits += distances[k] * (longFar[k] + DISTANCE_EXTRA[k]);
  const out = new Uint8Array(Math.ceil(bits / 8) + 8);
  let [at, held, room] = [0, 0, 0];
  // At most 15 bits at a time onto at most 15 that wait.
  const put = (value: number, n: number) => {
    held |= value << room;
    room += n;
    if (room < 16) return;
    out[at] = held;
    out[at + 1] = held >>> 8;
    at += 2;
    held >>>= 16;
    room -= 16;
  };
  put(0b100, 3);
  put(286 - 257, 5);
  put(30 - 1, 5);
  put(19 - 4, 4);
  for (const k of ORDER) put(short[k], 3);
  for (const n of lengths) put(shortCodes[n], short[n]);
  // The code of a byte and how long it is, in one.
  const own = Int32Array.from({ length: 256 }, (_, v) => (codes[v] << 4) | long[v]);
  let p = 0;
  for (let k = 0; k < count; k++) {
    const token = list[k];
    if (token > 0 && token < MATCH) {
      for (const to = p + token; p < to; p++) {
        const code = own[data[p]];
        held |= (code >>> 4) << room;
        room += code & 15;
        if (room < 16) continue;
        out[at] = held;
        out[at + 1] = held >>> 8;
        at += 2;
        held >>>= 16;
        room -= 16;
      }
      continue;
    }
    const length = (token >>> 16) & 0x3fff;
    if (token > 0) p += length;
    const distance = (token & 0xffff) + 1;
    const l = lengthCode[length];
    put(codes[257 + l], long[257 + l]);
    put(length - LENGTH_BASE[l], LENGTH_EXTRA[l]);
    const d = codeOf(distance);
    put(far[d], longFar[d]);
    put(distance - DISTANCE_BASE[d], DISTANCE_EXTRA[d]);
  }
  put(codes[END], long[END]);
  put(0, 3);
  for (; room > 0; room -= 8, held >>>= 8) out[at++] = held;
  out.set([0, 0, 255, 255], at);
  return out.subarray(0, at + 4);
}
