import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDocument } from '@cantoo/pdf-lib';
import { PDFiumLibrary } from '@hyzyla/pdfium';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { each } from '../../../../tests/each';
import { boardSheet } from '../../print';
import { newRaster, type Raster } from '../../raster';
import { fillSheet, type Prepared } from '../../render';
import type { SheetAsk } from '../format';
import { boardPdf } from './board';
import { sheetPdf } from './sheet';
import { testPrint } from './test-print';
import { PAPERS, testPrintPages } from './test-print-pages';

const font = (weight: number) =>
  new Uint8Array(
    readFileSync(
      `node_modules/@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`,
    ),
  );
const prepared = (r: Raster): Prepared => ({
  ...{ width: r.width, height: r.height },
  rows: (from, to) => ({
    ...{ width: r.width, height: to - from },
    data: r.data.slice(from * r.width * 4, to * r.width * 4),
  }),
});
/** Soft tones with a mark in a corner: neither turned nor mirrored is it the same. */
function block(width: number, height: number, clear = false): Raster {
  const r = newRaster(width, height);
  for (let p = 0; p < width * height; p++) {
    const [x, y] = [p % width, Math.floor(p / width)];
    const mark = x < 12 && y < 8;
    const tone = 128 + 90 * Math.sin((2 * Math.PI * x) / width) * Math.cos((2 * Math.PI * y) / height);
    r.data.set(
      [mark ? 200 : tone, mark ? 20 : 255 - tone, mark ? 30 : 120, clear && y > height / 2 ? 90 : 255],
      p * 4,
    );
  }
  return r;
}
const written = async (of: Raster, ask: SheetAsk) =>
  new Uint8Array(Buffer.concat([...(await sheetPdf(prepared(of), ask))]));

/** The first page as another program draws it, RGBA, in so many px. */
async function drawn(file: Uint8Array, size: { width: number; height: number }) {
  const library = await PDFiumLibrary.init();
  const pdf = await library.loadDocument(file);
  const { data, width, height } = await pdf.getPage(0).render({ ...size, render: 'bitmap' });
  const out = { width, height, data: Uint8Array.from(data) };
  pdf.destroy();
  library.destroy();
  return out;
}

/** Mean of how far a picture is off what lies under it on white, from a corner of it on. */
function off(seen: Awaited<ReturnType<typeof drawn>>, want: Raster, at = { x: 0, y: 0 }): number {
  let sum = 0;
  for (let y = 0; y < want.height; y++)
    for (let x = 0; x < want.width; x++)
      for (let c = 0; c < 3; c++) {
        const i = (y * want.width + x) * 4;
        const a = want.data[i + 3] / 255;
        const on = want.data[i + c] * a + 255 * (1 - a);
        sum += Math.abs(seen.data[((y + at.y) * seen.width + x + at.x) * 4 + c] - on);
      }
  return sum / (want.width * want.height * 3);
}

test.each([
  ['a block', 96, 72, false],
  ['part of one', 50, 40, false],
  ['a sheet of many', 300, 260, false],
  ['a clear sheet', 250, 130, true],
])('%s is drawn by another program as it was rendered, in its true size', async (_, width, height, clear) => {
  const of = block(96, 72, clear);
  const file = await written(of, { width, height, ppi: 100, pixels: clear ? 'rgba' : 'rgb' });
  const page = (await PDFDocument.load(file)).getPage(0).getSize();
  expect([page.width, page.height]).toEqual([width, height].map((px) => expect.closeTo(px * 0.72, 6)));
  const seen = await drawn(file, { width, height });
  expect(off(seen, fillSheet(of, { width, height }))).toBeLessThan(1.5);
});

