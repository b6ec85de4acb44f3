import type { Draft } from 'immer';
import type { Dismissed } from '../../findings';
import { cellMiddle, type Layout } from '../../lattice';
import type { Product } from '../../products';
import { mmPer } from '../../units';
import { cellOf } from '../cell';
import { SCALE } from '../fields';
import { type Purpose, purposeOf } from '../purpose';
import type { Brief, Checking, Motif, Placement, Project, Sheet } from '../schema';
import { setGroundInk } from './colours';
import { type Edit, edit } from './edit';

export const rename = (name: string): Edit =>
  edit('Name', (d) => {
    d.name = name.trim();
  });

/** New size, ppi or unit. Placements keep their place in mm; symmetric sets go with the middle of the cell. */
export const setBrief = (brief: Partial<Brief>): Edit =>
  edit('Size', (d) => withSets(d, () => Object.assign(d.brief, brief)));

/** What the bolt is for. */
export const setPurpose = (change: Partial<Purpose>): Edit =>
  edit('Purpose', (d) => {
    d.purpose = { ...purposeOf(d), ...change };
  });

/** Colours chosen before there is art; while there is none the first of them is the ground. */
export const setPalette = (palette: string[]): Edit =>
  edit('Colours chosen beforehand', (d) => {
    d.purpose = { ...purposeOf(d), palette };
    if (d.inks.length === 1 && palette[0]) setGroundInk(palette[0]).apply(d);
  });

/** Size, ppi and layout as they often are for a product, in the unit of the bolt. */
export const takeUsual = ({ usual }: Pick<Product, 'usual'>): Edit =>
  edit('Size as usual', (d) =>
    withSets(d, () => {
      const { width, height } = usual[d.brief.unit];
      const per = mmPer(d.brief.unit);
      Object.assign(d.brief, { widthMm: width * per, heightMm: height * per, ppi: usual.ppi });
      d.layout = { ...d.layout, kind: usual.layout };
    }),
  );

/** Lays a composition in the place of what lies on the cloth, in its layout. */
export const layComposition = (layout: Layout, placements: Placement[]): Edit =>
  edit('Composition', (d) => {
    d.layout = layout;
    d.placements = placements;
  });

export const setLayout = (layout: Layout): Edit =>
  edit('Layout', (d) =>
    withSets(d, () => {
      d.layout = layout;
    }),
  );

function withSets(d: Draft<Project>, change: () => void) {
  const middle = () => cellMiddle(d.layout, cellOf(d));
  const before = middle();
  change();
  const after = middle();
  for (const p of d.placements) {
    if (!p.sym) continue;
    p.x += after.x - before.x;
    p.y += after.y - before.y;
  }
}

/** Takes in motifs that came without a page: vectors, layers, parts. */
export const addMotifs = (motifs: Motif[]): Edit =>
  edit('Motifs taken in', (d) => {
    d.motifs.push(...motifs);
  });

/** What a person says of motifs, one or many at once. */
export const setMotif = (
  ids: string | string[],
  change: Partial<
    Pick<
      Motif,
      'name' | 'role' | 'direction' | 'source' | 'permission' | 'art' | 'standIn' | 'blend' | 'opacity'
    >
  >,
): Edit =>
  edit('Motif', (d) => {
    for (const m of [...d.motifs, ...d.pictures])
      if (ids === m.id || (Array.isArray(ids) && ids.includes(m.id))) Object.assign(m, change);
  });

/** New art for a motif: all that comes with it. */
export type NewArt = Pick<Motif, 'asset' | 'width' | 'height' | 'ppi'> &
  Partial<Pick<Motif, 'art' | 'sheet' | 'box'>>;

/**
 * Puts new art in the place of a motif's old one. Every placement keeps its place, its angle and its printed
 * size. Art that was only cut anew from its page keeps the page's scale instead, and what shows of it stays
 * where it was: `moved` is how far the middle of its box went on the page, mm.
 */
export const replaceArt = (id: string, art: NewArt, moved?: { x: number; y: number }): Edit =>
  edit('New art', (d) => {
    const motif = [...d.motifs, ...d.pictures].find((m) => m.id === id);
    if (!motif) return;
    const sizeOf = (m: { width: number; height: number; ppi: number }) =>
      Math.sqrt(m.width * m.height) / m.ppi;
    const grow = moved ? 1 : sizeOf(motif) / sizeOf(art);
    for (const p of d.placements) {
      if (p.motif !== id) continue;
      if (moved) {
        const turn = (p.angle * Math.PI) / 180;
        const x = moved.x * p.scale * (p.mirror ? -1 : 1);
        const y = moved.y * p.scale;
        p.x += x * Math.cos(turn) - y * Math.sin(turn);
        p.y += x * Math.sin(turn) + y * Math.cos(turn);
      }
      p.scale = Math.min(SCALE.most, Math.max(SCALE.least, p.scale * grow));
    }
    for (const l of d.layers) {
      if (l.kind !== 'drawing' || l.picture !== id) continue;
      l.x += (moved?.x ?? 0) * l.scale;
      l.y += (moved?.y ?? 0) * l.scale;
      l.scale = Math.min(SCALE.most, Math.max(SCALE.least, l.scale * grow));
    }
    Object.assign(motif, { art: { kind: 'pixels' }, ...art });
  });

/** New art for a motif that is there; `moved` when it was only cut anew (see replaceArt). */
export type Anew = { motif: string; art: NewArt; moved?: { x: number; y: number } };

/** Takes in a page (or one that is there, run again with other settings) and the motifs that were kept from it. */
export const addSheet = (sheet: Sheet, motifs: Motif[], anew: Anew[] = []): Edit =>
  edit('Motifs taken in', (d) => {
    const there = d.sheets.find((s) => s.id === sheet.id);
    if (there) Object.assign(there, sheet);
    else d.sheets.push(sheet);
    d.motifs.push(...motifs);
    for (const { motif, art, moved } of anew) replaceArt(motif, art, moved).apply(d);
  });

/** Takes a motif away with all its placements. The page it came from stays. */
export const removeMotif = (id: string): Edit =>
  edit('Motif taken out', (d) => {
    d.motifs = d.motifs.filter((m) => m.id !== id);
    d.placements = d.placements.filter((p) => p.motif !== id);
  });

/** How the cloth is looked over from now on. */
export const setChecking = (change: Partial<Checking>): Edit =>
  edit('How it is looked over', (d) => {
    Object.assign(d.checking, change);
  });

/** Leaves a finding as it is, with a note of why; or takes that back by its id. */
export const dismissFinding = (finding: Dismissed): Edit =>
  edit('Left as it is', (d) => {
    d.dismissed.push({ ...finding, note: finding.note.trim().slice(0, 200) });
  });
export const takeUpAgain = (id: string): Edit =>
  edit('Looked at again', (d) => {
    d.dismissed = d.dismissed.filter((l) => l.id !== id);
  });
