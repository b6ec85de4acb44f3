import { expect, test } from 'vitest';
import { differenceOf, readSolids, rgbOfHex } from '../core';
import { bookOfSolids } from './mill';

test('the mill has 48 solids by different names, no two of them alike', () => {
  const solids = readSolids(bookOfSolids());
  expect(solids).toHaveLength(48);
  expect(new Set(solids.map((s) => s.name)).size).toBe(48);
  for (const [n, a] of solids.entries()) {
    for (const b of solids.slice(n + 1))
      expect(differenceOf(rgbOfHex(a.hex), rgbOfHex(b.hex)), `${a.name}, ${b.name}`).toBeGreaterThan(2);
  }
});
