import { expect, test } from 'vitest';
import type { Placed } from '../render';
import { forecast, type Outline, SilhouetteIndex } from '.';

const R = 10;
const disc: Outline = {
  rings: [
    Float64Array.from(
      Array.from({ length: 64 }, (_, k) => [
        R * Math.cos((k * Math.PI) / 32),
        R * Math.sin((k * Math.PI) / 32),
      ]).flat(),
    ),
  ],
  areaMm2: Math.PI * R * R,
  radius: R,
  slack: 0,
};
const at = (x: number, y: number): Placed => ({ motif: 'disc', x, y, angle: 0, scale: 1, mirror: false });
/** 5 x 5 discs 40 mm apart; the middle one is taken up. */
const grid = () => {
  const cloth = new SilhouetteIndex(
    { kind: 'straight', drop: { p: 0, q: 1 } },
    { width: 200, height: 200 },
    new Map([['disc', disc]]),
  );
  for (let n = 0; n < 25; n++) cloth.add(at(20 + (n % 5) * 40, 20 + Math.floor(n / 5) * 40));
  return cloth;
};
const USUAL = { roomMm: 27, gapMm: 20 };

test('a disc moved onto its neighbour: the hole it leaves, what it crowds, and that it would lie best where it was', () => {
  const cloth = grid();
  const { opens, crowds, best } = forecast(cloth, 12, at(119, 100), USUAL);
  // From the disc, now 9 mm off its old edge, to the neighbour on the other side.
  expect(opens?.widthMm).toBeGreaterThan(38);
  expect(opens?.x).toBeLessThan(100);
  expect(crowds?.gapMm).toBeCloseTo(1, 1);
  expect(Math.hypot((crowds?.x ?? 0) - 129.5, (crowds?.y ?? 0) - 100)).toBeLessThan(0.2);
  expect(Math.hypot((best?.at.x ?? 0) - 100, (best?.at.y ?? 0) - 100)).toBeLessThan(1.5);
  expect(best?.gapMm).toBeGreaterThan(19);
  // The cloth itself is as it was.
  expect(cloth.placed(12)).toEqual(at(100, 100));
});

test('where it lies well nothing is told', () => {
  const told = forecast(grid(), 12, at(100.4, 100), USUAL);
  expect(told).toEqual({ opens: null, crowds: null, best: null });
});
