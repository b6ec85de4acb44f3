import { original } from 'immer';
import { nearestCopy } from '../../lattice';
import { ArgumentError } from '../../units';
import { latticeMm } from '../cell';
import type { Placement, Project } from '../schema';
import { type Edit, edit } from './edit';
import { setPlacements } from './placements';

/** `from`: the ink that is replaced, `to`: the inks that take its place by turns (ids; `from` may be one). */
export type OverrideRule = { motif: string; from: string; to: string[]; by: 'turns' | 'neighbours' };

/** Placements nearer than this many times the usual nearest distance are neighbours. */
const NEAR = 1.6;

/** A placement's overrides when `to` takes the place of one ink; undefined: all inks are its own. */
export function overrideInk(
  p: Pick<Placement, 'inkOverrides'>,
  from: string,
  to: string,
): Placement['inkOverrides'] {
  const next = { ...p.inkOverrides, [from]: to };
  if (to === from) delete next[from];
  return Object.keys(next).length ? next : undefined;
}

/**
 * Every placement of a motif is printed in one of the inks given: by turns, from the top left in reading order, or so that
 * neighbours of the motif differ as far as the inks allow (greedy colouring, most crowded first).
 * @throws ArgumentError unless two inks or more are given.
 */
export const overrideInksByRule = ({ motif, from, to, by }: OverrideRule): Edit =>
  edit('Inks by turns', (d) => {
    const project = original(d) as Project;
    if (to.length < 2) throw new ArgumentError('Choose two inks or more to take turns.');
    const own = project.placements.filter((p) => p.motif === motif && !p.locked);
    const order = [...own].sort((p, q) => p.y - q.y || p.x - q.x);
    const inkOf =
      by === 'turns' ? new Map(order.map((p, n) => [p.id, to[n % to.length]])) : apart(project, order, to);
    setPlacements(
      Object.fromEntries(
        own.map((p) => [p.id, { inkOverrides: overrideInk(p, from, inkOf.get(p.id) ?? from) }]),
      ),
    ).apply(d);
  });

function apart(project: Project, list: Placement[], to: string[]): Map<string, string> {
  const lattice = latticeMm(project);
  const distance = (p: Placement, q: Placement) => {
    const near = nearestCopy(lattice, q, p);
    return Math.hypot(near.x - p.x, near.y - p.y);
  };
  const nearest = list.map((p) => Math.min(...list.filter((q) => q !== p).map((q) => distance(p, q))));
  const usual = [...nearest].sort((a, b) => a - b)[list.length >> 1] ?? 0;
  const beside = new Map(
    list.map((p) => [p.id, list.filter((q) => q !== p && distance(p, q) <= usual * NEAR)]),
  );
  const crowd = (p: Placement) => beside.get(p.id)?.length ?? 0;
  const inkOf = new Map<string, string>();
  const used = new Map(to.map((ink) => [ink, 0]));
  for (const p of [...list].sort((a, b) => crowd(b) - crowd(a))) {
    const met = (ink: string) => beside.get(p.id)?.filter((q) => inkOf.get(q.id) === ink).length ?? 0;
    const [best] = [...to].sort((a, b) => met(a) - met(b) || (used.get(a) ?? 0) - (used.get(b) ?? 0));
    inkOf.set(p.id, best);
    used.set(best, (used.get(best) ?? 0) + 1);
  }
  return inkOf;
}
