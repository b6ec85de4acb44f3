import { nearestCopy } from '../../lattice';
import type { SilhouetteIndex } from '../../lay';
import type { Spoilt } from '../kind';
import { areaOf, middle, pick, placedOn, type Random, spacingOf } from '../planting';

/** Lays a motif again in the place of its nearest neighbour of about its size. */
export function plantTwins(silhouettes: SilhouetteIndex, random: Random): Spoilt {
  const order = placedOn(silhouettes).map((_, n) => n);
  const beside = middle(silhouettes.gaps()) * 0.8;
  for (let tries = 0; tries < 300; tries++) {
    const n = pick(order, random);
    const near = silhouettes.nearest(n);
    if (!near || typeof near.piece !== 'number' || near.piece === n) continue;
    const [p, q] = [silhouettes.placed(n), silhouettes.placed(near.piece)];
    const grow = areaOf(silhouettes, p) / areaOf(silhouettes, q);
    if (p.motif === q.motif || grow > (tries < 200 ? 1.8 : 3) || grow < (tries < 200 ? 0.5 : 0.3)) continue;
    const twin = { ...q, motif: p.motif, scale: p.scale * Math.min(1, Math.max(0.78, 1 / Math.sqrt(grow))) };
    // Turned and moved a little if it would lie on its neighbours.
    for (let k = 0; k < 80; k++) {
      const t = random() * 2 * Math.PI;
      const by = (k / 80) * spacingOf(silhouettes) * 0.3;
      const tried = {
        ...twin,
        angle: (q.angle + k * 24) % 360,
        x: q.x + by * Math.cos(t),
        y: q.y + by * Math.sin(t),
      };
      const now = silhouettes.nearest(near.piece, tried, near.gap * 3);
      if (!now || now.gap < near.gap * 0.6) continue;
      const apart = silhouettes.like([p, tried]).nearest(0)?.gap ?? beside;
      if (apart >= beside || apart <= 0) continue;
      // No third of them beside the two: one fault at a time.
      const rest = placedOn(silhouettes).filter((o, m) => o.motif === p.motif && m !== n && m !== near.piece);
      const third = silhouettes.like([...rest, tried]).nearest(rest.length, undefined, beside * 1.2);
      if (third && third.piece !== rest.length) continue;
      const placements = placedOn(silhouettes).map((o, m) => (m === near.piece ? tried : o));
      const other = nearestCopy(silhouettes.lattice, tried, p);
      return { placements, at: { x: (p.x + other.x) / 2, y: (p.y + other.y) / 2 } };
    }
  }
  return { placements: placedOn(silhouettes), at: { x: 0, y: 0 } };
}
