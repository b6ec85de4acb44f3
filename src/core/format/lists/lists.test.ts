import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, test } from 'vitest';
import { hexOfRgb, type Rgb } from '../../colour';
import {
  FileRefused,
  readGpl,
  readPaletteText,
  readSolids,
  readVotes,
  slug,
  writeCsv,
  writePalette,
} from '..';

const anyHex = fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255)).map((rgb) => hexOfRgb(rgb as Rgb));
const anyName = fc
  .string({ minLength: 1, maxLength: 30 })
  .map((s) => s.replace(/[\p{Cc}\p{Cf}]/gu, '').trim())
  .filter((s) => s !== '');
const anyPalette = fc.array(fc.record({ name: anyName, hex: anyHex }), { minLength: 1, maxLength: 64 });

describe('palettes', () => {
  test('every kind that is written is read back; GPL and JSON with their names', () => {
    fc.assert(
      fc.property(anyName, anyPalette, (name, colours) => {
        expect(readPaletteText(writePalette('gpl', name, colours))).toEqual(colours);
        expect(readPaletteText(writePalette('json', name, colours))).toEqual(colours);
        const codes = colours.map((c) => c.hex);
        for (const kind of ['css', 'txt'] as const)
          expect(readPaletteText(writePalette(kind, name, colours)).map((c) => c.hex)).toEqual(codes);
      }),
    );
  });

  test('a GPL of another hand, with columns, remarks and no names', () => {
    const text =
      'GIMP Palette\nName: Bears\nColumns: 16\n#\n  8   8   8\tgrey3\n 68  44  44\n255 255   0 Pale sun\n';
    expect(readGpl(text)).toEqual([
      { name: 'grey3', hex: '#080808' },
      { name: '', hex: '#442c2c' },
      { name: 'Pale sun', hex: '#ffff00' },
    ]);
    // A line break of another kind within a name, behind many blanks.
    const odd = `GIMP Palette\n1 2 3${' '.repeat(40_000)}a\u2028b`;
    expect(readGpl(odd).map((c) => c.hex)).toEqual(['#010203']);
  });

  test('codes are found with rubbish between them, and nothing else is taken for one', () => {
    const text = 'sea: #5B9E9C!! ?? facade-deed 12345 #zzz, bb4631; rgb(1,2,3) #fc3 &#8364; abcdefg 1234567';
    expect(readPaletteText(text).map((c) => c.hex)).toEqual(['#5b9e9c', '#bb4631', '#ffcc33']);
    expect(readPaletteText(':root { --tidal-blue: #135; --x: 3px; }')).toEqual([
      { name: 'tidal blue', hex: '#113355' },
    ]);
    expect(readPaletteText('{"sun":"#dc9c37","none":"x"}')).toEqual([{ name: 'sun', hex: '#dc9c37' }]);
  });

  test.each([
    ['GIMP Palette\n300 0 0 hot', /Line 2.*0 to 255/],
    ['GIMP Palette\nnothing here', /No colour/],
    ['{"a": ', /broken/],
    ['{"a": {"b": 1}}', /no list of colours/],
    ['words and words', /No colour/],
    ['', /No colour/],
    [Array.from({ length: 65 }, () => '#112233').join(' '), /65 colours/],
    ['#112233 '.repeat(300_000), /too long/],
  ])('bad input is turned away in plain words (%#)', (text, summary) => {
    expect(() => readPaletteText(text)).toThrow(FileRefused);
    expect(() => readPaletteText(text)).toThrow(summary);
  });

  test('anything at all is read or refused, never more', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.json(),
          fc.string().map((s) => `GIMP Palette\n${s}`),
        ),
        (text) => {
          for (const read of [readPaletteText, readSolids, readVotes]) {
            try {
              read(text);
            } catch (error) {
              expect(error).toBeInstanceOf(FileRefused);
            }
          }
        },
      ),
    );
  });
});

describe('books of solids', () => {
  test('by code or by L, a, b under D50, in any order of columns', () => {
    const [chalk, deep] = readSolids('hex,name\n#FBF8F0,"Chalk, warm"\n1f2b4a,Deep\n');
    expect(chalk).toMatchObject({ name: 'Chalk, warm', hex: '#fbf8f0' });
    expect(deep.hex).toBe('#1f2b4a');
    const [white, red] = readSolids('name;L;a;b\nWhite;100;0;0\nRed;54.29;80.81;69.89\n');
    expect(white.hex).toBe('#ffffff');
    expect(red.hex).toBe('#ff0000');
  });

  test.each([
    ['name,hex\n', /no solid/],
    ['colour,code\nx,#112233', /columns name/],
    ['name,hex\n,#112233', /Line 2.*no name/],
    ['name,hex\nSea,blue', /Line 2.*no colour/],
    ['name,L,a,b\nSea,140,0,0', /Line 2.*no colour/],
  ])('a bad book is turned away, its line named (%#)', (text, summary) => {
    expect(() => readSolids(text)).toThrow(summary);
  });
});

describe('votes', () => {
  test('counts and single names add up; a head is passed over; no count is refused', () => {
    expect([...readVotes('Colourway,Votes\nDusk,3\nBrisk,2\nDusk,1\n')]).toEqual([
      ['Dusk', 4],
      ['Brisk', 2],
    ]);
    expect([...readVotes('Dusk\nDusk\nLull\n')]).toEqual([
      ['Dusk', 2],
      ['Lull', 1],
    ]);
    expect(() => readVotes('Dusk,1\nLull,-2')).toThrow(/Line 2/);
    expect(() => readVotes('\n')).toThrow(/No vote/);
  });

  test('a table that is written is read by another reader, and runs no formula', () => {
    const rows = [
      ['Colourway', 'Votes'],
      ['Dusk, deep "two"', 4],
      ['=SUM(A1)', 1],
    ];
    const read = Papa.parse<string[]>(writeCsv(rows).trim()).data;
    expect(read[1]).toEqual(['Dusk, deep "two"', '4']);
    expect(read[2][0]).toBe("'=SUM(A1)");
  });
});

test('a name in a file name: small plain letters, digits and hyphens, whatever was typed', () => {
  expect(slug('Café à la crème, No. 2', 'x')).toBe('cafe-a-la-creme-no-2');
  expect(slug('龜 ☾', 'bolt')).toBe('bolt');
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme' }), (name) => {
      expect(slug(name, 'x')).toMatch(/^[a-z0-9]+(-[a-z0-9]+)*$/);
      expect(slug(slug(name, 'x'), 'y')).toBe(slug(name, 'x'));
    }),
  );
});
