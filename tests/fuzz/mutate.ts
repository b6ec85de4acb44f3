import { unzipSync, zipSync } from 'fflate';

/** Numbers between 0 and 1, the same for the same seed (mulberry32). */
function numbers(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const EXTREMES = [0, 1, 0x7f, 0x80, 0xff, 0x7fff, 0xffff, 0x7fffffff, 0x80000000, 0xffffffff];
const WORDS = [
  '-1',
  '1e99',
  'NaN',
  '',
  '0',
  '99999999999',
  'null',
  '[]',
  '{}',
  '"',
  '<',
  '&#0;',
  '\u0000',
  'url(#g)',
];

/** One change of a file, of a kind and at a place that the numbers choose. */
const CHANGES: readonly ((bytes: Uint8Array, random: () => number) => Uint8Array)[] = [
  // A few bits.
  (b, r) => {
    const out = b.slice();
    for (let k = 0; k < 1 + r() * 8; k++) out[Math.floor(r() * out.length)] ^= 1 << Math.floor(r() * 8);
    return out;
  },
  // A run of bytes.
  (b, r) => {
    const out = b.slice();
    const at = Math.floor(r() * out.length);
    return out.fill(Math.floor(r() * 256), at, at + Math.floor(r() * 64));
  },
  // Cut short.
  (b, r) => b.slice(0, Math.floor(r() * b.length)),
  // A piece twice, or left out.
  (b, r) => {
    const [from, to] = [Math.floor(r() * b.length), Math.floor(r() * b.length)].sort((x, y) => x - y);
    const parts = r() < 0.5 ? [b.subarray(0, to), b.subarray(from)] : [b.subarray(0, from), b.subarray(to)];
    return new Uint8Array(Buffer.concat(parts));
  },
  // A number as large or as small as it can be, either way round.
  (b, r) => {
    const out = b.slice();
    const view = new DataView(out.buffer);
    const value = EXTREMES[Math.floor(r() * EXTREMES.length)];
    const little = r() < 0.5;
    if (r() < 0.5 && out.length > 4) view.setUint32(Math.floor(r() * (out.length - 4)), value, little);
    else if (out.length > 2) view.setUint16(Math.floor(r() * (out.length - 2)), value & 0xffff, little);
    return out;
  },
  // A number or a word of a text by another.
  (b, r) => {
    const text = Buffer.from(b).toString('latin1');
    const found = [...text.matchAll(/-?\d+(\.\d+)?|"[^"]{0,40}"/g)];
    if (!found.length) return b.slice(1);
    const { index, 0: old } = found[Math.floor(r() * found.length)];
    const word = WORDS[Math.floor(r() * WORDS.length)];
    return new Uint8Array(
      Buffer.from(text.slice(0, index) + word + text.slice(index + old.length), 'latin1'),
    );
  },
];

/** A file changed in one to three ways; another for another seed. */
export function mutated(bytes: Uint8Array, seed: number): Uint8Array {
  const random = numbers(seed);
  let out = new Uint8Array(bytes);
  for (let k = 0; k < 1 + random() * 3; k++) {
    out = new Uint8Array(
      CHANGES[Math.floor(random() * CHANGES.length)](out.length ? out : new Uint8Array(1), random),
    );
  }
  return out;
}

const VALUES = [
  null,
  true,
  -1,
  0,
  1e300,
  1e-300,
  3.5,
  '',
  'x',
  '../x',
  'a'.repeat(5000),
  [],
  {},
  [[]],
  { id: 'm' },
];

/** A text of JSON in which one to three values are others, twice there, or gone; it is well-formed. */
function mutatedJson(text: string, random: () => number): string {
  const root = { json: JSON.parse(text) };
  for (let k = 0; k < 1 + random() * 3; k++) {
    // Down by chance to a value, and now and then to what holds others.
    let [holder, key]: [Record<string, unknown>, string] = [root, 'json'];
    while (typeof holder[key] === 'object' && holder[key] !== null && random() < 0.9) {
      const inner = holder[key] as Record<string, unknown>;
      const keys = Object.keys(inner);
      if (!keys.length) break;
      [holder, key] = [inner, keys[Math.floor(random() * keys.length)]];
    }
    const way = random();
    if (way < 0.6) holder[key] = structuredClone(VALUES[Math.floor(random() * VALUES.length)]);
    else if (way < 0.8 && Array.isArray(holder)) holder.push(structuredClone(holder[Number(key)]));
    else delete holder[key];
  }
  return JSON.stringify(root.json) ?? '';
}

/** A zip, one of whose entries is changed: what is read after it was unpacked. JSON stays JSON. */
export function mutatedInside(zip: Uint8Array, entry: string, seed: number): Uint8Array {
  const files = unzipSync(zip);
  const inner = entry.endsWith('.json')
    ? Buffer.from(mutatedJson(Buffer.from(files[entry]).toString(), numbers(seed)))
    : mutated(files[entry], seed);
  return zipSync({ ...files, [entry]: new Uint8Array(inner) });
}
