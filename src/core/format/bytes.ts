import { PictureRefused } from './refused';

/** Bytes as the letters that they stand for, one each. */
export const ascii = (b: Uint8Array, at: number, n: number) => String.fromCharCode(...b.subarray(at, at + n));

/** Bytes to read numbers from. */
export const viewOf = (b: Uint8Array) => new DataView(b.buffer, b.byteOffset, b.byteLength);

/** Many bytes as one. */
export function concat(parts: Uint8Array[]): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

export const cutShort = () =>
  new PictureRefused(
    'This file is cut short: part of the picture is missing. Copy it again from where it came from.',
  );

export const moves = () =>
  new PictureRefused('This picture moves. Save the one frame that you want as a still picture.');
