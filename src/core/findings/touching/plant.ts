import type { SilhouetteIndex } from '../../lay';
import type { Spoilt } from '../kind';
import { middle, placedOn, type Random } from '../planting';

/** Slides one motif toward its neighbour until they nearly touch. */
export function plantNearTouch(silhouettes: SilhouetteIndex, random: Random): Spoilt {
  const usual = middle(silhouettes.gaps());
  for (let tries = 0; tries < 200; tries++) {
    const n = Math.floor(random() * silhouettes.count);
    const near = silhouettes.nearest(n);
    if (!near || typeof near.piece !== 'number' || near.piece === n || near.gap <= 0) continue;
    const wanted = usual * 0.12 * random();
    const share = (near.gap - wanted) / Math.max(1e-9, Math.hypot(near.to.x, near.to.y));
    const p = silhouettes.placed(n);
    const moved = { ...p, x: p.x + near.to.x * share, y: p.y + near.to.y * share };
    const now = silhouettes.nearest(n, moved);
    if (!now || now.piece !== near.piece || now.gap > usual * 0.15) continue;
    const placements = placedOn(silhouettes).map((q, k) => (k === n ? moved : q));
    const at = { x: moved.x + now.from.x + now.to.x / 2, y: moved.y + now.from.y + now.to.y / 2 };
    return { placements, at };
  }
  return { placements: placedOn(silhouettes), at: { x: 0, y: 0 } };
}
