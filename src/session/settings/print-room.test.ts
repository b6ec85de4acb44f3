import { beforeEach, describe, expect, test, vi } from 'vitest';
import type { Rgb } from '../../core';

const settings = new Map<string, unknown>();
vi.mock('../../shelf', () => ({
  readSetting: async (key: string) => settings.get(key),
  writeSetting: async (key: string, value: unknown) => void settings.set(key, value),
}));
const asked: Rgb[][] = [];
let set = 'eye';
vi.mock('../../engine', () => ({
  setPrinter: async (bytes: Uint8Array, seen: string) => {
    set = seen;
    // Modules are made anew for each test.
    const { Said } = await import('../../core');
    if (bytes.length < 8) throw new Said('This is not an ICC profile.');
    return { name: 'in the file', inks: bytes[0] === 1 ? 'RGB' : 'CMYK' };
  },
  printed: async (inks: Rgb[]) => {
    asked.push(inks);
    return inks.map((rgb) => ({ rgb, distance: set === 'paper' ? 6 : 1, ink: 100 }));
  },
}));
vi.mock('../cloth/sprites', () => ({ forgetProofs: () => {} }));
const MILL = 'name,hex\nChalk,#fbf8f0\nMadder,#b5473a\n';
vi.stubGlobal('fetch', async (path: string) =>
  path.endsWith('.icc')
    ? new Response(new Uint8Array(20).buffer as ArrayBuffer)
    : new Response(MILL, { headers: { 'Content-Type': 'text/csv' } }),
);

const fileOf = (name: string, body: string | Uint8Array<ArrayBuffer>) => new File([body], name);

beforeEach(() => {
  settings.clear();
  asked.length = 0;
  vi.resetModules();
});

describe('the printer', () => {
  const room = () => import('../colour/printer');

  test('is the shipped one at first; each colour is asked about once', async () => {
    const { askPrinted, usePrinter } = await room();
    await askPrinted(['#112233', '#445566', '#112233']);
    await askPrinted(['#445566', '#778899']);
    expect(usePrinter.getState()).toMatchObject({ name: 'Coated paper, offset', inks: 'CMYK', own: false });
    expect(asked).toEqual([
      [
        [17, 34, 51],
        [68, 85, 102],
      ],
      [[119, 136, 153]],
    ]);
    expect([...usePrinter.getState().printed.keys()]).toEqual(['#112233', '#445566', '#778899']);
  });

  test('as ink on this paper all is asked anew, and it is so the next time', async () => {
    const { askPrinted, setSeen, usePrinter } = await room();
    await askPrinted(['#112233']);
    expect(usePrinter.getState().printed.get('#112233')?.distance).toBe(1);
    await setSeen('paper');
    expect(usePrinter.getState().printed.size).toBe(0);
    await askPrinted(['#112233']);
    expect(usePrinter.getState().printed.get('#112233')?.distance).toBe(6);
    vi.resetModules();
    const again = await room();
    await again.readyPrinter();
    expect(again.usePrinter.getState().seen).toBe('paper');
  });

  test('a profile of one’s own takes its place, is there the next time, and can be left again', async () => {
    const { askPrinted, takeProfile, usePrinter } = await room();
    await askPrinted(['#112233']);
    await takeProfile(fileOf('mine.icc', new Uint8Array(16).fill(1)));
    expect(usePrinter.getState()).toMatchObject({ name: 'mine.icc', inks: 'RGB', own: true, trouble: '' });
    expect(usePrinter.getState().printed.size).toBe(0);
    vi.resetModules();
    const again = await room();
    await again.readyPrinter();
    expect(again.usePrinter.getState().name).toBe('mine.icc');
    await again.takeProfile(null);
    expect(again.usePrinter.getState()).toMatchObject({ name: 'Coated paper, offset', own: false });
  });

  test('a file that is no profile says so and changes nothing', async () => {
    const { takeProfile, usePrinter } = await room();
    await takeProfile(fileOf('no.icc', 'no'));
    expect(usePrinter.getState().trouble).toBe('This is not an ICC profile. Nothing was changed.');
    expect(usePrinter.getState()).toMatchObject({ name: 'Coated paper, offset', inks: 'CMYK' });
    expect(settings.has('printer')).toBe(false);
  });
});

describe('the book of solids', () => {
  const room = () => import('../colour/solids');

  test('is the mill’s at first, then one’s own, then the mill’s again', async () => {
    const { openBook, solidOf, takeBook, useBook } = await room();
    await openBook();
    expect(useBook.getState().solids.map((s) => s.name)).toEqual(['Chalk', 'Madder']);
    expect(solidOf(useBook.getState().solids, '#b5473a')?.name).toBe('Madder');
    expect(solidOf(useBook.getState().solids, '#b5473b')).toBeUndefined();
    await takeBook(fileOf('mine.csv', 'name,L,a,b\nPaper,100,0,0\n'));
    expect(useBook.getState()).toMatchObject({ name: 'mine.csv', own: true });
    expect(useBook.getState().solids[0].hex).toBe('#ffffff');
    await takeBook(null);
    expect(useBook.getState()).toMatchObject({ own: false, trouble: '' });
    expect(useBook.getState().solids).toHaveLength(2);
  });

  test('a bad book names its line and changes nothing; a spoilt setting counts as none', async () => {
    settings.set('book', { name: 5 });
    const { openBook, takeBook, useBook } = await room();
    await openBook();
    await takeBook(fileOf('bad.csv', 'name,hex\nSea,blue\n'));
    expect(useBook.getState().trouble).toBe('Line 2 of the book has no colour. Nothing was changed.');
    expect(useBook.getState().solids).toHaveLength(2);
    expect(settings.get('book')).toEqual({ name: 5 });
  });
});
