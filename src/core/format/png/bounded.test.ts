import { decode } from 'fast-png';
import { zlibSync } from 'fflate';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { boundedPng } from './bounded';
import { decodeCutOut } from './read';

const noise = (width: number, height: number, channels: 1 | 3 | 4) =>
  sharp(
    Buffer.from(Uint8Array.from({ length: width * height * channels }, (_, n) => (n * 7919 * (n + 13)) >> 5)),
    { raw: { width, height, channels } },
  );

const chunk = (type: string, data: Uint8Array) => {
  const made = Buffer.alloc(12 + data.length);
  made.writeUInt32BE(data.length);
  made.write(type, 4, 'latin1');
  made.set(data, 8);
  return made;
};
/** A PNG that says it is so large, with what is put into it. */
const png = (side: number, ...chunks: Buffer[]) => {
  const head = Buffer.alloc(13);
  head.writeUInt32BE(side);
  head.writeUInt32BE(side, 4);
  head.set([8, 6], 8);
  const magic = Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]);
  return new Uint8Array(
    Buffer.concat([magic, chunk('IHDR', head), ...chunks, chunk('IEND', Buffer.alloc(0))]),
  );
};
const zeros = (bytes: number) => zlibSync(new Uint8Array(bytes), { level: 6 });
/** 140 MB of nothing, in 136 kB. */
const BOMB = Buffer.from(zeros(140e6));

test('sound pictures of every kind are the same pixels, however much is packed in them', async () => {
  for (const picture of [
    noise(700, 600, 4).png(),
    noise(700, 600, 3).png({ progressive: true }),
    noise(90, 70, 4).png({ progressive: true }),
    noise(640, 480, 3).png({ palette: true }),
    noise(400, 500, 1).toColourspace('b-w').png(),
    noise(300, 300, 4).toColourspace('rgb16').png(),
    noise(500, 500, 4).png().withMetadata({ density: 300, icc: 'srgb' }),
  ]) {
    const bytes = new Uint8Array(await picture.toBuffer());
    const [was, is] = [bytes, boundedPng(bytes)].map((b) => decode(b));
    expect(Buffer.compare(Buffer.from(was.data.buffer), Buffer.from(is.data.buffer))).toBe(0);
    expect({ ...is, data: 0, text: 0, iccEmbeddedProfile: 0 }).toEqual({
      ...was,
      data: 0,
      text: 0,
      iccEmbeddedProfile: 0,
    });
  }
});

test('what unpacks to more than the picture says it is turned away; texts and profiles are not unpacked at all', () => {
  const rows = 100 * (1 + 400);
  expect(decodeCutOut(png(100, chunk('IDAT', zeros(rows)))).width).toBe(100);
  expect(() => decodeCutOut(png(100, chunk('IDAT', BOMB)))).toThrow(/unpacks to more than it says/);
  const split = [BOMB.subarray(0, 70_000), BOMB.subarray(70_000)].map((part) => chunk('IDAT', part));
  expect(() => decodeCutOut(png(100, ...split))).toThrow(/unpacks to more than it says/);
  const named = (more: Uint8Array) => Buffer.concat([Buffer.from('name\0\0'), more]);
  const profile = chunk('iCCP', named(BOMB));
  expect(boundedPng(png(100, profile, chunk('IDAT', zeros(rows)))).length).toBeLessThan(1000);
  expect(decodeCutOut(png(100, profile, chunk('IDAT', zeros(rows)))).data).toHaveLength(40_000);
});

test('what cannot be unpacked, or lacks its pixels, is told of in words', () => {
  for (const bytes of [
    png(100),
    png(100, chunk('IDAT', zeros(50))),
    png(100, chunk('IDAT', Buffer.alloc(200_000, 9))),
  ])
    expect(() => decodeCutOut(bytes)).toThrow(/damaged/);
});
