import { nearestCopy } from '../lattice';
import type { Circle } from './bare-patch';
import type { Finding } from './finding';
import type { Limits } from './limits';
import type { Look } from './look';

/** From how many mm a patch counts at all. */
const LEAST_MM = 4;

/**
 * From which radius, px, a hole is pointed out: the wider gaps of this cloth (the sixth part of them), times a limit that
 * is the tighter the more alike all its gaps are.
 */
export function holeLimit({ rooms }: Look, bare: number): number {
  if (!rooms) return Number.POSITIVE_INFINITY;
  const list = rooms.rooms;
  const wide = list[Math.min(list.length - 1, Math.max(1, Math.floor(list.length * 0.15)))].r;
  return wide * (bare + (wide / rooms.median - 1));
}

/** Bare patches: empty circles much larger than the cloth's own gaps. */
export function barePatches(look: Look, limits: Limits): Finding[] {
  const { rooms, mm } = look;
  if (!rooms) return [];
  const limit = holeLimit(look, limits.bare);
  const { lattice } = look.picture.plan;
  const kept: Circle[] = [];
  for (const c of rooms.rooms) {
    if (c.r <= limit || mm(2 * c.r) <= LEAST_MM) break;
    // One that reaches far into a larger one is an arm of the same hole.
    const arm = kept.some((k) => {
      const near = nearestCopy(lattice, k, c);
      return Math.hypot(near.x - c.x, near.y - c.y) < k.r + 0.5 * c.r;
    });
    if (!arm) kept.push(c);
  }
  return kept.slice(0, 8).map((c) => ({
    kind: 'bare-patch',
    severity: 'look',
    at: look.place(c),
    placements: [],
    widthMm: mm(2 * c.r),
    usualMm: mm(2 * rooms.median),
    limitMm: mm(2 * limit),
  }));
}
