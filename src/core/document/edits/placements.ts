import type { Draft } from 'immer';
import { cellMiddle, imagesOf, twinOf, wrapPoint } from '../../lattice';
import { symmetric, symmetryCount } from '../../lay';
import type { Placed } from '../../render';
import { ArgumentError, LIMITS } from '../../units';
import { cellOf, latticeMm } from '../cell';
import { artKey } from '../inked-art';
import type { Grain, Guides, Placement, Project, Reserve } from '../schema';
import { type Edit, edit } from './edit';

/** Angles are kept in (-180, 180]. */
const tidyAngle = (a: number) => {
  const m = (((a + 180) % 360) + 360) % 360;
  return m === 0 ? 180 : m - 180;
};

/** Brings a placement's angle into range, and refuses a size that no machine could print. */
function settleIn(d: Draft<Project>, p: Draft<Placement>, checkSize: boolean) {
  p.angle = tidyAngle(p.angle);
  const motif = checkSize && d.motifs.find((m) => m.id === p.motif);
  if (!motif) return;
  const px = (n: number) => (n / motif.ppi) * p.scale * d.brief.ppi;
  const mp = (px(motif.width) * px(motif.height)) / 1e6;
  if (mp <= LIMITS.maxBlockMp) return;
  const most = Math.floor(p.scale * Math.sqrt(LIMITS.maxBlockMp / mp) * 100);
  throw new ArgumentError(
    `${motif.name} at ${Math.round(p.scale * 100)} % would print ${Math.round(mp)} megapixels, more than this machine can hold. Use ${most} % or less.`,
  );
}

/** The other members of a placement's set take their places by it. */
function leadSet(d: Draft<Project>, lead: Draft<Placement>) {
  const sym = lead.sym;
  if (!sym) return;
  const middle = cellMiddle(d.layout, cellOf(d));
  for (const p of d.placements) {
    if (p.sym?.set !== sym.set || p.id === lead.id) continue;
    const { x, y, angle, mirror } = symmetric(lead, sym.how, sym.at, p.sym.at, middle);
    Object.assign(p, { motif: lead.motif, x, y, angle, mirror, scale: lead.scale });
    settleIn(d, p, false);
  }
}

/** Lays placements on top of what is there. One with `sym` brings the others of its set, under ids of `newId`. */
export const addPlacements = (placements: Placement[], newId?: () => string): Edit =>
  edit('Laid', (d) => {
    const middle = cellMiddle(d.layout, cellOf(d));
    for (const placement of placements) {
      const laid = { ...placement };
      d.placements.push(laid);
      settleIn(d, d.placements[d.placements.length - 1], true);
      const { sym } = placement;
      if (!sym || !newId) continue;
      for (let at = 0; at < symmetryCount(sym.how); at++) {
        if (at === sym.at) continue;
        const other = symmetric(placement, sym.how, sym.at, at, middle);
        d.placements.push({ ...other, id: newId(), sym: { ...sym, at } });
        settleIn(d, d.placements[d.placements.length - 1], false);
      }
    }
  });

export const addPlacement = (placement: Placement, newId?: () => string): Edit =>
  addPlacements([placement], newId);

export type PlacementChange = Partial<Omit<Placement, 'id'>>;

/** What may be changed on a locked placement: only whether it is locked or hidden. */
const mayChange = (p: Placement, change: PlacementChange) =>
  !p.locked || Object.keys(change).every((k) => k === 'locked' || k === 'hidden');

/**
 * Changes placements by id; a place stays as it is given, in the home cell or not, and the others of a symmetric set
 * follow. Locked placements stay as they are. A field given as undefined is taken away.
 */
export const setPlacements = (changes: Record<string, PlacementChange>): Edit =>
  edit('Placements', (d) => {
    const led = new Set<string>();
    for (const p of d.placements) {
      const change = changes[p.id];
      if (!change || !mayChange(p, change)) continue;
      Object.assign(p, change);
      for (const [k, v] of Object.entries(change)) if (v === undefined) delete p[k as keyof Placement];
      settleIn(d, p, change.scale !== undefined);
      if (p.sym && !led.has(p.sym.set)) {
        led.add(p.sym.set);
        leadSet(d, p);
      }
    }
  });

