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
  return rooms.rooms
    .filter((c) => c.r > limit && mm(2 * c.r) > LEAST_MM)
    .slice(0, 8)
    .map((c) => ({
      kind: 'bare-patch',
      severity: 'look',
      at: look.place(c),
      placements: [],
      widthMm: mm(2 * c.r),
      usualMm: mm(2 * rooms.median),
      limitMm: mm(2 * limit),
    }));
}
