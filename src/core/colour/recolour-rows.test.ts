import { expect, test } from 'vitest';
import { drawShapes, randomInks, randomShapes } from '../../../tests/inks/make-art';
import { platesOf, recolour } from './plates';
import { RecolourRows } from './recolour-rows';

test.each([
  [3, 1],
  [8, 40],
  [21, 3000],
])(
  'recoloured in bands, art is recoloured byte for byte as at once (seed %i, bands of %i px)',
  async (seed, bandPx) => {
    const [from, to] = [randomInks(5, seed), randomInks(5, seed + 50)];
    const art = await drawShapes(randomShapes(5, seed, 12), from, { side: 12, ppi: 200 });
    const texture = seed === 8 ? [0.2, 1, 0.5, 0, 0.9] : undefined;
    const whole = recolour(platesOf(art, from), to, { from, texture });
    const out: Buffer[] = [];
    const rows = new RecolourRows(
      art.width,
      art.height,
      { from, to, texture },
      (row) => void out.push(Buffer.from(row)),
      bandPx,
    );
    for (let y = 0; y < art.height; y++)
      rows.row(art.data.subarray(y * art.width * 4, (y + 1) * art.width * 4));
    expect(out).toHaveLength(art.height);
    expect(Buffer.concat(out).equals(Buffer.from(whole.data))).toBe(true);
  },
);
