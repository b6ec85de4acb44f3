import sharp from 'sharp';
import { expect, test } from 'vitest';
import { hasTop } from './has-top';

/** Art drawn by another library. */
async function drawn(inner: string, angle = 0) {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="301" height="260" viewBox="-60 -52 120 104"><g transform="rotate(${angle})">${inner}</g></svg>`;
  const { data, info } = await sharp(Buffer.from(svg))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}

test.each([
  ['a ring', '<circle r="30" fill="none" stroke="#246" stroke-width="12"/>'],
  ['a bar', '<rect x="-40" y="-8" width="80" height="16" fill="#246"/>'],
  ['an S', '<path d="M-30 20C30 40 -30 -40 30 -20" fill="none" stroke="#b33" stroke-width="10"/>'],
  [
    'a pinwheel',
    '<path d="M0 0L0 -40L20 -20ZM0 0L40 0L20 20ZM0 0L0 40L-20 20ZM0 0L-40 0L-20 -20Z" fill="#b33"/>',
  ],
])('%s turns freely, however it lies', async (_, svg) => {
  for (const angle of [0, 33, 90]) expect(hasTop(await drawn(svg, angle))).toBe(false);
});

test.each([
  ['a kite', '<path d="M0 -45L22 -15L0 45L-22 -15Z" fill="#b33"/>'],
  ['a house', '<path d="M-30 30V-5L0 -35L30 -5V30Z" fill="#246"/>'],
  ['an arch', '<path d="M-35 30A35 35 0 0 1 35 30H20A20 20 0 0 0 -20 30Z" fill="#246"/>'],
  [
    'a disc in two colours, one over the other',
    '<circle r="40" fill="#246"/><path d="M-40 0A40 40 0 0 1 40 0Z" fill="#d9b24a"/>',
  ],
])('%s may have a top', async (_, svg) => {
  for (const angle of [0, 20]) expect(hasTop(await drawn(svg, angle))).toBe(true);
});
