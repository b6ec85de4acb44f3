import { nearestCopy, wrapPoint } from '../../lattice';
import { kindOfPlaced } from '../../render';
import type { ClothMeasures } from '../cloth/measures';
import { nearestGaps } from '../cloth/nearest-gaps';
import type { Neighbours } from '../cloth/neighbours';
import { wereOne } from '../cloth/piece-name';
import type { Found } from '../found';
import type { Limits } from '../limits';

export type Twins = Found & {
  kind: 'twins';
  same: 'motif' | 'colour';
  gapMm: number;
  /** The middle of the gaps that the two have to their neighbours. */
  usualMm: number;
  /** It is laid so often that some must lie side by side: told once for all, of so many things. */
  often: { count: number; of: number } | null;
};

/** How alike in size two of the same are, to be the same thing twice. */
const SIZE = 1.45;
/** With fewer motifs than this each lies beside its like everywhere, and is meant to. */
const LEAST_KINDS = 3;

export const tooFewKinds = ({ scene }: ClothMeasures): boolean =>
  new Set(scene.placements.map(kindOfPlaced)).size < LEAST_KINDS;

/** Neighbours share at least so much of the smaller one's border. */
const BORDER = 0.12;
/** Two whose middles lie within so many sums of their radii look like a pair. */
const PAIR = 2;
/** What is laid oftener than this lies apart only if it was taken care of: fewer such neighbours than so much of chance. */
const OFTEN = 0.25;
const CARE = 0.5;
/** Colours lie beside themselves on most cloths: one that does is a slip only where far fewer do than chance would bring. */
const COLOUR_CARE = 0.25;
/** All that are nearer than this share of the limit are told, else only the nearest; of one colour, those alone. */
const PLAIN = 0.7;
const MOST_NOTES = 3;

type Candidate = {
  i: number;
  j: number;
  same: Twins['same'];
  pair: Neighbours;
  gapMm: number;
  usualMm: number;
  near: boolean;
};

/** Neighbours that are the same motif, or lead with the same colour, at about one size, nearer than their neighbours are. */
export function twinsOf(cloth: ClothMeasures, limits: Limits, leads: Map<string, number>): Twins[] {
  const { scene, lattice } = cloth;
  const { placements } = scene;
  const n = placements.length;
  if (tooFewKinds(cloth)) return [];
  const leadOf = (k: number) => leads.get(placements[k].art ?? placements[k].motif) ?? -1;
  const { all, alike, close } = candidates(cloth, leadOf, limits.twins);
  const kindOf = (c: Candidate) => (c.same === 'motif' ? kindOfPlaced(placements[c.i]) : 'colour');
  const chance = (neighbours: number, of: number[]) =>
    (neighbours * of.reduce((sum, count) => sum + count * (count - 1), 0)) / Math.max(1, n * (n - 1));
  const countOf = (kind: string) => placements.filter((p) => kindOfPlaced(p) === kind).length;
  const colours = new Map<number, number>();
  for (const k of placements.keys()) colours.set(leadOf(k), (colours.get(leadOf(k)) ?? 0) + 1);
  colours.delete(-1);
  /** Whether the cloth takes care to keep a kind apart, so that two side by side are a slip. */
  const cares = (c: Candidate) => {
    const own = all.filter((d) => kindOf(d) === kindOf(c));
    if (c.same === 'colour') return own.length <= COLOUR_CARE * chance(alike, [...colours.values()]);
    const count = countOf(kindOfPlaced(placements[c.i]));
    const near = own.filter((d) => d.gapMm <= limits.twins * d.usualMm).length;
    return count <= OFTEN * n || near <= Math.max(1, CARE * chance(close, [count]));
  };
  const out: Twins[] = [];
  const told = new Set<string>();
  for (const c of all) {
    const kind = kindOf(c);
    const first = !told.has(kind);
    told.add(kind);
    const limit =
      c.same === 'colour'
        ? PLAIN * limits.twins
        : c.near
          ? Math.max(limits.twins, limits.twinsNear)
          : limits.twins;
    const times = c.gapMm / Math.max(c.usualMm, 1e-9);
    const cared = cares(c);
    const often = !cared && c.same === 'motif';
    if (often && !first) continue;
    const shows =
      cared && times <= (out.some((f) => f.severity === 'warning') ? PLAIN * limits.twins : limit);
    const at = cloth.point(c.pair);
    const [a, b] = [c.pair.i, c.pair.j].map((l) => nearestCopy(lattice, cloth.imageAt(l), at));
    out.push({
      kind: 'twins',
      severity: shows ? 'warning' : 'note',
      at: wrapPoint(lattice, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }),
      placements: [placements[c.i].id ?? '', placements[c.j].id ?? ''],
      same: c.same,
      gapMm: c.gapMm,
      usualMm: c.usualMm,
      often: often ? { count: countOf(kindOfPlaced(placements[c.i])), of: n } : null,
    });
  }
  const notes = out.filter((f) => f.severity === 'note');
  return [
    ...out.filter((f) => f.severity === 'warning'),
    ...notes.filter((f) => f.often),
    ...notes.filter((f) => !f.often).slice(0, MOST_NOTES),
  ];
}

