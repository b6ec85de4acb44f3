import { expect, test } from 'vitest';
import { nextSession } from '@/session/session';
import { sortOf, useScatterSettings, withShare, withTotal } from './scatter-settings';

const motifs = [
  { id: 'a', role: 'hero' as const },
  { id: 'b', role: 'hero' as const },
  { id: 'c', role: 'secondary' as const },
  { id: 'd', role: 'filler' as const },
  { id: 'e', role: 'filler' as const },
];
const counts = (sorts: Parameters<typeof sortOf>[0]) => motifs.map((m) => sortOf(sorts, m).count);

test('a share for a role is shared out alike among its motifs; the others keep their proportions', () => {
  const begun = withTotal({}, motifs, 40, false);
  expect(counts(begun).reduce((s, n) => s + n)).toBe(40);
  const half = withShare(begun, motifs, 'hero', 0.5, false);
  const [a, b, c, d, e] = counts(half);
  expect([a, b]).toEqual([10, 10]);
  expect(c + d + e).toBe(20);
  expect(Math.abs(d - e)).toBeLessThanOrEqual(1);
  const [, , c0, d0] = counts(begun);
  expect(Math.abs(c / d - c0 / d0)).toBeLessThan(0.3);
  // What was said of sizes stays.
  expect(sortOf(half, motifs[0])).toMatchObject({ least: 70, most: 130 });
});

test('settings are kept while a bolt is open, and begin afresh with another; hand-laid work stays unless it is said', () => {
  expect(useScatterSettings.getState().rules.afresh).toBe(false);
  useScatterSettings.setState({ seed: 7 });
  expect(useScatterSettings.getState().seed).toBe(7);
  nextSession();
  expect(useScatterSettings.getState().seed).toBe(1);
});
