import fc from 'fast-check';
import { expect, test } from 'vitest';
import { each } from '../../../tests/each';
import { scatterPlan } from '.';

const ROLES = ['hero', 'secondary', 'filler'] as const;
const motifs = fc.array(
  fc.record({
    role: fc.constantFrom(...ROLES),
    areaMm2: fc.double({ min: 60, max: 4000, noNaN: true }),
    most: fc.double({ min: 0.5, max: 4, noNaN: true }),
  }),
  { minLength: 1, maxLength: 14 },
);

test('counts and sizes make the cover asked, as far as pixels and numbers allow; heroes are the largest', () => {
  fc.assert(
    fc.property(
      motifs,
      fc.double({ min: 0.1, max: 0.5, noNaN: true }),
      fc.double({ min: 1, max: 8, noNaN: true }),
      fc.boolean(),
      (list, cover, gap, odd) => {
        const all = list.map((m, n) => ({ ...m, id: `m${n}` }));
        const plan = scatterPlan(all, 93_000, cover, gap, odd);
        let laid = 0;
        let most = 0;
        for (const m of each(all)) {
          const sort = plan.get(m.id);
          if (!sort) throw new Error('Left out.');
          expect(sort.count).toBeGreaterThanOrEqual(1);
          if (odd) expect(sort.count % 2).toBe(1);
          expect(sort.least).toBeLessThanOrEqual(sort.most + 1e-9);
          expect(sort.most).toBeLessThanOrEqual(m.most + 1e-9);
          laid += sort.count;
          most += sort.count * m.areaMm2 * sort.most ** 2;
        }
        expect(laid).toBeLessThanOrEqual(400);
        // At their largest they cover it, unless there would be too many.
        if (laid < 380) expect(most / 93_000).toBeGreaterThan(cover * 0.8);
      },
    ),
  );
  const one = (role: (typeof ROLES)[number]) => ({ id: role, role, areaMm2: 500, most: 9 });
  const plan = scatterPlan(ROLES.map(one), 93_000, 0.3, 4, false);
  const [hero, secondary, filler] = ROLES.map((r) => plan.get(r));
  expect(hero?.least).toBeGreaterThan(secondary?.most ?? 9);
  expect(secondary?.least).toBeGreaterThan(filler?.most ?? 9);
  expect(filler?.count).toBeGreaterThan(hero?.count ?? 0);
});
