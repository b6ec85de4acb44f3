import { nearestCopy, type Point, wrapPoint } from '../../lattice';
import type { Circle } from '../cloth/circles';
import type { ClothMeasures } from '../cloth/measures';
import type { Found } from '../found';
import { inLane, type Lane } from '../lane/measure';
import type { Limits } from '../limits';

export type BarePatch = Found & { kind: 'bare-patch'; widthMm: number; usualMm: number; limitMm: number };

/** From how many mm a patch counts at all. */
const LEAST_MM = 4;

/** Empty circles whose middles are nearer than this share of both radii are one hole with a waist. */
const MEETS = 1.1;

/**
 * From which radius, px, a hole is pointed out: the wider gaps of this cloth (the sixth part of them), times a limit that
 * is the tighter the more alike all its gaps are.
 */
export function holeLimit({ rooms }: ClothMeasures, bare: number): number {
  if (!rooms) return Number.POSITIVE_INFINITY;
  const list = rooms.rooms;
  const wide = list[Math.min(list.length - 1, Math.max(1, Math.floor(list.length * 0.15)))].r;
  return wide * (bare + (wide / rooms.median - 1));
}

/** Steps that a middle is moved by, in pixels of the picture, and the least of them, mm. */
const FIRST_STEP = 1;
const LAST_STEP_MM = 0.02;

/** The middle and radius, mm, of the widest circle about a place that the picture found: measured to the silhouettes. */
function widest({ silhouettes, mm }: ClothMeasures, from: Point): { at: Point; r: number } {
  let at = from;
  let r = silhouettes.roomAt(at);
  for (let step = mm(FIRST_STEP); step > LAST_STEP_MM; ) {
    let next = at;
    let most = r;
    for (let k = 0; k < 8; k++) {
      const t = (k * Math.PI) / 4;
      const tried = { x: at.x + step * Math.cos(t), y: at.y + step * Math.sin(t) };
      const room = silhouettes.roomAt(tried);
      if (room > most) [next, most] = [tried, room];
    }
    if (next === at) step /= 2;
    [at, r] = [next, most];
  }
  return { at, r };
}

/** A hole so many times as wide as the lane that it lies in is told beside it. */
const BESIDE_LANE = 2.6;

/** Bare patches: empty circles much larger than the cloth's own gaps; one that is part of a lane is told as the lane. */
export function barePatches(cloth: ClothMeasures, limits: Limits, found: readonly Found[]): BarePatch[] {
  const { rooms, across } = cloth;
  if (!rooms) return [];
  const limit = holeLimit(cloth, limits.bare);
  const { lattice } = cloth.picture.plan;
  const kept: Circle[] = [];
  for (const c of rooms.rooms) {
    if (c.r <= limit || across(c.r) <= LEAST_MM) break;
    // One that meets a larger one is an arm of the same hole.
    const arm = kept.some((k) => {
      const near = nearestCopy(lattice, k, c);
      return Math.hypot(near.x - c.x, near.y - c.y) < MEETS * (k.r + c.r);
    });
    if (!arm) kept.push(c);
  }
  const lanes = found.filter((f): f is Lane => f.kind === 'lane');
  return kept
    .slice(0, 8)
    .map((c): BarePatch => {
      const { at, r } = widest(cloth, cloth.point(c));
      return {
        kind: 'bare-patch',
        severity: 'warning',
        at: wrapPoint(cloth.lattice, at),
        placements: [],
        widthMm: 2 * r,
        usualMm: across(rooms.median),
        limitMm: across(limit),
      };
    })
    .filter(({ at, widthMm }) =>
      lanes.every((l) => widthMm > BESIDE_LANE * l.widthMm || !inLane(l, at, cloth.lattice, widthMm * 0.35)),
    );
}
