import { type Point, wrapPoint } from '../../lattice';
import { kindOfPlaced } from '../../render';
import { swingOf } from '../cloth/bands';
import type { ClothMeasures } from '../cloth/measures';
import type { Thing } from '../cloth/things';
import type { Found } from '../found';
import type { Limits } from '../limits';
import { type Lines, linesOf } from './lines';

export type RowUp = Found & {
  kind: 'row-up';
  apartMm: number;
  along: Point;
  /** How many lie on the lines, of how many things in all; the largest of those, or all that are of one motif. */
  count: number;
  of: number;
  which: 'largest' | 'motif';
  /** How far they are off the lines, and how far chance would put them. */
  strayMm: number;
  chanceMm: number;
};

/** What a whole swing of the weight from stripe to stripe adds to how unlikely the lines are, in powers of ten. */
const SWING = 2;
/** Places spread evenly between two lines are so far from the nearer one (root mean square), in shares of the distance. */
const CHANCE = 1 / Math.sqrt(12);
/** What lies no farther from a line than this share of their distance is on it. */
const ON_LINE = 0.2;

/** Lines, and what was looked at when they were found. */
type Rows = Lines & { which: RowUp['which']; among: Thing[] };

/** Rows: lines that the larger things of a cloth keep to more closely than chance does, the plainer where the weight swings with them. */
export function rowUps(cloth: ClothMeasures, limits: Limits): RowUp[] {
  const { lattice, things, atDistance } = cloth;
  if (cloth.regular) return [];
  let told = limits.row;
  let rows: Rows | null = null;
  const look = (which: RowUp['which'], among: Thing[], all: readonly Lines[]) => {
    for (const lines of all) {
      const swing = which === 'largest' ? swingOf(atDistance.weight, lines.direction, lines.apart) : 0;
      const plain = lines.unlikely + SWING * swing;
      if (plain < told) continue;
      told = plain;
      rows = { ...lines, which, among };
    }
  };
  look('largest', things, linesOf(things, lattice));
  // Small things in a line are seen where they are one motif.
  const motifs = new Map<string, Thing[]>();
  for (const t of things) {
    const kind = kindOfPlaced(cloth.scene.placements[t.n]);
    motifs.set(kind, [...(motifs.get(kind) ?? []), t]);
  }
  for (const of of motifs.values()) {
    if (of.length === things.length) break;
    const alike = of.map((t) => ({ ...t, areaMm2: 1 }));
    look(
      'motif',
      of,
      linesOf(alike, lattice).filter((l) => l.largest === of.length),
    );
  }
  if (!rows) return [];
  const { direction, apart, at, largest, strayMm, which, among } = rows as Rows;
  const off = (p: Point) => {
    const t = (p.x - at.x) * direction.normal.x + (p.y - at.y) * direction.normal.y;
    return Math.abs(t - Math.round(t / apart) * apart);
  };
  const large = [...among].sort((p, q) => q.areaMm2 - p.areaMm2).slice(0, largest);
  return [
    {
      kind: 'row-up',
      severity: 'warning',
      at: wrapPoint(lattice, at),
      placements: [...new Set(large.filter((t) => off(t) < ON_LINE * apart).map((t) => t.id))],
      apartMm: apart,
      along: direction.step,
      count: largest,
      of: things.length,
      which,
      strayMm,
      chanceMm: CHANCE * apart,
    },
  ];
}
