import fc from 'fast-check';
import { expect, test } from 'vitest';
import { each } from '../../../tests/each';
import { boardSheet } from '.';

const board = (n: number, cell = 300) => ({
  title: 'A board',
  subtitle: 'Half-drop.',
  cellMm: { width: cell, height: cell },
  ways: Array.from({ length: n }, (_, k) => ({
    name: `Way ${k}`,
    note: 'A note that runs on and on, far past the room it has',
    chips: Array.from({ length: 7 }, () => ({ hex: '#112233', code: '#112233' })),
  })),
});

test('one to sixteen colourways at one scale, nothing off the sheet and no two cloths over each other', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 16 }), fc.integer({ min: 20, max: 1500 }), (n, cell) => {
      const { width, height, marks, scale } = boardSheet(board(n, cell));
      const pictures = marks.filter((m) => m.kind === 'picture');
      expect(pictures).toHaveLength(n);
      expect(new Set(pictures.map((p) => `${p.width} ${p.height}`)).size).toBe(1);
      for (const m of each(marks)) {
        expect(m.x).toBeGreaterThanOrEqual(0);
        expect(m.y).toBeGreaterThan(0);
        expect(m.x + m.width).toBeLessThanOrEqual(width);
        expect(m.y + ('height' in m ? m.height : 0)).toBeLessThanOrEqual(height);
      }
      for (const [k, p] of pictures.entries()) {
        expect(p.width).toBeGreaterThan(60);
        expect(p.height).toBeGreaterThan(10);
        for (const q of pictures.slice(k + 1))
          expect(q.x >= p.x + p.width || q.y >= p.y + p.height || q.x + q.width <= p.x).toBe(true);
      }
      expect(pictures[0].width * scale).toBeGreaterThanOrEqual(Math.min(cell, pictures[0].width * 40));
    }),
  );
  expect(() => boardSheet(board(0))).toThrow(/1 to 16/);
  expect(() => boardSheet(board(17))).toThrow(/1 to 16/);
});
