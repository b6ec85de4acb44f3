import { describe, expect, test } from 'vitest';
import { each } from '../../../tests/each';
import { eyeCloth, type Generator } from '../../../tests/eye/cloths';
import { FAULTS, planted } from '../../../tests/eye/faults';
import { judgeJoins } from '../../../tests/eye/joins';
import { isThere, judgeEye, look } from '../../../tests/eye/judge';
import { mendOne } from '../../../tests/eye/judge-mending';
import { toldAs } from '.';

const SEED = 31;
const FEW = [12, 14, 16];

describe('cloths that the check was not made with', () => {
  test('what is planted by other means is seen at its place, and clean cloths are left in peace', () => {
    const { counts, warnings } = judgeEye(['jittered', 'clusters'], 1, SEED, FAULTS, FEW);
    const all = Object.values(counts);
    const sum = (of: (c: (typeof all)[number]) => number) => all.reduce((s, c) => s + of(c), 0);
    expect(sum((c) => c.planted)).toBeGreaterThan(8);
    expect(sum((c) => c.found) / sum((c) => c.planted)).toBeGreaterThanOrEqual(0.9);
    expect(sum((c) => c.right) / sum((c) => c.told)).toBeGreaterThanOrEqual(0.85);
    expect(warnings).toBeLessThan(0.5);
  }, 120_000);

  test('each fault is mended by changing few of the cloth, and nothing new comes of it', () => {
    let gone = 0;
    let of = 0;
    for (const [n, generator] of (['relaxed'] satisfies Generator[]).entries()) {
      const cloth = eyeCloth(generator, n, SEED, FEW);
      // Lanes and rows move the most: the bench of the check mends those too.
      for (const fault of each(FAULTS.filter((f) => f !== 'lane' && f !== 'row-up'))) {
        const spoilt = planted(cloth, fault, SEED + n);
        if (!spoilt) continue;
        const told = look(cloth, spoilt.pieces).findings.some(
          (f) => toldAs(fault).includes(f.kind) && isThere(f, spoilt, cloth),
        );
        if (!told) continue;
        const v = mendOne(cloth, spoilt, spoilt.pieces);
        of++;
        if (v.gone) gone++;
        expect([fault, v.fresh]).toEqual([fault, []]);
        expect(v.share, fault).toBeLessThanOrEqual(0.35);
        // What it says is what it did.
        const moved = v.mended.placements
          .slice(0, spoilt.pieces.length)
          .map((p, k) => Math.hypot(p.x - spoilt.pieces[k].x, p.y - spoilt.pieces[k].y));
        expect(v.mended.changed.farthestMm).toBeCloseTo(Math.max(...moved), 6);
      }
    }
    // The check finds three of the four that are planted here.
    expect(of).toBe(3);
    expect(gone / of).toBeGreaterThanOrEqual(0.8);
  }, 120_000);

  test('joins: cropped, slid and of uneven tone are told from tiles that join', async () => {
    const { auc } = await judgeJoins(1, SEED);
    for (const broken of ['cropped', 'slid', 'tone'])
      expect(auc[broken], broken).toBeGreaterThanOrEqual(0.95);
  }, 120_000);
});