test('bleed, marks and words: its boxes, its font within it, its picture where it is cut', async () => {
  const of = block(96, 72);
  const ask: SheetAsk = {
    ...{ width: 424, height: 324, ppi: 100, pixels: 'rgb', bleed: 12, marks: true, font: font(400) },
    about: { title: 'Kite <Weather> & ☾', description: 'Brisk, hälf-drop' },
  };
  const file = await written(of, ask);
  const pdf = await PDFDocument.load(file, { updateMetadata: false });
  expect([pdf.getTitle(), pdf.getSubject()]).toEqual(['Kite <Weather> & ☾', 'Brisk, hälf-drop']);
  const page = pdf.getPage(0);
  const [trim, bleed, media] = [page.getTrimBox(), page.getBleedBox(), page.getMediaBox()];
  // 4 x 3 in after it is cut, a bleed of 12 px, 12 mm for marks.
  expect([trim.width, trim.height]).toEqual([288, 216].map((v) => expect.closeTo(v, 6)));
  expect([bleed.width, bleed.height]).toEqual([305.28, 233.28].map((v) => expect.closeTo(v, 6)));
  expect(bleed.x - media.x).toBeCloseTo((12 / 25.4) * 72, 6);
  expect(trim.x - bleed.x).toBeCloseTo((12 / 100) * 72, 6);
  // 300 to the inch.
  const [width, height] = [media.width, media.height].map((v) => Math.round((v / 72) * 300));
  const seen = await drawn(file, { width: width ?? 0, height: height ?? 0 });
  const dark = (x: number, y: number) => seen.data[(y * seen.width + x) * 4] < 128;
  const room = Math.round((12 / 25.4) * 300);
  // A crop mark stands above the corner, at the place where it is cut.
  const marks = Array.from({ length: Math.floor(seen.width / 3) }, (_, x) => x).filter((x) =>
    dark(x, room - 60),
  );
  expect(marks.length).toBeGreaterThan(0);
  for (const x of marks) expect(Math.abs(x - (room + 36))).toBeLessThanOrEqual(1);
  await expect(written(of, { ...ask, font: undefined })).rejects.toThrow(/font/);
  await expect(written(of, { ...ask, width: 100_000 })).rejects.toThrow(/200 in/);
});

const hasPoppler = (() => {
  try {
    execFileSync('pdfinfo', ['-v'], { stdio: 'ignore' });
    return true;
  } catch {
    return false;
  }
})();

test.skipIf(!hasPoppler)(
  'poppler says the same of it, draws the same, and finds every font in it',
  async () => {
    const of = block(96, 72);
    const path = join(mkdtempSync(join(tmpdir(), 'hexaplex-')), 'sheet.pdf');
    const size = { width: 424, height: 324 };
    writeFileSync(
      path,
      await written(of, {
        ...{ ...size, ppi: 100, pixels: 'rgb', bleed: 12, marks: true, font: font(400) },
        about: { title: 'Kite Weather', description: 'Brisk' },
      }),
    );
    const said = execFileSync('pdfinfo', ['-box', path]).toString();
    expect(said).toMatch(/Title:\s+Kite Weather/);
    expect(said).toMatch(/TrimBox:\s+42\.66\s+42\.66\s+330\.66\s+258\.66/);
    expect(execFileSync('pdffonts', [path]).toString()).toMatch(
      /HexaplexText\s+CID TrueType\s+\S+\s+yes yes yes/,
    );
    execFileSync('pdftocairo', ['-png', '-r', '300', '-singlefile', path, path]);
    const { data, info } = await sharp(`${path}.png`)
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    // Where the red mark of each block begins, along the first row of the sheet: one period apart, to 0.1 mm.
    const room = Math.round((12 / 25.4) * 300);
    const red = (x: number) => {
      const i = ((room + 6) * info.width + x) * 3;
      return (data[i] ?? 0) > 150 && (data[i + 1] ?? 0) < 70;
    };
    const begins = Array.from({ length: info.width - 1 }, (_, x) => x + 1).filter(
      (x) => red(x) && !red(x - 1),
    );
    expect(begins).toHaveLength(5);
    for (const [n, x] of begins.entries()) expect(Math.abs(x - room - n * 288)).toBeLessThanOrEqual(1.2);
  },
);

/** Middles of the dark runs along a row of a page that was drawn at 300 to the inch, mm. */
function darkAlong(seen: Awaited<ReturnType<typeof drawn>>, mm: number): number[] {
  const y = Math.round((mm / 25.4) * 300);
  const found: number[] = [];
  let begun = -1;
  for (let x = 0; x <= seen.width; x++) {
    const dark = x < seen.width && (seen.data[(y * seen.width + x) * 4 + 1] ?? 255) < 140;
    if (dark && begun < 0) begun = x;
    if (!dark && begun >= 0) {
      found.push((((begun + x) / 2) * 25.4) / 300);
      begun = -1;
    }
  }
  return found;
}

