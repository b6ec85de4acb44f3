import fc from 'fast-check';
import { expect, test } from 'vitest';
import { roomOnTorus, torusIndex, torusOf } from '.';

const anyLattice = fc
  .record({
    a: fc.record({ x: fc.integer({ min: -9, max: 9 }), y: fc.integer({ min: -9, max: 9 }) }),
    b: fc.record({ x: fc.integer({ min: -9, max: 9 }), y: fc.integer({ min: -9, max: 9 }) }),
  })
  .filter(({ a, b }) => a.x * b.y !== a.y * b.x);

test('a piece of any lattice has one place for each point and its copies, and no more', () => {
  fc.assert(
    fc.property(
      anyLattice,
      fc.integer({ min: -30, max: 30 }),
      fc.integer({ min: -30, max: 30 }),
      (l, x, y) => {
        const torus = torusOf(l);
        expect(torus.width * torus.height).toBe(Math.abs(l.a.x * l.b.y - l.a.y * l.b.x));
        const here = torusIndex(torus, x, y);
        for (const [i, j] of [
          [1, 0],
          [0, 1],
          [-2, 3],
        ]) {
          expect(torusIndex(torus, x + i * l.a.x + j * l.b.x, y + i * l.a.y + j * l.b.y)).toBe(here);
        }
        const all = new Set<number>();
        for (let dy = 0; dy < torus.height; dy++) {
          for (let dx = 0; dx < torus.width; dx++) all.add(torusIndex(torus, x + dx, y + dy));
        }
        expect(all.size).toBe(torus.width * torus.height);
      },
    ),
  );
});

test('room on the torus is the brute-force distance to the nearest label over all copies', () => {
  fc.assert(
    fc.property(anyLattice, fc.array(fc.nat(1000), { maxLength: 5 }), (l, marks) => {
      const torus = torusOf(l);
      const { width, height, step } = torus;
      const labels = new Int16Array(width * height).fill(-1);
      for (const [n, m] of marks.entries()) labels[m % labels.length] = n;
      const { room, near } = roomOnTorus(labels, torus);
      for (let p = 0; p < labels.length; p++) {
        let best = Number.POSITIVE_INFINITY;
        const who = new Set<number>();
        for (let q = 0; q < labels.length; q++) {
          if (labels[q] < 0) continue;
          for (let i = -20; i <= 20; i++) {
            const dx = (q % width) + i * width - (p % width);
            const down = Math.floor(q / width) + i * step - Math.floor(p / width);
            const dy = down - Math.round(down / height) * height;
            const d = Math.hypot(dx, dy);
            if (d < best - 1e-9) who.clear();
            if (d <= best + 1e-9) who.add(labels[q]);
            best = Math.min(best, d);
          }
        }
        if (!who.size) expect([room[p], near[p]]).toEqual([Number.POSITIVE_INFINITY, -1]);
        else {
          expect(Math.abs(room[p] - best)).toBeLessThan(1e-4);
          expect(who.has(near[p])).toBe(true);
        }
      }
    }),
    { numRuns: 60 },
  );
});
