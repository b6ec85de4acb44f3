import fc from 'fast-check';
import { Unzip } from 'fflate';
import { expect, test } from 'vitest';
import { crc32 } from '../png/chunk';
import { storedZip } from './stored';

const anyFiles = fc.uniqueArray(
  fc.record({
    name: fc.string({ minLength: 1, maxLength: 40, unit: 'grapheme' }),
    body: fc.uint8Array({ maxLength: 300 }),
  }),
  { selector: (f) => f.name, maxLength: 6 },
);

/** What another reader finds, as it comes: names such as __proto__ are names too. */
function read(zip: Uint8Array): Map<string, number[]> {
  const found = new Map<string, number[]>();
  const reader = new Unzip((file) => {
    const bytes: number[] = [];
    found.set(file.name, bytes);
    file.ondata = (error, chunk) => {
      if (error) throw error;
      bytes.push(...chunk);
    };
    file.start();
  });
  reader.push(zip, true);
  return found;
}

test('another reader finds every file in it, by its name and to the byte', () => {
  fc.assert(
    fc.property(anyFiles, (files) => {
      const { before, after } = storedZip(
        files.map(({ name, body }) => ({ name, bytes: body.length, crc: crc32(body) })),
        new Date(2026, 10, 30, 3, 4, 5),
      );
      const zip = Buffer.concat([...files.flatMap(({ body }, n) => [before[n], body]), after]);
      expect(read(zip)).toEqual(new Map(files.map(({ name, body }) => [name, [...body]])));
    }),
  );
});

test('a name that objects have of their own is found as well', () => {
  const body = Uint8Array.of(7);
  const { before, after } = storedZip([{ name: '__proto__', bytes: 1, crc: crc32(body) }], new Date());
  expect(read(Buffer.concat([before[0], body, after]))).toEqual(new Map([['__proto__', [7]]]));
});

test('two of one name are refused', () => {
  const one = { name: 'a.png', bytes: 1, crc: 0 };
  expect(() => storedZip([one, one], new Date())).toThrow(/same name/);
});
