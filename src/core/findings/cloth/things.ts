import { imagesOf, type Point, type Twin } from '../../lattice';
import type { Outline } from '../../lay';
import type { Placed } from '../../render';

/** What lies on the cloth once a period of its lattice: which placement it is of, the middle of its area, mm, and that area. */
export type Thing = Point & { id: string; n: number; areaMm2: number };

const middles = new WeakMap<Outline, Point>();

/** The middle of the area of an outline, mm from the middle of its art. */
function middleOf(outline: Outline): Point {
  const known = middles.get(outline);
  if (known) return known;
  let [area, x, y] = [0, 0, 0];
  for (const ring of outline.rings) {
    let [ax, ay] = [ring[ring.length - 2], ring[ring.length - 1]];
    for (let i = 0; i < ring.length; i += 2) {
      const [bx, by] = [ring[i], ring[i + 1]];
      const twice = ax * by - bx * ay;
      area += twice / 2;
      x += ((ax + bx) * twice) / 6;
      y += ((ay + by) * twice) / 6;
      [ax, ay] = [bx, by];
    }
  }
  const middle = area ? { x: x / area, y: y / area } : { x: 0, y: 0 };
  middles.set(outline, middle);
  return middle;
}

/** All things of a cloth; where cells alternate, twins too. */
export function thingsOf(placements: Placed[], outlines: Map<string, Outline>, twin: Twin | null): Thing[] {
  return placements.flatMap((placed, n) => {
    const outline = outlines.get(placed.motif);
    if (!outline || placed.through) return [];
    const at = middleOf(outline);
    return imagesOf(placed, twin).map((p): Thing => {
      const t = (p.angle * Math.PI) / 180;
      const [c, s] = [Math.cos(t) * placed.scale, Math.sin(t) * placed.scale];
      const x = p.mirror ? -at.x : at.x;
      return {
        id: placed.id ?? '',
        n,
        x: p.x + c * x - s * at.y,
        y: p.y + s * x + c * at.y,
        areaMm2: outline.areaMm2 * placed.scale ** 2,
      };
    });
  });
}
