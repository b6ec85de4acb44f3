import { latticeOf, type Turn, wrapPoint } from '../../lattice';
import { ArgumentError } from '../../units';
import type { Project } from '../schema';
import { type Edit, edit } from './edit';

/** Why a whole design is not turned, as a sentence; empty where it can be. */
export function whyNotTurned({ ground, layers, layout }: Project): string {
  if (layers.some((l) => l.kind !== 'placements'))
    return 'Drawings and tiles lie upright: a design that has them is not turned as a whole.';
  if (ground.kind !== 'plain') return 'A split ground lies upright: make it plain first.';
  return layout.alternate
    ? 'Every other row or column is laid differently here: such a repeat is not turned as a whole.'
    : '';
}

/**
 * Turns a whole design about the corner of its cell, by an angle that keeps it repeating upright (uprightTurns): all that is laid and
 * reserved, in the cell and layout of the turn. What was kept alike about the middle of the cell is so no longer.
 * @throws ArgumentError for a design that is not turned (whyNotTurned).
 */
export const turnDesign = ({ angle, layout, cell }: Turn): Edit =>
  edit('Whole design turned', (d) => {
    const why = whyNotTurned(d as Project);
    if (why) throw new ArgumentError(why);
    const [c, s] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
    const lattice = latticeOf(layout, cell);
    const turned = ({ x, y }: { x: number; y: number }) =>
      wrapPoint(lattice, { x: c * x - s * y, y: s * x + c * y });
    d.layout = layout;
    d.brief.widthMm = cell.width;
    d.brief.heightMm = cell.height;
    for (const p of d.placements) {
      // Degrees are kept within a turn either way.
      Object.assign(p, turned(p), { angle: (p.angle + angle) % 360 });
      delete p.sym;
    }
    for (const r of d.reserves) Object.assign(r, turned(r));
    for (const f of d.dismissed) Object.assign(f, turned(f));
  });
