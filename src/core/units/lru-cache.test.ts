import fc from 'fast-check';
import { expect, test } from 'vitest';
import { LruCache } from './lru-cache';

test('what was used longest ago goes first, until the rest fits; the newest stays whatever its size', () => {
  const use = fc.record({ key: fc.integer({ min: 0, max: 9 }), size: fc.integer({ min: 1, max: 40 }) });
  fc.assert(
    fc.property(fc.array(use), fc.integer({ min: 0, max: 9 }), (list, again) => {
      const lately = new LruCache<{ key: number; size: number }>(50, (v) => v.size);
      // The plain way: a list, oldest first.
      let kept: typeof list = [];
      for (const u of list) {
        lately.keep(String(u.key), u);
        kept = [...kept.filter((k) => k.key !== u.key), u];
        while (kept.length > 1 && kept.reduce((sum, k) => sum + k.size, 0) > 50) kept.shift();
        const used = kept.find((k) => k.key === again);
        expect(lately.get(String(again))).toBe(used);
        if (used) kept = [...kept.filter((k) => k !== used), used];
      }
      for (const k of kept) expect(lately.get(String(k.key))).toBe(k);
      const gone = list.filter((u) => !kept.some((k) => k.key === u.key));
      for (const u of gone) expect(lately.get(String(u.key))).toBeUndefined();
      lately.clear();
      for (const u of list) expect(lately.get(String(u.key))).toBeUndefined();
    }),
  );
});
