import fc from 'fast-check';
import { expect, test } from 'vitest';
import { fileNames, NAME_PARTS, NAME_TEMPLATE } from './file-names';

const file = {
  design: 'Kite Weather',
  colourway: 'Brisk',
  layout: 'Half-drop block',
  size: '7200x3600',
  ppi: '300ppi',
};

test('a name is put together from its parts; what is empty goes with the mark beside it', () => {
  expect(fileNames(NAME_TEMPLATE, [file])).toEqual(['kite-weather_brisk_half-drop-block_7200x3600_300ppi']);
  expect(fileNames('{design} {part} {version}', [{ ...file, version: 'v3' }])).toEqual(['kite-weather v3']);
  expect(fileNames('Mill 7. {colourway}', [file, { ...file, colourway: 'Żółw 龜' }])).toEqual([
    'Mill 7. brisk',
    'Mill 7. zo-w',
  ]);
});

test('two that would be the same, letters that no name has, and none at all are refused in words', () => {
  expect(() => fileNames('{design}', [file, { ...file, colourway: 'Lull' }])).toThrow(
    'Two files would be named kite-weather: put {colourway} in the name.',
  );
  expect(() => fileNames('{design}/{colourway}', [file])).toThrow(/nothing else/);
  expect(() => fileNames('..\\{design}', [file])).toThrow(/nothing else/);
  expect(() => fileNames('{maker}', [file])).toThrow(/has no \{maker\}/);
  expect(() => fileNames('{part}', [file])).toThrow(/wants a name/);
  expect(() => fileNames('con', [file])).toThrow(/wants a name/);
  expect(() => fileNames('a'.repeat(200), [file])).toThrow(/up to 150/);
});

test('whatever the parts are, a name that is given is one that every system has', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: 'grapheme', maxLength: 30 }),
      fc.constantFrom(...Object.keys(NAME_PARTS)),
      (text, part) => {
        const [name = ''] = fileNames(`a_{${part}}`, [{ [part]: text }]);
        expect(name).toMatch(/^a(_[a-z0-9]+(-[a-z0-9]+)*)?$/);
      },
    ),
  );
});
