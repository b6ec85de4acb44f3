import sharp from 'sharp';
import { expect, test } from 'vitest';
import { finishJpeg } from './finish';

const picture = (chromaSubsampling: string) =>
  sharp({ create: { width: 70, height: 50, channels: 3, background: '#c55f4d' } })
    .jpeg({ quality: 100, chromaSubsampling })
    .toBuffer()
    .then((b) => new Uint8Array(b));

test('a JPEG says its ppi afterwards, and is the picture that it was', async () => {
  const bytes = await picture('4:4:4');
  const done = finishJpeg(bytes, 300);
  expect(await sharp(done).metadata()).toMatchObject({ format: 'jpeg', width: 70, height: 50, density: 300 });
  expect(Buffer.compare(await sharp(done).raw().toBuffer(), await sharp(bytes).raw().toBuffer())).toBe(0);
  // One that has no such head yet gets one.
  const bare = new Uint8Array([...bytes.subarray(0, 2), ...bytes.subarray(4 + ((bytes[4] << 8) | bytes[5]))]);
  expect((await sharp(finishJpeg(bare, 150)).metadata()).density).toBe(150);
});

test('one with halved colours, and one that is none, are turned away in words', async () => {
  const halved = await picture('4:2:0');
  expect(() => finishJpeg(halved, 300)).toThrow(/half their fineness/);
  expect(() => finishJpeg(new Uint8Array(200), 300)).toThrow(/not whole/);
});
