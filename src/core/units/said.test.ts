import { expect, test } from 'vitest';
import { ArgumentError, plainWords, Said } from '.';

test('what is said to a person passes as it is; what a browser or a library says does not', () => {
  expect(plainWords(new Said('Choose another.'))).toEqual({ text: 'Choose another.', raw: null });
  expect(plainWords(new ArgumentError('Up to 3000 mm.')).raw).toBeNull();
  for (const raw of [
    new TypeError("Cannot read properties of undefined (reading 'x')"),
    new TypeError('Failed to fetch dynamically imported module: http://localhost/a.js'),
    new DOMException('The database connection is closing.', 'InvalidStateError'),
    new DOMException('full', 'QuotaExceededError'),
    new RangeError('Array buffer allocation failed'),
    Object.assign(new Error('recursive use of an object detected'), { name: 'Error' }),
    'unreachable',
    undefined,
  ]) {
    const { text, raw: kept } = plainWords(raw);
    const message = raw instanceof Error ? raw.message : String(raw);
    expect(text).toMatch(/^[A-Z].*\.$/);
    expect(text).not.toContain(message);
    expect(kept).toContain(message);
  }
});

test('what can be told apart is told apart', () => {
  const words = (e: unknown) => plainWords(e).text;
  expect(words(new RangeError('Array buffer allocation failed'))).toMatch(/memory/);
  expect(words(new TypeError('Failed to fetch'))).toMatch(/could not be loaded/);
  expect(words(new DOMException('', 'QuotaExceededError'))).toMatch(/room/);
  expect(words(new DOMException('', 'NotReadableError'))).toMatch(/file/);
});
