import type { Placed } from '../../render';
import type { Found } from '../found';

export type UpsideDown = Found & { kind: 'upside-down'; degrees: number; of: number };

/** What the angles say of which way is up, and how the motifs share eight ways (0: upright, then clockwise). */
export type DirectionReport = {
  reads: 'one-way' | 'two-way' | 'four-way' | 'tossed';
  shares: number[];
  counted: number;
};

/** How far from a way a motif may lean and still point it, degrees. */
const LEAN = 30;
/** Share of the motifs that must agree. */
const AGREE = 0.88;
/** A few upside down among many are a slip; more are a way of laying. */
const FEW = 0.12;

const off = (angle: number, way: number) => Math.abs(((((angle - way + 180) % 360) + 360) % 360) - 180);

/**
 * Which way the cloth reads. Only motifs that have a top count, or all, when none has.
 * @param tops ids of motifs that have a top.
 */
export function directionOf(
  placements: Placed[],
  tops: Set<string>,
): { report: DirectionReport; findings: UpsideDown[] } {
  const topped = placements.filter((p) => tops.has(p.motif));
  const counted = topped.length ? topped : placements;
  const n = counted.length;
  const shares = new Array<number>(8).fill(0);
  for (const p of counted) shares[Math.round((((p.angle % 360) + 360) % 360) / 45) % 8] += 1 / Math.max(1, n);
  const agree = (ways: number[]) =>
    counted.filter((p) => ways.some((w) => off(p.angle, w) <= LEAN)).length / Math.max(1, n);
  const up = agree([0]);
  const flat = agree([0, 180]);
  const reads =
    up >= AGREE || n === 0
      ? 'one-way'
      : flat >= AGREE
        ? 'two-way'
        : agree([0, 90, 180, -90]) >= AGREE
          ? 'four-way'
          : 'tossed';
  const upended = counted.filter((p) => off(p.angle, 180) <= LEAN);
  const slips = n >= 8 && up + upended.length / n >= AGREE && upended.length / n <= FEW ? upended : [];
  const findings = slips.map(
    (p): UpsideDown => ({
      kind: 'upside-down',
      severity: 'note',
      at: { x: p.x, y: p.y },
      placements: [p.id ?? ''],
      degrees: p.angle,
      of: n,
    }),
  );
  return { report: { reads, shares, counted: n }, findings };
}