/** Takes placements off, and with one of a symmetric set the others. Locked ones stay. */
export const removePlacements = (ids: string[]): Edit =>
  edit('Taken off', (d) => {
    const gone = d.placements.filter((p) => ids.includes(p.id) && !p.locked);
    if (!gone.length) return;
    const sets = new Set(gone.flatMap((p) => (p.sym ? [p.sym.set] : [])));
    const off = new Set(gone.map((p) => p.id));
    d.placements = d.placements.filter((p) => !off.has(p.id) && !(p.sym && sets.has(p.sym.set)));
  });

/** Moves placements over (+) or under (-) others in the order they lie in; their own order stays. */
export const reorder = (ids: string | string[], to: 'top' | 'up' | 'down' | 'bottom'): Edit =>
  edit('Over and under', (d) => {
    const moves = (p: Placement) => ids === p.id || (Array.isArray(ids) && ids.includes(p.id));
    const held = d.placements.filter(moves);
    const from = d.placements.findIndex(moves);
    if (from < 0) return;
    const others = d.placements.filter((p) => !moves(p));
    const last = others.length;
    const at = { top: last, up: Math.min(last, from + 1), down: Math.max(0, from - 1), bottom: 0 }[to];
    d.placements = [...others.slice(0, at), ...held, ...others.slice(at)];
  });

/** Takes placements as one from now on; `group` undefined lets them go their own ways. */
export const groupPlacements = (ids: string[], group: string | undefined): Edit =>
  setPlacements(Object.fromEntries(ids.map((id) => [id, { group }])));

/** Puts a whole new set of placements on the cloth (kept from a proposal). */
export const layPlacements = (placements: Placement[]): Edit =>
  edit('Laid anew', (d) => {
    d.placements = placements.map((p) => ({ ...p }));
    for (const p of d.placements) settleIn(d, p, true);
  });

/**
 * Lays another motif in the place of the one there: same place, same angle, same printed size (the root of
 * width times height).
 */
export const swapMotif = (ids: string[], to: string): Edit =>
  edit('Motif swapped', (d) => {
    const sizeOf = (id: string) => {
      const m = d.motifs.find((q) => q.id === id);
      if (!m) throw new ArgumentError('That motif is not in this bolt.');
      return Math.sqrt(m.width * m.height) / m.ppi;
    };
    for (const p of d.placements) {
      if (!ids.includes(p.id) || p.locked) continue;
      p.scale *= sizeOf(p.motif) / sizeOf(to);
      p.motif = to;
      settleIn(d, p, true);
      leadSet(d, p);
    }
  });

export const setReserves = (reserves: Reserve[]): Edit =>
  edit('Reserved places', (d) => {
    d.reserves = reserves.map((r) => ({ ...r, ...wrapPoint(latticeMm(d), r) }));
  });

export const setGrain = (grain: Partial<Grain>): Edit =>
  edit('Grain', (d) => {
    Object.assign(d.grain, grain);
  });

export const setGuides = (guides: Partial<Guides>): Edit =>
  edit('Guides', (d) => {
    Object.assign(d.guides, guides);
  });

/** The work of another document (a snapshot of this bolt), under this one's id. */
export const goBackTo = (snapshot: Project): Edit =>
  edit('Gone back to a snapshot', (d) => {
    const { id, name } = d;
    Object.assign(d, snapshot, { id, name });
  });

/** What is seen and sent: what is not hidden, with the motif's own way of lying where a placement names none. */
export function scenePlacements(
  project: Pick<Project, 'placements' | 'motifs'>,
): (Placed & { id: string })[] {
  const motifs = new Map(project.motifs.map((m) => [m.id, m]));
  return project.placements
    .filter((p) => !p.hidden)
    .map(({ id, motif, inkOverrides, x, y, angle, scale, mirror, blend, opacity }) => {
      const m = motifs.get(motif);
      return {
        id,
        motif,
        ...(inkOverrides ? { art: artKey({ motif, inkOverrides }) } : {}),
        x,
        y,
        angle,
        scale,
        mirror,
        blend: blend ?? m?.blend ?? 'normal',
        opacity: (opacity ?? 1) * (m?.opacity ?? 1),
      };
    });
}

/** All places of a placement that the lattice then repeats: its own, and its twin's where cells alternate. */
export const placementImages = (project: Pick<Project, 'brief' | 'layout'>, p: Placement): Placement[] =>
  imagesOf(p, twinOf(project.layout, cellOf(project)));
