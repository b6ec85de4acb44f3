import fc from 'fast-check';
import { expect, test } from 'vitest';
import { productOf } from '../products';
import { ArgumentError } from '../units';
import { thingsSheet } from './board';
import { goodsNeeds, printSizeOf } from './goods-needs';

const block = { width: 100, height: 50 };

test('a sheet for a cushion of 45 cm: 12 mm more all round, at 300 ppi', () => {
  const needs = goodsNeeds({
    product: productOf('cushion'),
    printMm: { width: 450, height: 450 },
    ...{ blockMm: block, times: 1, ppi: 300, heldPpi: 200 },
  });
  // 474 mm / 25.4 x 300 = 5598.4
  expect(needs.file).toEqual({ width: 5598, height: 5598 });
  expect(needs).toMatchObject({ prints: 'sheet', held: 200, fewPpi: false, larger: false, meets: null });
});

test('cloth by the metre wants a block, as large as the design is made', () => {
  const needs = goodsNeeds({
    product: productOf('cloth'),
    printMm: { width: 1400, height: 1000 },
    ...{ blockMm: { width: 254, height: 127 }, times: 1.5, ppi: 200, heldPpi: 200 },
  });
  // 381 mm = 15 in, x 200; the art has 200 / 1.5 = 133 ppi, and cloth wants 150.
  expect(needs.file).toEqual({ width: 3000, height: 1500 });
  expect(needs.held).toBeCloseTo(133.33, 2);
  expect(needs.fewPpi).toBe(true);
});

test('round a tumbler of 236 mm: 2.36 repeats, two of them at 118 %; the sizes of its own unit', () => {
  const product = productOf('tumbler');
  const needs = goodsNeeds({
    product,
    printMm: { width: 236, height: 208 },
    ...{ blockMm: block, times: 1, ppi: 300, heldPpi: Number.POSITIVE_INFINITY },
  });
  expect(needs.meets).toMatchObject({ girthMm: 236, whole: 2 });
  expect(needs.meets?.repeats).toBeCloseTo(2.36, 6);
  expect(needs.meets?.times).toBeCloseTo(1.18, 6);
  expect(needs.fewPpi).toBe(false);
  const { goods } = product;
  if (!goods) throw new Error('Nothing is made of it.');
  expect(printSizeOf(goods, 'cm', null)).toEqual({ width: 236, height: 208 });
  expect(printSizeOf(goods, 'in', 99).width).toBeCloseTo(9.3 * 25.4, 6);
});

test('at the size where the ends meet, they meet', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 5, max: 900, noNaN: true }),
      fc.double({ min: 0.1, max: 5, noNaN: true }),
      (width, times) => {
        const ask = {
          product: productOf('lampshade'),
          printMm: { width: 942, height: 220 },
          ...{ blockMm: { width, height: 40 }, ppi: 150, heldPpi: 150 },
        };
        const { meets } = goodsNeeds({ ...ask, times });
        const at = goodsNeeds({ ...ask, times: meets?.times ?? 0 }).meets;
        expect(at?.repeats).toBeCloseTo(meets?.whole ?? 0, 6);
      },
    ),
  );
});

test('a repeat that is larger than the thing is told; nothing is made of what has no goods, and 0 mm is refused', () => {
  const ask = {
    product: productOf('mug'),
    printMm: { width: 235, height: 87 },
    ...{ blockMm: { width: 300, height: 50 }, times: 1, ppi: 300, heldPpi: 300 },
  };
  expect(goodsNeeds(ask).larger).toBe(true);
  expect(goodsNeeds({ ...ask, times: 0.5 }).larger).toBe(false);
  expect(() => goodsNeeds({ ...ask, product: productOf('paper') })).toThrow(ArgumentError);
  expect(() => goodsNeeds({ ...ask, printMm: { width: 0, height: 3 } })).toThrow(ArgumentError);
});

test('a board of one to six things: all of it on the sheet, no picture on another', () => {
  const thing = { name: 'mug', note: '23.5 x 8.7 cm', chips: [{ hex: '#102030', code: 'Ink' }] };
  for (let n = 1; n <= 6; n++) {
    const { width, height, marks } = thingsSheet({ title: 'A', subtitle: 'B', things: Array(n).fill(thing) });
    const pictures = marks.flatMap((m) => (m.kind === 'picture' ? [m] : []));
    expect(pictures.map((p) => p.way)).toEqual([...Array(n).keys()]);
    for (const [k, p] of pictures.entries()) {
      expect(p.x >= 0 && p.y >= 0 && p.x + p.width <= width && p.y + p.height <= height).toBe(true);
      for (const q of pictures.slice(k + 1))
        expect(
          p.x + p.width <= q.x || q.x + q.width <= p.x || p.y + p.height <= q.y || q.y + q.height <= p.y,
        ).toBe(true);
    }
    expect(marks.filter((m) => m.kind === 'text' && m.text === 'mug')).toHaveLength(n);
  }
  expect(() => thingsSheet({ title: '', subtitle: '', things: [] })).toThrow(ArgumentError);
  expect(() => thingsSheet({ title: '', subtitle: '', things: Array(7).fill(thing) })).toThrow(ArgumentError);
});
