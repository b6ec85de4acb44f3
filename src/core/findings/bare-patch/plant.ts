import type { SilhouetteIndex } from '../../lay';
import type { Placed } from '../../render';
import type { Spoilt } from '../kind';
import { pick, placedOn, type Random, roomiest, spacingOf, usualRoom } from '../planting';

/** Takes motifs off about a place until the hole is 2.2 times as wide as the gaps. */
export function plantBarePatch(silhouettes: SilhouetteIndex, random: Random): Spoilt {
  const usual = usualRoom(silhouettes, random);
  const all = placedOn(silhouettes);
  const start = pick(all, random);
  let left = all;
  let hole = { x: start.x, y: start.y, r: 0 };
  while (left.length > 3 && hole.r < usual * 2.2) {
    const distance = (p: Placed) => silhouettes.apart(p, { ...p, ...hole });
    const nearest = [...left].sort((p, q) => distance(p) - distance(q))[0];
    left = left.filter((p) => p !== nearest);
    hole = roomiest(silhouettes.like(left), hole, spacingOf(silhouettes) / 4);
  }
  return { placements: left, at: hole };
}
