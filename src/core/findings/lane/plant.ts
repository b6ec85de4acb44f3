import type { SilhouetteIndex } from '../../lay';
import type { Spoilt } from '../kind';
import { pick, placedOn, type Random, usualRoom, wideDirections } from '../planting';

/** Pushes aside what lies in a straight band, and takes off what then lies on another. */
export function plantLane(silhouettes: SilhouetteIndex, random: Random): Spoilt {
  const usual = usualRoom(silhouettes, random);
  const half = usual * 0.85;
  const { normal, period, step } = pick(wideDirections(silhouettes, 2.2 * half), random);
  const t0 = random() * period;
  const pushed = placedOn(silhouettes).map((p) => {
    const reach = silhouettes.reach(p, normal);
    const mid = p.x * normal.x + p.y * normal.y - t0;
    const off = mid - Math.round(mid / period) * period;
    const side = off < 0 ? -1 : 1;
    const need = half + (side > 0 ? -reach.low : reach.high) - Math.abs(off);
    return need > 0 ? { ...p, x: p.x + side * need * normal.x, y: p.y + side * need * normal.y } : p;
  });
  const kept = silhouettes.like([]);
  for (const p of pushed) if (!kept.nearest(-1, p, usual * 0.15)) kept.add(p);
  return { placements: placedOn(kept), at: { x: t0 * normal.x, y: t0 * normal.y }, along: step };
}
