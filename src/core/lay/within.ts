import { insideRing } from '../geometry';
import {
  type Box,
  imagesOf,
  type Layout,
  latticeOf,
  type Point,
  type Size,
  shiftsInto,
  twinOf,
} from '../lattice';

type Laid = { id: string; x: number; y: number; angle: number; mirror: boolean };

/**
 * Which placements have the middle of any of their copies inside a closed line drawn on the cloth, mm. The line
 * may run over any number of joins.
 */
export function placementsWithin(placements: Laid[], layout: Layout, cell: Size, line: Point[]): string[] {
  if (line.length < 3) return [];
  const xs = line.map((p) => p.x);
  const ys = line.map((p) => p.y);
  const ring = line.flatMap((p) => [p.x, p.y]);
  const bounds: Box = { x0: Math.min(...xs), y0: Math.min(...ys), x1: Math.max(...xs), y1: Math.max(...ys) };
  const lattice = latticeOf(layout, cell);
  const twin = twinOf(layout, cell);
  return placements
    .filter((p) =>
      imagesOf(p, twin).some((i) =>
        shiftsInto(lattice, { x0: i.x, y0: i.y, x1: i.x, y1: i.y }, bounds).some((s) =>
          insideRing(ring, i.x + s.x, i.y + s.y),
        ),
      ),
    )
    .map((p) => p.id);
}
