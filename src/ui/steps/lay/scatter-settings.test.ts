import { expect, test } from 'vitest';
import { motifOf, newProject } from '@/core';
import { nextSession } from '@/session/kernel';
import { plannedSorts, sortOf, useScatterSettings, withShare, withTotal } from './scatter-settings';

const motifs = [
  { id: 'a', role: 'hero' as const },
  { id: 'b', role: 'hero' as const },
  { id: 'c', role: 'secondary' as const },
  { id: 'd', role: 'filler' as const },
  { id: 'e', role: 'filler' as const },
];
const whole = (said: ReturnType<typeof withTotal>) =>
  Object.fromEntries(motifs.map((m) => [m.id, { ...sortOf({}, m), ...said[m.id] }]));
const counts = (said: ReturnType<typeof withTotal>) => motifs.map((m) => said[m.id]?.count ?? 0);

test('a share for a role is shared out alike among its motifs; the others keep their proportions', () => {
  const begun = withTotal({}, motifs, 40, false);
  expect(counts(begun).reduce((s, n) => s + n)).toBe(40);
  const half = withShare(whole(begun), motifs, 'hero', 0.5, false);
  const [a, b, c, d, e] = counts(half);
  expect([a, b]).toEqual([10, 10]);
  expect(c + d + e).toBe(20);
  expect(Math.abs(d - e)).toBeLessThanOrEqual(1);
  const [, , c0, d0] = counts(begun);
  expect(Math.abs(c / d - c0 / d0)).toBeLessThan(0.3);
  // Nothing is said of sizes by it.
  expect(half.a).toEqual({ count: 10 });
});

test('settings are kept while a bolt is open, and begin afresh with another; hand-laid work stays unless it is said', () => {
  expect(useScatterSettings.getState().rules.afresh).toBe(false);
  useScatterSettings.setState({ seed: 7 });
  expect(useScatterSettings.getState().seed).toBe(7);
  nextSession();
  expect(useScatterSettings.getState().seed).toBe(1);
});

test('what is planned covers what is asked; a number that is said holds, and sizes follow it', () => {
  const side = 100;
  const silhouette = {
    width: side,
    height: side,
    alpha: new Uint8Array(side * side).fill(255),
    pxMm: 0.3,
    widthMm: 30,
    heightMm: 30,
  };
  const sprites = new Map(motifs.map((m) => [m.id, { silhouette }]));
  const begun = newProject('p', 'P');
  const laid = motifs.map((m) => ({
    ...motifOf({ id: m.id, name: m.id, asset: 'a'.repeat(64), width: 900, height: 900, ppi: 600 }),
    role: m.role,
  }));
  const project = { ...begun, motifs: laid, brief: { ...begun.brief, widthMm: 300, heightMm: 300 } };
  const rules = { ...useScatterSettings.getState().rules, odd: false };
  const cover = (sorts: ReturnType<typeof plannedSorts>) =>
    Object.values(sorts).reduce((s, { count, least, most }) => s + (count * 900 * least * most) / 1e4, 0) /
    90_000;
  const plan = plannedSorts(project, rules, sprites, {});
  expect(Math.abs(cover(plan) - 0.3)).toBeLessThan(0.03);
  const total = (sorts: typeof plan) => Object.values(sorts).reduce((s, { count }) => s + count, 0);
  const fewer = withTotal(plan, motifs, 24, false);
  const less = plannedSorts(project, rules, sprites, { ...fewer, e: { ...fewer.e, most: 40 } });
  expect(total(less)).toBe(24);
  // What was said holds while a motif's silhouette is not known yet.
  const few = new Map([...sprites].slice(1));
  expect(total(plannedSorts(project, rules, few, fewer))).toBe(24);
  expect(less.a?.most).toBeGreaterThan(plan.a?.most ?? 0);
  expect(less.e?.most).toBe(40);
  expect(
    Math.abs(
      cover({
        ...less,
        e: { count: less.e?.count ?? 0, least: less.d?.least ?? 0, most: less.d?.most ?? 0 },
      }) - 0.3,
    ),
  ).toBeLessThan(0.05);
});
