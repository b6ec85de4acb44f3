import fc from 'fast-check';
import { unzipSync } from 'fflate';
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

test('another reader finds every file in it, by its name and to the byte', () => {
  fc.assert(
    fc.property(anyFiles, (files) => {
      const { before, after } = storedZip(
        files.map(({ name, body }) => ({ name, bytes: body.length, crc: crc32(body) })),
        new Date(2026, 10, 30, 3, 4, 5),
      );
      const zip = Buffer.concat([...files.flatMap(({ body }, n) => [before[n], body]), after]);
      const found = unzipSync(zip);
      expect(Object.keys(found).sort()).toEqual(files.map((f) => f.name).sort());
      for (const { name, body } of files) expect([...found[name]]).toEqual([...body]);
    }),
  );
});

test('two of one name are refused', () => {
  const one = { name: 'a.png', bytes: 1, crc: 0 };
  expect(() => storedZip([one, one], new Date())).toThrow(/same name/);
});
