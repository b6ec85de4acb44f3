import fc from 'fast-check';
import { expect, test } from 'vitest';
import { joinRuns, labelAreas, runsBetween, runsOf } from '.';

const masks = fc
  .record({ width: fc.integer({ min: 1, max: 41 }), height: fc.integer({ min: 1, max: 12 }) })
  .chain(({ width, height }) =>
    fc
      .array(fc.integer({ min: 0, max: 1 }), { minLength: width * height, maxLength: width * height })
      .map((m) => ({ width, height, mask: Uint8Array.from(m) })),
  );

/** Paints runs back onto an empty page. */
function painted({ rows, start, end }: ReturnType<typeof runsOf>, width: number, height: number) {
  const out = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let i = rows[y]; i < rows[y + 1]; i++) for (let x = start[i]; x < end[i]; x++) out[y * width + x]++;
  }
  return out;
}

test('runs hold every pixel that is on once, and the gaps between them every other', () => {
  fc.assert(
    fc.property(masks, ({ width, height, mask }) => {
      const runs = runsOf(mask, width, height);
      const off = mask.map((m) => 1 - m);
      expect(painted(runs, width, height)).toEqual(mask);
      expect(painted(runsOf(mask, width, height, { off: true }), width, height)).toEqual(off);
      expect(painted(runsBetween(runs, width), width, height)).toEqual(off);
    }),
  );
});

test('a zone parts a run without losing a pixel, and areas meet only within a zone', () => {
  fc.assert(
    fc.property(masks, fc.integer({ min: 1, max: 40 }), ({ width, height, mask }, at) => {
      const zone = mask.map((_, p) => (p % width < at ? 0 : 1));
      const runs = runsOf(mask, width, height, { zone });
      expect(painted(runs, width, height)).toEqual(mask);
      const zoneOf = (run: number) => (runs.start[run] < at ? 0 : 1);
      const { labels } = joinRuns(runs, { apart: (a, b) => zoneOf(a) !== zoneOf(b) });
      const zones = new Map<number, number>();
      for (let i = 0; i < labels.length; i++) {
        expect(zones.get(labels[i]) ?? zoneOf(i)).toBe(zoneOf(i));
        zones.set(labels[i], zoneOf(i));
      }
    }),
  );
});

test('areas are those that a flood finds, by eight neighbours and by four', () => {
  fc.assert(
    fc.property(masks, fc.boolean(), ({ width, height, mask }, corners) => {
      const runs = runsOf(mask, width, height);
      const { labels, count } = joinRuns(runs, { corners });
      const named = new Int32Array(mask.length);
      for (let y = 0; y < height; y++) {
        for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
          named.fill(labels[i], y * width + runs.start[i], y * width + runs.end[i]);
        }
      }
      if (corners) expect(labelAreas(mask, width, height).labels).toEqual(named);
      const seen = new Uint8Array(mask.length);
      let areas = 0;
      for (let p = 0; p < mask.length; p++) {
        if (!mask[p] || seen[p]) continue;
        areas++;
        const stack = [p];
        seen[p] = 1;
        while (stack.length) {
          const q = stack.pop() as number;
          expect(named[q]).toBe(named[p]);
          for (let dy = -1; dy <= 1; dy++) {
            for (let dx = -1; dx <= 1; dx++) {
              const [x, y] = [(q % width) + dx, Math.floor(q / width) + dy];
              if (x < 0 || y < 0 || x >= width || y >= height || (!corners && dx && dy)) continue;
              const n = y * width + x;
              if (mask[n] && !seen[n]) {
                seen[n] = 1;
                stack.push(n);
              }
            }
          }
        }
      }
      expect(count).toBe(areas);
    }),
    { numRuns: 60 },
  );
});
