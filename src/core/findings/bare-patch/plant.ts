import type { Ground } from '../../lay';
import type { Placed } from '../../render';
import type { Spoilt } from '../kind';
import { pick, placedOn, type Random, roomiest, spacingOf, usualRoom } from '../planting';

/** Takes motifs off about a place until the hole is 2.2 times as wide as the gaps. */
export function plantBarePatch(ground: Ground, random: Random): Spoilt {
  const usual = usualRoom(ground, random);
  const all = placedOn(ground);
  const start = pick(all, random);
  let left = all;
  let hole = { x: start.x, y: start.y, r: 0 };
  while (left.length > 3 && hole.r < usual * 2.2) {
    const far = (p: Placed) => ground.apart(p, { ...p, ...hole });
    const nearest = [...left].sort((p, q) => far(p) - far(q))[0];
    left = left.filter((p) => p !== nearest);
    hole = roomiest(ground.like(left), hole, spacingOf(ground) / 4);
  }
  return { placements: left, at: hole };
}
