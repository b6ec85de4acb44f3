import { expect, test } from 'vitest';
import type { ArtRequest } from '../protocol';
import { knownLines, measureEach, takeLines } from './lines';

const art = (n: number, ppi = 300): ArtRequest => ({ motif: `m${n}`, asset: `a${n}`, ppi, from: [], to: [] });

test('each picture is measured once, two at a time, and is known from then on; one that was kept is not measured', async () => {
  takeLines([['a0|300|', 0.7]]);
  const measured: string[] = [];
  let [going, most] = [0, 0];
  const measure = async ({ asset, ppi }: ArtRequest) => {
    measured.push(`${asset} ${ppi}`);
    most = Math.max(most, ++going);
    await new Promise((r) => setTimeout(r, 1));
    going--;
    return ppi / 1000;
  };
  // Worn in two ways it is one picture; at another ppi it is another.
  const arts = [art(0), art(1), { ...art(1), motif: 'worn' }, art(1, 600), art(2), art(3)];
  await measureEach(arts, measure, 2, () => true);
  await measureEach(arts, measure, 2, () => true);
  expect(measured).toEqual(['a1 300', 'a1 600', 'a2 300', 'a3 300']);
  expect(most).toBe(2);
  expect(Object.fromEntries(knownLines(arts))).toEqual({
    ...{ 'a0|300|': 0.7, 'a1|300|': 0.3, 'a1|600|': 0.6, 'a2|300|': 0.3, 'a3|300|': 0.3 },
  });
});

test('it ends after what is in hand when it is not wanted any more, or when one cannot be measured', async () => {
  let wanted = true;
  const arts = [10, 11, 12, 13, 14].map((n) => art(n));
  const stop = async () => {
    wanted = false;
    return 1;
  };
  await measureEach(arts, stop, 2, () => wanted);
  expect(knownLines(arts).size).toBeLessThanOrEqual(2);
  const refuse = async () => {
    throw new Error('damaged');
  };
  await expect(measureEach(arts, refuse, 2, () => true)).rejects.toThrow('damaged');
});
