import { readFileSync } from 'node:fs';
import { differenceCiede2000 } from 'culori';
import { cmsInfoDescription, INTENT_RELATIVE_COLORIMETRIC, instantiate, TYPE_RGB_8 } from 'lcms-wasm';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { differenceOf, newRaster, printedInks, type Rgb, softProof } from '../../core';
import { srgbProfile } from '../../core/format/icc/srgb';
import { readPrinter } from './icc';

const profile = new Uint8Array(readFileSync('public/profiles/coated-offset.icc'));

test('the profile of sRGB that files carry is that of lcms: colours go through both to the same inks', async () => {
  const l = await instantiate();
  const own = srgbProfile();
  const [mine, theirs] = [l.cmsOpenProfileFromMem(own, own.length), l.cmsCreate_sRGBProfile()];
  expect(l.cmsGetProfileInfoASCII(mine, cmsInfoDescription, 'en', 'US')).toMatch(/^sRGB/);
  const rgb = Uint8Array.from({ length: 3 * 4096 }, (_, i) => ((i % 3) * 97 + Math.floor(i / 3) * 31) & 255);
  for (const [from, to] of [
    [mine, theirs],
    [theirs, mine],
  ] as const) {
    const seen = l.cmsDoTransform(
      l.cmsCreateTransform(from, TYPE_RGB_8, to, TYPE_RGB_8, INTENT_RELATIVE_COLORIMETRIC, 0),
      ...([rgb, 4096] as const),
    );
    expect(Math.max(...rgb.map((v, i) => Math.abs(v - (seen[i] ?? 0))))).toBeLessThanOrEqual(1);
  }
});

test('the shipped profile: white stays white, loud screen colours are far off, ink totals are those of offset', async () => {
  const { inks, cube } = await readPrinter(profile);
  expect(inks).toBe('CMYK');
  const [white, black, green, sand] = printedInks(cube, [
    [255, 255, 255],
    [0, 0, 0],
    [0, 255, 0],
    [200, 170, 130],
  ]);
  expect(white.ink).toBeLessThan(2);
  expect(white.distance).toBeLessThan(1);
  expect(black.ink).toBeGreaterThan(200);
  expect(black.ink).toBeLessThan(321);
  expect(green.distance).toBeGreaterThan(10);
  expect(sand.distance).toBeLessThan(2);
});

test('as ink on this paper, paper is as far from a screen’s white as the profile’s own white point says', async () => {
  const view = new DataView(profile.buffer);
  let at = 0;
  for (let k = 0; k < view.getUint32(128); k++)
    if (String.fromCharCode(...profile.subarray(132 + k * 12, 136 + k * 12)) === 'wtpt')
      at = view.getUint32(136 + k * 12);
  const [x, y, z] = [8, 12, 16].map((o) => view.getInt32(at + o) / 65536);
  const f = (t: number) => (t > 216 / 24389 ? Math.cbrt(t) : (24389 / 27 / 116) * t + 16 / 116);
  const [fx, fy, fz] = [f(x / 0.9642), f(y), f(z / 0.8249)];
  const paper = { mode: 'lab' as const, l: 116 * fy - 16, a: 500 * (fx - fy), b: 200 * (fy - fz) };
  const wanted = differenceCiede2000()({ mode: 'lab', l: 100, a: 0, b: 0 }, paper);
  const told = printedInks((await readPrinter(profile, 'paper')).cube, [
    [255, 255, 255],
    [0, 0, 0],
  ]);
  expect(Math.abs(told[0].distance - wanted)).toBeLessThan(0.4);
  expect(told[0].distance).toBeGreaterThan(3);
  // The blackest black of this paper is well above a screen's.
  expect(told[1].distance).toBeGreaterThan(5);
  const adapted = printedInks((await readPrinter(profile)).cube, [[0, 0, 0]]);
  expect(adapted[0].distance).toBeLessThan(2);
});

test('the proof agrees with another colour engine', async () => {
  const { cube } = await readPrinter(profile);
  const art = newRaster(16, 16);
  let seed = 7;
  for (let i = 0; i < art.data.length; i++) {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
    art.data[i] = i % 4 === 3 ? 255 : seed >>> 24;
  }
  const got = softProof(art, cube);
  const raw = { raw: { width: 16, height: 16, channels: 4 as const } };
  const cmyk = await sharp(Buffer.from(art.data), raw)
    .removeAlpha()
    .withIccProfile(`${process.cwd()}/public/profiles/coated-offset.icc`)
    .tiff({ compression: 'none' })
    .toBuffer();
  const back = await sharp(cmyk).toColourspace('srgb').withIccProfile('srgb').removeAlpha().raw().toBuffer();
  const distance = Array.from({ length: 256 }, (_, p) =>
    differenceOf([...got.data.slice(p * 4, p * 4 + 3)] as Rgb, [...back.subarray(p * 3, p * 3 + 3)] as Rgb),
  ).sort((a, b) => a - b);
  expect(distance[128]).toBeLessThan(2);
  expect(distance[243]).toBeLessThan(6);
});

test.each([
  ['no profile', new Uint8Array(200), /not an ICC profile/],
  ['too short', new Uint8Array(3), /not an ICC profile/],
  ['of a screen', Object.assign(profile.slice(), { 12: 109, 13: 110, 14: 116, 15: 114 }), /not of a printer/],
  ['of other inks', Object.assign(profile.slice(), { 16: 71, 17: 82, 18: 65, 19: 89 }), /GRAY inks/],
  ['cut off', profile.slice(0, 600), /broken|no way/],
])('a file that is %s is turned away in plain words', async (_, bytes, summary) => {
  await expect(readPrinter(bytes)).rejects.toThrow(summary);
});
