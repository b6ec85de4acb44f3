import {
  cmsFLAGS_BLACKPOINTCOMPENSATION,
  cmsInfoDescription,
  INTENT_ABSOLUTE_COLORIMETRIC,
  INTENT_RELATIVE_COLORIMETRIC,
  instantiate,
  TYPE_CMYK_8,
  TYPE_CMYK_16,
  TYPE_RGB_8,
  TYPE_RGB_16,
  TYPE_RGBA_8,
} from 'lcms-wasm';
import { cubeColours, FileRefused, once, type ProofCube } from '../../core';
import type { ProofSeen } from '../protocol';

const MOST_BYTES = 16e6;
const SIZE = 33;

const BROKEN = 'This profile is broken: it cannot be read. Get it anew from your printer.';

type Lcms = Awaited<ReturnType<typeof instantiate>>;
const lcms = once((): Promise<Lcms> => {
  // In Node the package finds its own file; in a worker the bundler says where it is.
  const inNode = typeof process === 'object' && typeof process.versions?.node === 'string';
  return inNode
    ? instantiate()
    : instantiate({ locateFile: () => new URL('lcms-wasm/dist/lcms.wasm', import.meta.url).href });
});

/** A printer as its profile tells it: what it makes of every colour, by what name, and in how many inks. */
export type Printer = { name: string; inks: 'CMYK' | 'RGB'; cube: ProofCube };

const letters = (bytes: Uint8Array, at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));

/** Looks through the head of a profile (ICC.1:2022, 7.2). @throws FileRefused when it is none, or tells no printer. */
function headOf(bytes: Uint8Array): { space: 'CMYK' | 'RGB' } {
  if (bytes.length > MOST_BYTES) throw new FileRefused('This file is over 16 MB: no profile is so large.');
  if (bytes.length < 132 || letters(bytes, 36) !== 'acsp')
    throw new FileRefused('This is not an ICC profile.');
  if (letters(bytes, 12) !== 'prtr')
    throw new FileRefused('This profile is not of a printer: it tells of a screen, a camera or a scanner.');
  const space = letters(bytes, 16).trim();
  if (space !== 'CMYK' && space !== 'RGB')
    throw new FileRefused(
      `This profile is for ${space.replace(/\W/g, '') || 'other'} inks; CMYK and RGB can be proofed.`,
    );
  return { space };
}

/**
 * Reads a printer's ICC profile into a table of what it makes of every screen colour: sRGB to the printer's
 * inks (relative colorimetric, black point compensated), and back to sRGB as it looks: to an eye that takes the paper
 * for white and its ink for black, or as ink on this paper, measured (absolute colorimetric).
 * @throws FileRefused when it is no profile, no printer's, or broken.
 */
export async function readPrinter(bytes: Uint8Array, seen: ProofSeen = 'eye'): Promise<Printer> {
  const { space } = headOf(bytes);
  const l = await lcms();
  try {
    return printerOf(l, bytes, space, seen);
  } catch (error) {
    throw error instanceof FileRefused ? error : new FileRefused(BROKEN);
  }
}

function printerOf(l: Lcms, bytes: Uint8Array, space: Printer['inks'], seen: ProofSeen): Printer {
  const profile = l.cmsOpenProfileFromMem(bytes, bytes.length);
  if (!profile) throw new FileRefused(BROKEN);
  const screen = l.cmsCreate_sRGBProfile();
  const inkType = space === 'CMYK' ? TYPE_CMYK_16 : TYPE_RGB_16;
  const [intent, flags] = [INTENT_RELATIVE_COLORIMETRIC, cmsFLAGS_BLACKPOINTCOMPENSATION];
  const out = l.cmsCreateTransform(screen, TYPE_RGB_8, profile, inkType, intent, flags);
  const [look, looks] = seen === 'paper' ? [INTENT_ABSOLUTE_COLORIMETRIC, 0] : [intent, flags];
  const back = out && l.cmsCreateTransform(profile, inkType, screen, TYPE_RGB_8, look, looks);
  try {
    if (!out || !back)
      throw new FileRefused(
        'This profile has no way from a screen to its inks and back. Ask your printer for one that has both.',
      );
    const count = SIZE ** 3;
    const inks = l.cmsDoTransform(out, cubeColours(SIZE), count);
    const rgb = l.cmsDoTransform(back, inks, count);
    const ink = new Float32Array(count);
    if (space === 'CMYK') {
      for (let n = 0; n < count; n++) {
        for (let c = 0; c < 4; c++) ink[n] += (inks[n * 4 + c] * 100) / 65535;
      }
    }
    const name = l.cmsGetProfileInfoASCII(profile, cmsInfoDescription, 'en', 'US');
    return {
      name: name.replace(/[^\x20-\x7e]/g, '').slice(0, 80),
      inks: space,
      cube: { size: SIZE, rgb: new Uint8Array(rgb), ink },
    };
  } finally {
    if (back) l.cmsDeleteTransform(back);
    if (out) l.cmsDeleteTransform(out);
    l.cmsCloseProfile(screen);
    l.cmsCloseProfile(profile);
  }
}

/**
 * What puts pixels of a screen, RGBA, into the inks of a printer, CMYK of 8 bits each (relative colorimetric, black point compensated).
 * @throws FileRefused when the profile is none, or of other inks than CMYK.
 */
export async function inksOfScreen(
  bytes: Uint8Array,
): Promise<(rgba: Uint8ClampedArray) => Uint8ClampedArray<ArrayBuffer>> {
  if (headOf(bytes).space !== 'CMYK')
    throw new FileRefused('This profile is for RGB: choose one for CMYK inks under Colour, or send RGB.');
  const l = await lcms();
  const profile = l.cmsOpenProfileFromMem(bytes, bytes.length);
  if (!profile) throw new FileRefused(BROKEN);
  const screen = l.cmsCreate_sRGBProfile();
  const out = l.cmsCreateTransform(
    ...([screen, TYPE_RGBA_8, profile, TYPE_CMYK_8] as const),
    INTENT_RELATIVE_COLORIMETRIC,
    cmsFLAGS_BLACKPOINTCOMPENSATION,
  );
  l.cmsCloseProfile(screen);
  l.cmsCloseProfile(profile);
  if (!out)
    throw new FileRefused(
      'This profile has no way from a screen to its inks. Ask your printer for one that has.',
    );
  return (rgba) => {
    const screen = new Uint8Array(rgba.buffer, rgba.byteOffset, rgba.length);
    // What comes back is longer, as if alpha came with it.
    return new Uint8ClampedArray(l.cmsDoTransform(out, screen, rgba.length >> 2).subarray(0, rgba.length));
  };
}