/**
 * All that are the same side by side, the nearest for their neighbours first; how many neighbours are about one size, and how
 * many of those lie as close as is told of twins.
 */
function candidates(
  cloth: ClothMeasures,
  leadOf: (k: number) => number,
  limit: number,
): { all: Candidate[]; alike: number; close: number } {
  const { scene, silhouettes, mm } = cloth;
  const { placements } = scene;
  const n = placements.length;
  const areas = placements.map((p) => (silhouettes.outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2);
  const border = new Map<number, number>();
  for (const { i, j, border: long } of cloth.pairs)
    for (const k of [i, j]) border.set(k, (border.get(k) ?? 0) + long);
  const side = cloth.pairs.filter(
    ({ i, j, border: long }) => long >= BORDER * Math.min(border.get(i) ?? 0, border.get(j) ?? 0),
  );
  const gapsOf = placements.map((): number[] => []);
  for (const { i, j, gap } of side) for (const k of [i, j]) gapsOf[k % n].push(mm(gap));
  const { middle } = nearestGaps(cloth);
  const out = new Map<number, Candidate>();
  let [alike, close] = [0, 0];
  for (const pair of side) {
    const [i, j] = [pair.i % n, pair.j % n];
    if (i === j) continue;
    const [p, q] = [placements[i], placements[j]];
    const same =
      kindOfPlaced(p) === kindOfPlaced(q)
        ? 'motif'
        : leadOf(i) >= 0 && leadOf(i) === leadOf(j)
          ? 'colour'
          : null;
    const [small, large] = [areas[i], areas[j]].sort((a, b) => a - b);
    if (large > small * SIZE ** 2) continue;
    const own = [...gapsOf[i], ...gapsOf[j]].sort((a, b) => a - b);
    const usualMm = Math.max(own[own.length >> 1] ?? 0, middle);
    alike++;
    if (mm(pair.gap) <= limit * usualMm) close++;
    if (!same) continue;
    const key = Math.min(i, j) * n + Math.max(i, j);
    const known = out.get(key);
    if (known && known.gapMm <= mm(pair.gap)) continue;
    const apart = silhouettes.apart(p, q);
    const near = apart <= (PAIR * (Math.sqrt(small) + Math.sqrt(large))) / Math.sqrt(Math.PI);
    out.set(key, { i, j, same, pair, gapMm: mm(pair.gap), usualMm, near });
  }
  // The picture says who may be near; how near is measured.
  for (const c of out.values()) {
    const measured = silhouettes.around(c.i, c.gapMm + mm(3), new Set([c.j])).map((a) => a.gap);
    if (measured.length) c.gapMm = Math.min(...measured);
  }
  const all = [...out.values()]
    .filter((c) => !wereOne(placements[c.i], placements[c.j], c.gapMm))
    .sort((a, b) => a.gapMm / a.usualMm - b.gapMm / b.usualMm);
  return { all, alike, close };
}
