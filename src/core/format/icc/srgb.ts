import { ascii } from '../bytes';

/** Colorants and white of sRGB as seen from D50, the Bradford matrix that brings them there, and its curve (IEC 61966-2-1; ICC.1:2022). */
const WHITE = [0.9642, 1, 0.8249];
const RED = [0.43607, 0.22249, 0.01392];
const GREEN = [0.38515, 0.71687, 0.09708];
const BLUE = [0.14307, 0.06061, 0.7141];
const ADAPTED = [1.04788, 0.02292, -0.0502, 0.02959, 0.99048, -0.01707, -0.00925, 0.01508, 0.75168];
const CURVE = [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045];
const HEAD = 128;

const body = (type: string, long: number) => {
  const view = new DataView(new ArrayBuffer(8 + long));
  for (let k = 0; k < 4; k++) view.setUint8(k, type.charCodeAt(k));
  return view;
};

/** Numbers of 16 bits before the point and after it. */
function numbers(type: string, values: readonly number[], lead = 0): DataView {
  const view = body(type, lead + values.length * 4);
  values.forEach((v, k) => {
    view.setInt32(8 + lead + k * 4, Math.round(v * 65536));
  });
  return view;
}

/** One text in English, of Latin letters. */
function words(text: string): DataView {
  const view = body('mluc', 20 + text.length * 2);
  for (const [k, v] of [1, 12].entries()) view.setUint32(8 + k * 4, v);
  view.setUint32(16, 0x656e5553);
  view.setUint32(20, text.length * 2);
  view.setUint32(24, 28);
  for (let k = 0; k < text.length; k++) view.setUint16(28 + k * 2, text.charCodeAt(k));
  return view;
}

/** A profile of sRGB (ICC.1:2022: three components and their curve), for files that are to say so. */
export function srgbProfile(): Uint8Array<ArrayBuffer> {
  const curve = numbers('para', CURVE, 4);
  curve.setUint16(8, 3);
  const tags: [string, DataView][] = [
    ['desc', words('sRGB')],
    ['cprt', words('Free to use')],
    ['wtpt', numbers('XYZ ', WHITE)],
    ['chad', numbers('sf32', ADAPTED)],
    ['rXYZ', numbers('XYZ ', RED)],
    ['gXYZ', numbers('XYZ ', GREEN)],
    ['bXYZ', numbers('XYZ ', BLUE)],
    ['rTRC', curve],
    ['gTRC', curve],
    ['bTRC', curve],
  ];
  const places = new Map<DataView, number>();
  let size = HEAD + 4 + tags.length * 12;
  for (const [, data] of tags) {
    if (places.has(data)) continue;
    places.set(data, size);
    size += (data.byteLength + 3) & ~3;
  }
  const out = new Uint8Array(size);
  const view = new DataView(out.buffer);
  const letters = (at: number, text: string) =>
    out.set(
      [...text].map((c) => c.charCodeAt(0)),
      at,
    );
  view.setUint32(0, size);
  view.setUint32(8, 0x04400000);
  for (const [k, text] of ['mntr', 'RGB ', 'XYZ '].entries()) letters(12 + k * 4, text);
  for (const [k, v] of [2026, 1, 1].entries()) view.setUint16(24 + k * 2, v);
  letters(36, 'acsp');
  WHITE.forEach((v, k) => {
    view.setInt32(68 + k * 4, Math.round(v * 65536));
  });
  view.setUint32(HEAD, tags.length);
  tags.forEach(([name, data], n) => {
    const at = HEAD + 4 + n * 12;
    const place = places.get(data) ?? 0;
    letters(at, name);
    view.setUint32(at + 4, place);
    view.setUint32(at + 8, data.byteLength);
    out.set(new Uint8Array(data.buffer), place);
  });
  return out;
}

/** The space that an ICC profile is of, as four letters; empty for what is none. */
export const spaceOfProfile = (profile: Uint8Array): string =>
  profile.length >= 132 && ascii(profile, 36, 4) === 'acsp' ? ascii(profile, 16, 4) : '';
