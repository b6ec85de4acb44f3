import type { Point } from '../../lattice';
import { type Room, roomOnTorus, torusIndex } from '../../raster';
import type { ClothMeasures } from '../cloth/measures';
import type { Found } from '../found';
import type { Limits } from '../limits';

export type Sliver = Found & {
  kind: 'sliver';
  widthMm: number;
  longMm: number;
  usualMm: number;
  limitMm: number;
};

/** Fewest px of border that can be told from two corners meeting. */
const LEAST_PX = 6;
/** The label of the outline that is worked to; no image has it. */
const OUTLINE = 32000;

/** Where the shares of two images meet closely: how long, how wide in sum, a place on it. */
type Strip = {
  i: number;
  j: number;
  px: number;
  gap: number;
  count: number;
  x: number;
  y: number;
  at: Point;
};

/**
 * Slivers: strips of ground left between two silhouettes that run side by side, or between one and the outline that is worked
 * to: much narrower than the cloth's gaps and many times as long as they are wide. Read off the border between the two
 * shares of the ground.
 * @param outline corners of the outline, mm; none when the cell itself is worked to.
 */
export function slivers(cloth: ClothMeasures, limits: Limits, outline: Point[] = []): Sliver[] {
  const { rooms, mm, across, scene } = cloth;
  const n = scene.placements.length;
  if (!rooms || n < 2) return [];
  const usualMm = across(rooms.median);
  const roomMm = mm(2 * rooms.median);
  const limitMm = roomMm * limits.sliver;
  const most = (limitMm * 1.6) / mm(1);
  const strips = stripsOf(cloth, cloth, most);
  if (outline.length > 2)
    strips.push(...stripsOf(cloth, outlined(cloth, outline), most).filter((s) => s.j === OUTLINE));
  return strips
    .flatMap(({ i, j, px, gap, count, at }): Sliver[] => {
      const widthMm = mm(gap / count);
      const longMm = mm(px);
      if (px < LEAST_PX || widthMm > limitMm) return [];
      if (longMm < limits.sliverLong * widthMm || longMm < roomMm * 0.6) return [];
      const ids = [i, j].filter((k) => k !== OUTLINE).map((k) => scene.placements[k % n].id ?? '');
      const place = { kind: 'sliver', severity: 'note', at: cloth.place(at), placements: ids } as const;
      return [{ ...place, widthMm, longMm, usualMm, limitMm }];
    })
    .slice(0, 8);
}

function stripsOf({ picture, scene }: ClothMeasures, { room, near }: Room, most: number): Strip[] {
  const { width, height } = picture.torus;
  const n = scene.placements.length;
  const strips = new Map<number, Strip>();
  const meet = (p: number, q: number, x: number, y: number) => {
    const [i, j] = [Math.min(near[p], near[q]), Math.max(near[p], near[q])];
    const gap = room[p] + room[q];
    if (i < 0 || gap < 1 || (j !== OUTLINE && i % n === j % n)) return;
    const known = strips.get(i * 32768 + j);
    if (!known) strips.set(i * 32768 + j, { i, j, px: 1, gap, count: 1, x, y, at: { x, y } });
    else {
      // A border is counted along its longer way: steps across and steps down are not both its length.
      known.px += 0.75;
      known.gap += gap;
      known.count++;
      if (Math.abs(x - known.x) + Math.abs(y - known.y) < known.px * 3)
        known.at = { x: (known.at.x * 3 + x) / 4, y: (known.at.y * 3 + y) / 4 };
    }
  };
  for (let y = 0; y + 1 < height; y++) {
    for (let x = 0; x + 1 < width; x++) {
      const p = y * width + x;
      if (room[p] > most) continue;
      if (near[p] !== near[p + 1] && room[p] + room[p + 1] <= most) meet(p, p + 1, x, y);
      if (near[p] !== near[p + width] && room[p] + room[p + width] <= most) meet(p, p + width, x, y);
    }
  }
  return [...strips.values()];
}

/** The room on the cloth with the outline drawn on what is bare of it. */
function outlined({ picture }: ClothMeasures, outline: Point[]): Room {
  const { torus, off, plan } = picture;
  const labels = Int16Array.from(picture.labels);
  for (const [k, a] of outline.entries()) {
    const b = outline[(k + 1) % outline.length];
    const [dx, dy] = [(b.x - a.x) * plan.scale.x, (b.y - a.y) * plan.scale.y];
    const steps = Math.ceil(Math.hypot(dx, dy) * 2);
    for (let s = 0; s < steps; s++) {
      const x = Math.floor(a.x * plan.scale.x - off.x + (dx * s) / steps);
      const y = Math.floor(a.y * plan.scale.y - off.y + (dy * s) / steps);
      const p = torusIndex(torus, x, y);
      if (labels[p] < 0) labels[p] = OUTLINE;
    }
  }
  return roomOnTorus(labels, torus);
}
