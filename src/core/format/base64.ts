const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';
const CODES = Uint8Array.from(LETTERS, (c) => c.charCodeAt(0));
const PAD = 61;

/** Bytes as letters of base64 (RFC 4648), as bytes again; padded where their number is no multiple of three. */
export function toBase64(bytes: Uint8Array): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(Math.ceil(bytes.length / 3) * 4).fill(PAD);
  for (let i = 0, o = 0; i < bytes.length; i += 3, o += 4) {
    const v = (bytes[i] << 16) | ((bytes[i + 1] ?? 0) << 8) | (bytes[i + 2] ?? 0);
    out[o] = CODES[v >> 18];
    out[o + 1] = CODES[(v >> 12) & 63];
    if (i + 1 < bytes.length) out[o + 2] = CODES[(v >> 6) & 63];
    if (i + 2 < bytes.length) out[o + 3] = CODES[v & 63];
  }
  return out;
}

/** The bytes that letters of base64 stand for; null where one is none. */
export function fromBase64(letters: Uint8Array): Uint8Array<ArrayBuffer> | null {
  if (letters.length % 4) return null;
  const pads = letters.at(-2) === PAD ? 2 : letters.at(-1) === PAD ? 1 : 0;
  const out = new Uint8Array((letters.length / 4) * 3 - pads);
  const values = new Uint8Array(256).fill(255);
  for (const [n, code] of CODES.entries()) values[code] = n;
  for (let i = 0, o = 0; i < letters.length; i += 4) {
    let v = 0;
    for (let k = 0; k < 4; k++) {
      const isPad = i + k >= letters.length - pads;
      const one = isPad ? 0 : values[letters[i + k]];
      if (one === 255) return null;
      v = (v << 6) | one;
    }
    for (let k = 16; k >= 0 && o < out.length; k -= 8) out[o++] = (v >> k) & 255;
  }
  return out;
}
