import type { Size } from '../../lattice';
import { ArgumentError } from '../../units';

/**
 * What each px of a view shows, whatever is printed: where on the print it looks (mm), how much of it is print, and the light there
 * (linear, as shares). Found once for a thing in a size and a room.
 */
export type ViewMap = {
  width: number;
  height: number;
  /** The place on the print. */
  u: Float32Array;
  v: Float32Array;
  /** Share of the px that is print, 0 to 1. */
  cover: Float32Array;
  /** In threes: what the print's colour is multiplied by; and what is mirrored on top of it. */
  light: Float32Array;
  mirror: Float32Array;
  /** In threes: what is seen beside the print, already lit, for the share of the px that it has. */
  back: Float32Array;
  /** In so many places a px is looked at, from one to the next so far on the print (mm across and down, in twos), and how much of it each spans: the power of two, mm. */
  taps: Uint8Array;
  step: Float32Array;
  fine: Float32Array;
};

/** A map of nothing yet. @throws ArgumentError for a picture of no size or over 16 megapixels. */
export function emptyMap({ width, height }: Size): ViewMap {
  if (!(width >= 1 && height >= 1 && width * height <= 16e6))
    throw new ArgumentError('A view is 1 px to 16 megapixels large.');
  const px = width * height;
  return {
    ...{ width, height, u: new Float32Array(px), v: new Float32Array(px), cover: new Float32Array(px) },
    ...{ light: new Float32Array(px * 3), mirror: new Float32Array(px) },
    ...{ back: new Float32Array(px * 3), taps: new Uint8Array(px) },
    ...{ step: new Float32Array(px * 2), fine: new Float32Array(px) },
  };
}

/**
 * What is told of a place in a px: u, v, light (r, g, b), what is mirrored, and what a px spans of the print: from its left edge to its
 * right one (u, v), and from its upper to its lower.
 */
export const TOLD = 10;

/** No px is looked at in more places than this. */
const MOST_TAPS = 8;

/** Keeps what was told of a px for so much of it as is print. */
export function keepPrint(map: ViewMap, at: number, told: Float64Array, cover: number) {
  map.u[at] = told[0];
  map.v[at] = told[1];
  map.cover[at] = cover;
  for (let k = 0; k < 3; k++) map.light[at * 3 + k] = told[2 + k];
  map.mirror[at] = told[5];
  // The axes of the ellipse that a px covers on the print (Heckbert, 1989).
  const ux = told[6];
  const vx = told[7];
  const uy = told[8];
  const vy = told[9];
  const A = ux * ux + uy * uy;
  const B = ux * vx + uy * vy;
  const C = vx * vx + vy * vy;
  const root = Math.sqrt(((A - C) / 2) ** 2 + B * B);
  const long = Math.sqrt((A + C) / 2 + root);
  const short = Math.max(Math.sqrt(Math.max(0, (A + C) / 2 - root)), long / MOST_TAPS, 1e-6);
  const taps = long > 1.4 * short ? Math.ceil(long / short - 0.2) : 1;
  map.taps[at] = taps;
  map.fine[at] = Math.log2(taps > 1 ? Math.max(short, long / taps) : long);
  if (taps === 1) return;
  const eu = Math.abs(B) > 1e-12 ? B : A >= C ? 1 : 0;
  const ev = Math.abs(B) > 1e-12 ? (C - A) / 2 + root : A >= C ? 0 : 1;
  const by = long / Math.sqrt(eu * eu + ev * ev) / taps;
  map.step[at * 2] = eu * by;
  map.step[at * 2 + 1] = ev * by;
}

/** Adds a share of what is seen beside the print. */
export function keepBack({ back }: ViewMap, at: number, told: Float64Array, share: number) {
  for (let k = 0; k < 3; k++) back[at * 3 + k] += share * (told[2 + k] + told[5]);
}

/** The share of the print that is darker than its own colour, and how light that place is. */
const EXPOSED = { share: 0.85, to: 0.97 };

/** Sets the light so that the print is seen in its own colours where it is well lit, as a photographer would. */
export function expose({ cover, light, back, mirror }: ViewMap) {
  const told: number[] = [];
  for (let at = 0; at < cover.length; at += 31) if (cover[at] > 0.5) told.push(light[at * 3 + 1]);
  if (!told.length) return;
  told.sort((a, b) => a - b);
  const by = EXPOSED.to / Math.max(0.05, told[Math.floor((told.length - 1) * EXPOSED.share)]);
  for (const part of [light, back, mirror]) for (let n = 0; n < part.length; n++) part[n] *= by;
}