test.each([
  ['a4', 100, 2480, 3508],
  ['letter', 98, 2550, 3300],
] as const)(
  'a test print on %s is true on paper: its ruler, and its repeat at each size (a ruler that measured %d)',
  async (paper, measured, width, height) => {
    // A block of 48 x 36 mm with a red mark of 6 x 4 mm in its corner.
    const of = block(96, 72);
    const ask = {
      ...{ paper, ppi: 50.8, scales: [1, 0.5], shows: 'sizes' as const, measured, lines: ['100 %', '50 %'] },
      about: { title: 'Kite Weather', description: 'Brisk' },
      ...{ chips: [{ code: '#112233', hex: '#112233' }], ways: [] },
      fonts: { plain: font(400), bold: font(700) },
    };
    const file = new Uint8Array(Buffer.concat([...(await testPrint(prepared(of), ask))]));
    const page = (await PDFDocument.load(file)).getPage(0).getSize();
    expect([page.width, page.height]).toEqual([width, height].map((v) => expect.closeTo((v / 300) * 72, 0)));
    const seen = await drawn(file, { width, height });
    const long = PAPERS[paper].height;
    const ruler = darkAlong(seen, long - 10 - 22 + 2 + 3.6).filter((x) => x < 115);
    expect(ruler).toHaveLength(11);
    expect(Math.abs((ruler[10] ?? 0) - (ruler[0] ?? 0) - (100 * 100) / measured)).toBeLessThan(0.1);
    // The corner of each repeat is red: along the first row of either size it begins one period after the other.
    const top = 10 + 16;
    const each = (long - 10 - 22 - 17 - top) / 2;
    for (const [n, period] of [48, 24].entries()) {
      const y = Math.round(((top + n * each + 4 + 1) / 25.4) * 300);
      const red = (x: number) => {
        const i = (y * seen.width + x) * 4;
        return (seen.data[i] ?? 0) > 150 && (seen.data[i + 1] ?? 255) < 80;
      };
      const begins = Array.from({ length: seen.width - 1 }, (_, x) => x + 1)
        .filter((x) => red(x) && !red(x - 1))
        .map((x) => (x * 25.4) / 300);
      expect(begins.length).toBeGreaterThan(3);
      const mean = ((begins.at(-1) ?? 0) - (begins[0] ?? 0)) / (begins.length - 1);
      expect(Math.abs(mean - (period * 100) / measured)).toBeLessThan(0.1);
    }
  },
);

test('one whole repeat over several pages: as many as it takes, each where the one before it ends but for what lies over it', async () => {
  const of = block(96, 72);
  const ask = {
    ...{ paper: 'a4' as const, ppi: 10, scales: [1], shows: 'whole' as const, measured: 100, lines: [] },
    about: { title: 'Kite Weather', description: 'Brisk' },
    ...{ chips: [], ways: [], fonts: { plain: font(400), bold: font(700) } },
  };
  // 243.8 x 182.9 mm: (243.8 - 12) / 178 = 1.3, two across; one down.
  const mm = { width: (96 / 10) * 25.4, height: (72 / 10) * 25.4 };
  expect(testPrintPages(mm, ask)).toEqual({ across: 2, down: 1 });
  const file = new Uint8Array(Buffer.concat([...(await testPrint(prepared(of), ask))]));
  const pdf = await PDFDocument.load(file);
  expect(pdf.getPageCount()).toBe(2);
  const library = await PDFiumLibrary.init();
  const read = await library.loadDocument(file);
  const [one, two] = await Promise.all(
    [0, 1].map((n) => read.getPage(n).render({ width: 2480, height: 3508, render: 'bitmap' })),
  );
  // 12 mm before the right edge of the first page is the left edge of the second.
  const at = (page: typeof one, xMm: number, yMm: number) =>
    Array.from(
      page?.data
        .slice((Math.round((yMm / 25.4) * 300) * 2480 + Math.round((xMm / 25.4) * 300)) * 4)
        .slice(0, 3) ?? [],
    );
  for (let y = 30; y < 200; y += 17)
    for (const x of [1, 6, 11])
      for (const [c, v] of at(one, 10 + 178 + x, y).entries())
        expect(Math.abs(v - (at(two, 10 + x, y)[c] ?? 0))).toBeLessThan(6);
  read.destroy();
  library.destroy();
  expect(() => testPrintPages({ width: 3000, height: 3000 }, ask)).toThrow(/pages/);
  await expect(testPrint(prepared(of), { ...ask, scales: [] })).rejects.toThrow(/one to three/);
  await expect(testPrint(prepared(of), { ...ask, measured: 50 })).rejects.toThrow(/80 to 120/);
});

