import { original } from 'immer';
import { nearestCopy } from '../lattice';
import { RangeMessage } from '../units';
import { type Edit, edit, latticeMm } from './edit';
import { setPlacements } from './placements';
import type { Placement, Project } from './schema';

/** `from`: the ink that is worn differently, `to`: the inks that are worn for it by turns (ids; `from` may be one). */
export type WearRule = { motif: string; from: string; to: string[]; by: 'turns' | 'neighbours' };

/** Placements nearer than this many times the usual nearest distance are neighbours. */
const NEAR = 1.6;

/** What of a placement's worn inks is left when one ink is worn as `to`; undefined: all its own. */
export function wearing(p: Pick<Placement, 'inks'>, from: string, to: string): Placement['inks'] {
  const next = { ...p.inks, [from]: to };
  if (to === from) delete next[from];
  return Object.keys(next).length ? next : undefined;
}

/**
 * Every placement of a motif wears one of the inks given: by turns, from the top left in reading order, or so that
 * neighbours of the motif differ as far as the inks allow (greedy colouring, most crowded first).
 * @throws RangeMessage unless two inks or more are given.
 */
export const wearByRule = ({ motif, from, to, by }: WearRule): Edit =>
  edit('Inks worn by turns', (d) => {
    const project = original(d) as Project;
    if (to.length < 2) throw new RangeMessage('Choose two inks or more to wear by turns.');
    const own = project.placements.filter((p) => p.motif === motif && !p.locked);
    const order = [...own].sort((p, q) => p.y - q.y || p.x - q.x);
    const worn =
      by === 'turns' ? new Map(order.map((p, n) => [p.id, to[n % to.length]])) : apart(project, order, to);
    setPlacements(
      Object.fromEntries(own.map((p) => [p.id, { inks: wearing(p, from, worn.get(p.id) ?? from) }])),
    ).apply(d);
  });

function apart(project: Project, list: Placement[], to: string[]): Map<string, string> {
  const lattice = latticeMm(project);
  const far = (p: Placement, q: Placement) => {
    const near = nearestCopy(lattice, q, p);
    return Math.hypot(near.x - p.x, near.y - p.y);
  };
  const nearest = list.map((p) => Math.min(...list.filter((q) => q !== p).map((q) => far(p, q))));
  const usual = [...nearest].sort((a, b) => a - b)[list.length >> 1] ?? 0;
  const beside = new Map(list.map((p) => [p.id, list.filter((q) => q !== p && far(p, q) <= usual * NEAR)]));
  const crowd = (p: Placement) => beside.get(p.id)?.length ?? 0;
  const worn = new Map<string, string>();
  const used = new Map(to.map((ink) => [ink, 0]));
  for (const p of [...list].sort((a, b) => crowd(b) - crowd(a))) {
    const met = (ink: string) => beside.get(p.id)?.filter((q) => worn.get(q.id) === ink).length ?? 0;
    const [best] = [...to].sort((a, b) => met(a) - met(b) || (used.get(a) ?? 0) - (used.get(b) ?? 0));
    worn.set(p.id, best);
    used.set(best, (used.get(best) ?? 0) + 1);
  }
  return worn;
}
