import { type Lattice, type Point, wrapPoint } from '../../lattice';
import { thinBands } from '../cloth/bands';
import type { ClothMeasures } from '../cloth/measures';
import type { Found } from '../found';
import type { Limits } from '../limits';
import { lanesOf } from './free-paths';

export type Lane = Found & {
  kind: 'lane';
  widthMm: number;
  usualMm: number;
  limitMm: number;
  along: Point;
  cover: number;
};

/** Fewer motifs than this always leave lanes: they are how such a layout looks. */
export const LEAST_FOR_LANES = 6;
/** How little may lie in a path that is not quite free, as a share of what lies on the cloth. */
const LITTLE = 0.12;
/** Paths that run within so many degrees of a wider one are the same to the eye. */
const ALIKE_DEG = 7;

const angleOf = ({ x, y }: { x: number; y: number }) => (Math.atan2(y, x) * 180) / Math.PI;
const turn = (a: number, b: number) => {
  const d = Math.abs(a - b) % 180;
  return Math.min(d, 180 - d);
};

/** Whether a place is in a lane, or no farther than `by` mm from its edge. */
export function inLane(lane: Lane, at: Point, { a, b }: Lattice, by: number): boolean {
  const long = Math.hypot(lane.along.x, lane.along.y);
  const period = Math.abs(a.x * b.y - a.y * b.x) / long;
  const t = ((at.x - lane.at.x) * -lane.along.y + (at.y - lane.at.y) * lane.along.x) / long;
  return Math.abs(t - Math.round(t / period) * period) <= lane.widthMm / 2 + by;
}

/** Open lanes: straight paths right through the repeat that are free, or all but free, of art. */
export function openLanes(cloth: ClothMeasures, limits: Limits): Lane[] {
  const { rooms, scene, lattice } = cloth;
  if (!rooms || cloth.regular || scene.placements.length < LEAST_FOR_LANES) return [];
  const usualMm = cloth.across(rooms.median);
  // Limits are set by the room as the picture has it, from middle to middle of its pixels.
  const roomMm = cloth.mm(2 * rooms.median);
  const free = lanesOf(scene.placements, cloth.outlines, lattice, cloth.twin, roomMm * limits.lane);
  const thin = thinBands(cloth.atDistance.cover, LITTLE, roomMm * limits.softLane);
  const all = [
    ...free.map((l) => ({ ...l, cover: 0, limitMm: roomMm * limits.lane })),
    ...thin.map((l) => ({ ...l, limitMm: roomMm * limits.softLane })),
  ];
  const kept: typeof all = [];
  for (const lane of all) {
    const known = kept.some((k) => turn(angleOf(k.direction.step), angleOf(lane.direction.step)) < ALIKE_DEG);
    if (!known) kept.push(lane);
  }
  return kept.slice(0, 4).map(({ direction, at, width, cover, limitMm }) => ({
    kind: 'lane',
    severity: 'warning',
    at: wrapPoint(lattice, at),
    placements: [],
    widthMm: width,
    usualMm,
    limitMm,
    along: direction.step,
    cover,
  }));
}