test('a strike-off sheet: its four marks stand 150 mm and 100 mm apart on paper, also by a ruler that measured wrong', async () => {
  for (const measured of [100, 103]) {
    const ask = {
      ...{ paper: 'a4' as const, ppi: 50.8, scales: [1], shows: 'strike-off' as const, measured },
      about: { title: 'Kite Weather', description: 'Brisk' },
      ...{ lines: ['100 %'], chips: [], fonts: { plain: font(400), bold: font(700) } },
      ways: [{ name: 'Brisk', chips: [{ code: '#112233', hex: '#112233' }] }],
    };
    const pale = block(96, 72);
    pale.data.fill(235);
    const file = new Uint8Array(Buffer.concat([...(await testPrint(prepared(pale), ask))]));
    const seen = await drawn(file, { width: 2480, height: 3508 });
    const k = 100 / measured;
    // The cloth is 24 mm from the top; its middle, and the middle of the page.
    const [x, y] = [105, 24 + (100 * k + 12) / 2];
    const rows = [-50, 50].map((v) => darkAlong(seen, y + v * k + 2));
    for (const row of each(rows)) {
      expect(row).toHaveLength(2);
      expect(Math.abs((row[1] ?? 0) - (row[0] ?? 0) - 150 * k)).toBeLessThan(0.1);
      expect(Math.abs(((row[1] ?? 0) + (row[0] ?? 0)) / 2 - x)).toBeLessThan(0.2);
    }
    const turned = {
      ...{ width: seen.height, height: seen.width },
      data: await sharp(Buffer.from(seen.data), {
        raw: { width: seen.width, height: seen.height, channels: 4 },
      })
        .rotate(270)
        .raw()
        .toBuffer(),
    };
    const column = darkAlong(turned, seen.width * (25.4 / 300) - (x - 75 * k + 2)).filter(
      (v) => Math.abs(v - y) < 60,
    );
    expect(column).toHaveLength(2);
    expect(Math.abs((column[1] ?? 0) - (column[0] ?? 0) - 100 * k)).toBeLessThan(0.1);
  }
});

test('a board is one A3 page with its pictures and fonts in it, whatever letters are in its names', async () => {
  const ways = ['The mill’s “noon” – é', ''].map((note, n) => ({
    ...{ name: n ? 'Dusk ☾' : 'Way 1', note },
    chips: [{ hex: '#112233', code: '#112233' }],
  }));
  const title = 'Żółw 龜 board';
  const sheet = boardSheet({ title, subtitle: 'Half-drop.', cellMm: { width: 300, height: 300 }, ways });
  const cloth = sharp({ create: { width: 40, height: 30, channels: 3, background: '#aa3344' } });
  const jpeg = new Uint8Array(await cloth.clone().jpeg().toBuffer());
  const png = new Uint8Array(await cloth.png().toBuffer());
  const asked: string[] = [];
  const lettering = async ({ text, width }: { text: string; width: number }) => {
    asked.push(text);
    return { png, widthMm: width, heightMm: 5, belowMm: 1 };
  };
  const fonts = { plain: font(400), bold: font(700) };
  const pdf = await PDFDocument.load(await boardPdf(sheet, title, [jpeg, jpeg], fonts, lettering));
  expect(asked).toEqual([title, 'Dusk ☾']);
  const { width, height } = pdf.getPage(0).getSize();
  expect([pdf.getPageCount(), Math.round(width), Math.round(height)]).toEqual([1, 1191, 842]);
  expect(pdf.getTitle()).toBe(title);
  const objects = pdf.context.enumerateIndirectObjects().map(([, o]) => String(o));
  // Two cloths, and two lines of letters.
  expect(objects.filter((o) => o.includes('/Subtype /Image'))).toHaveLength(4);
  expect(objects.filter((o) => o.includes('/FontFile'))).toHaveLength(2);
});
