import type { Ground } from '../../lay';
import type { Spoilt } from '../kind';
import { middle, placedOn, type Random } from '../planting';

/** Slides one motif toward its neighbour until they nearly touch. */
export function plantNearTouch(ground: Ground, random: Random): Spoilt {
  const usual = middle(ground.gaps());
  for (let tries = 0; tries < 200; tries++) {
    const n = Math.floor(random() * ground.count);
    const near = ground.nearest(n);
    if (!near || typeof near.piece !== 'number' || near.piece === n || near.gap <= 0) continue;
    const wanted = usual * 0.12 * random();
    const share = (near.gap - wanted) / Math.max(1e-9, Math.hypot(near.to.x, near.to.y));
    const p = ground.placed(n);
    const moved = { ...p, x: p.x + near.to.x * share, y: p.y + near.to.y * share };
    const now = ground.nearest(n, moved);
    if (!now || now.piece !== near.piece || now.gap > usual * 0.15) continue;
    const placements = placedOn(ground).map((q, k) => (k === n ? moved : q));
    const at = { x: moved.x + now.from.x + now.to.x / 2, y: moved.y + now.from.y + now.to.y / 2 };
    return { placements, at };
  }
  return { placements: placedOn(ground), at: { x: 0, y: 0 } };
}
