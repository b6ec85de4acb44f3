import type { Finding } from './finding';
import type { Limits } from './limits';
import type { Look } from './look';

/** Fewest px of border that can be told from two corners meeting. */
const LEAST_PX = 6;

/**
 * Slivers: strips of ground left between two silhouettes that run side by side, much narrower than the cloth's gaps and
 * many times as long as they are wide. Read off the border between the two shares of the ground.
 */
export function slivers(look: Look, limits: Limits): Finding[] {
  const { rooms, mm, room, near, scene } = look;
  const n = scene.placements.length;
  if (!rooms || n < 2) return [];
  const usualMm = mm(2 * rooms.median);
  const limitMm = usualMm * limits.sliver;
  const { width, height } = look.picture.torus;
  const strips = new Map<
    number,
    { px: number; gap: number; x: number; y: number; at: { x: number; y: number } }
  >();
  const most = (limitMm * 1.6) / mm(1);
  const meet = (p: number, q: number, x: number, y: number) => {
    const [a, b] = [near[p], near[q]];
    const gap = room[p] + room[q];
    if (a < 0 || b < 0 || a % n === b % n || gap < 1) return;
    const key = Math.min(a, b) * 32768 + Math.max(a, b);
    const known = strips.get(key);
    if (!known) strips.set(key, { px: 1, gap, x, y, at: { x, y } });
    else {
      // A border is counted along its longer way: steps across and steps down are not both its length.
      known.px += 0.75;
      known.gap += gap;
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
  const out: Finding[] = [];
  for (const [key, { px, gap, at }] of strips) {
    const count = (px - 1) / 0.75 + 1;
    const widthMm = mm(gap / count);
    const longMm = mm(px);
    if (px < LEAST_PX || widthMm > limitMm || longMm < limits.sliverLong * widthMm || longMm < usualMm * 0.6)
      continue;
    const [i, j] = [Math.floor(key / 32768) % n, (key % 32768) % n];
    out.push({
      kind: 'sliver',
      severity: 'note',
      at: look.place(at),
      placements: [scene.placements[i].id ?? '', scene.placements[j].id ?? ''],
      widthMm,
      longMm,
      usualMm,
      limitMm,
    });
  }
  return out.slice(0, 8);
}
