import fc from 'fast-check';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { boardPdf } from '../format/pdf';
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
      for (const m of marks) {
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

test('the PDF is one A3 page with the pictures in it, whatever letters are in its names', async () => {
  const sheet = boardSheet({
    ...board(2),
    ways: board(2).ways.map((way, n) =>
      n ? { ...way, name: 'Dusk ☾' } : { ...way, note: 'The mill’s “noon” – é' },
    ),
    title: 'Żółw 龜 board',
  });
  const jpeg = new Uint8Array(
    await sharp({ create: { width: 40, height: 30, channels: 3, background: '#aa3344' } })
      .jpeg()
      .toBuffer(),
  );
  const asked: string[] = [];
  const png = new Uint8Array(await sharp(jpeg).png().toBuffer());
  const lettering = async ({ text, width }: { text: string; width: number }) => {
    asked.push(text);
    return { png, widthMm: width, heightMm: 5, belowMm: 1 };
  };
  const pdf = await PDFDocument.load(await boardPdf(sheet, 'Żółw 龜 board', [jpeg, jpeg], lettering));
  expect(asked).toEqual(['Żółw 龜 board', 'Dusk ☾']);
  expect(pdf.getPageCount()).toBe(1);
  const { width, height } = pdf.getPage(0).getSize();
  expect(width / height).toBeCloseTo(420 / 297, 3);
  expect(pdf.getTitle()).toBe('Żółw 龜 board');
  const images = pdf.context
    .enumerateIndirectObjects()
    .filter(([, o]) => String(o).includes('/Subtype /Image'));
  // Two cloths, and two lines of letters.
  expect(images).toHaveLength(4);
});
