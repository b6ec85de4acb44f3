import fc from 'fast-check';
import { expect, test } from 'vitest';
import { shareOut } from '.';

test('a number shared out adds up to it, at least one each, near to each one’s share', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 400 }),
      fc.array(fc.integer({ min: 0, max: 30 }), { minLength: 1, maxLength: 20 }),
      fc.boolean(),
      (total, weights, odd) => {
        const parts = shareOut(total, weights, odd);
        const kinds = weights.filter((w) => w > 0).length;
        const sum = parts.reduce((s, v) => s + v, 0);
        for (const [k, w] of weights.entries()) expect(parts[k] > 0).toBe(w > 0);
        if (!kinds || total < kinds) {
          expect(sum).toBe(kinds);
          return;
        }
        if (odd) for (const p of parts) if (p) expect(p % 2).toBe(1);
        expect(sum).toBe(odd ? total - ((total - kinds) % 2) : total);
        const all = weights.reduce((s, w) => s + w, 0);
        if (!odd)
          for (const [k, w] of weights.entries())
            if (w) expect(parts[k] - (total * w) / all).toBeLessThan(1.0001);
      },
    ),
  );
});
