import fc from 'fast-check';
import { expect, test } from 'vitest';
import { ArgumentError } from '../units';
import { LevelRows, levelBytes, pyramidIn } from './level-rows';
import { pyramidOf } from './pyramid';

const picture = fc
  .record({ width: fc.integer({ min: 1, max: 90 }), height: fc.integer({ min: 1, max: 90 }), seed: fc.nat() })
  .map(({ width, height, seed }) => {
    let at = seed;
    const data = new Uint8ClampedArray(width * height * 4);
    for (let i = 0; i < data.length; i++) {
      at = (Math.imul(at, 1664525) + 1013904223) >>> 0;
      // Clear and full pixels among the others.
      data[i] = i % 4 === 3 && at % 3 === 0 ? 0 : i % 4 === 3 && at % 3 === 1 ? 255 : at >>> 24;
    }
    return { width, height, data };
  });

test('levels built row by row are those of the whole picture, byte for byte, from any level on', () => {
  fc.assert(
    fc.property(picture, fc.nat({ max: 3 }), (raster, wanted) => {
      const { width, height, data } = raster;
      const whole = pyramidOf(raster);
      const first = Math.min(wanted, whole.levels.length - 1);
      const bytes = new SharedArrayBuffer(levelBytes(width, height, first));
      const rows = new LevelRows(width, height, first, bytes);
      for (let y = 0; y < height; y++) rows.row(data.subarray(y * width * 4, (y + 1) * width * 4));
      const { levels } = pyramidIn(bytes, { width, height, first });
      expect(levels).toHaveLength(whole.levels.length);
      for (const [n, level] of levels.entries()) {
        expect([level.width, level.height]).toEqual([whole.levels[n].width, whole.levels[n].height]);
        if (n < first) expect(() => level.data).toThrow(ArgumentError);
        else expect(Buffer.from(level.data).equals(Buffer.from(whole.levels[n].data))).toBe(true);
      }
    }),
  );
});
