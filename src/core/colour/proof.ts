import type { Raster } from '../raster';
import { differenceOf } from './difference';
import type { Rgb } from './oklab';

/**
 * What a printer makes of every colour, on a grid of `size` steps a side through sRGB (red slowest, blue
 * fastest): how it looks printed (bytes), and how much ink it takes, percent of one full ink.
 */
export type ProofCube = { size: number; rgb: Uint8Array; ink: Float32Array };

/** The grid's colours in the order of a cube. */
export function cubeColours(size = 33): Uint8Array {
  const out = new Uint8Array(size ** 3 * 3);
  const at = (k: number) => Math.round((k * 255) / (size - 1));
  for (let n = 0, o = 0; n < size ** 3; n++) {
    out[o++] = at(Math.floor(n / (size * size)));
    out[o++] = at(Math.floor(n / size) % size);
    out[o++] = at(n % size);
  }
  return out;
}

/** Of a colour: the four grid points round it, and how much each of them counts. */
const at = new Int32Array(4);
const weight = new Float64Array(4);

/** Finds the tetrahedron that a colour lies in: Kasson et al., "Tetrahedral interpolation", 1993. */
function enclose(size: number, r: number, g: number, b: number) {
  const k = (size - 1) / 255;
  const [fr, fg, fb] = [r * k, g * k, b * k];
  const i = Math.min(size - 2, Math.floor(fr));
  const j = Math.min(size - 2, Math.floor(fg));
  const l = Math.min(size - 2, Math.floor(fb));
  // The largest part is gone along first, then the next; its step on the grid goes with it.
  let [p0, p1, p2] = [fr - i, fg - j, fb - l];
  let [s0, s1, s2] = [size * size, size, 1];
  if (p0 < p1) [p0, p1, s0, s1] = [p1, p0, s1, s0];
  if (p1 < p2) [p1, p2, s1, s2] = [p2, p1, s2, s1];
  if (p0 < p1) [p0, p1, s0, s1] = [p1, p0, s1, s0];
  at[0] = i * size * size + j * size + l;
  at[1] = at[0] + s0;
  at[2] = at[1] + s1;
  at[3] = at[2] + s2;
  weight[0] = 1 - p0;
  weight[1] = p0 - p1;
  weight[2] = p1 - p2;
  weight[3] = p2;
}

const mix = (list: Uint8Array | Float32Array, stride: number, c: number) =>
  list[at[0] * stride + c] * weight[0] +
  list[at[1] * stride + c] * weight[1] +
  list[at[2] * stride + c] * weight[2] +
  list[at[3] * stride + c] * weight[3];

/** The colours of a cube that were worked out, for each of the 24-bit ones; -1: not yet. */
const worked = new WeakMap<ProofCube, Int32Array>();

/** A picture as it would look printed. Every different colour is worked out once. */
export function softProof(picture: Raster, cube: ProofCube): Raster {
  const { size, rgb } = cube;
  const { width, height } = picture;
  const n = width * height;
  const from = new Uint32Array(picture.data.buffer, picture.data.byteOffset, n);
  const data = new Uint8ClampedArray(n * 4);
  const to = new Uint32Array(data.buffer);
  const known = worked.get(cube) ?? new Int32Array(1 << 24).fill(-1);
  worked.set(cube, known);
  for (let p = 0; p < n; p++) {
    const bgr = from[p] & 0xffffff;
    let printed = known[bgr];
    if (printed < 0) {
      enclose(size, bgr & 255, (bgr >> 8) & 255, bgr >> 16);
      printed = (mix(rgb, 3, 0) + 0.5) | ((mix(rgb, 3, 1) + 0.5) << 8) | ((mix(rgb, 3, 2) + 0.5) << 16);
      known[bgr] = printed;
    }
    to[p] = ((from[p] & 0xff000000) | printed) >>> 0;
  }
  return { width, height, data };
}

/** A picture with what its proof changes by more than `far` dE00 in one colour. */
export function marked(picture: Raster, proof: Raster, distance: number, colour: Rgb): Raster {
  const { width, height } = picture;
  const data = picture.data.slice();
  const known = new Map<number, boolean>();
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3] === 0) continue;
    const bgr = data[i] | (data[i + 1] << 8) | (data[i + 2] << 16);
    let is = known.get(bgr);
    if (is === undefined) {
      const of = ({ data: d }: Raster): Rgb => [d[i], d[i + 1], d[i + 2]];
      is = differenceOf(of(picture), of(proof)) > distance;
      known.set(bgr, is);
    }
    if (is) data.set(colour, i);
  }
  return { width, height, data };
}

/** What a printer does to one ink: how it will look, how far that is from what is asked (dE00), and its ink total. */
export type Printed = { rgb: Rgb; distance: number; ink: number };
export const printedInks = ({ size, rgb, ink }: ProofCube, inks: Rgb[]): Printed[] =>
  inks.map((asked) => {
    enclose(size, ...asked);
    const printed = [0, 1, 2].map((c) => Math.round(mix(rgb, 3, c))) as Rgb;
    return { rgb: printed, distance: differenceOf(asked, printed), ink: mix(ink, 1, 0) };
  });
