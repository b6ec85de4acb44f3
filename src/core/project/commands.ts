import type { Draft } from 'immer';
import type { Left } from '../check';
import { cellMiddle, type Layout } from '../lattice';
import { edit } from './edit';
import { type Brief, type Checking, type Motif, type Project, SCALE, type Sheet } from './schema';

export const rename = (project: Project, name: string) =>
  edit(project, (d) => {
    d.name = name.trim();
  });

/** New size, ppi or unit. Placements keep their place in mm; symmetric sets go with the middle of the cell. */
export const setBrief = (project: Project, brief: Partial<Brief>) =>
  edit(project, (d) => withSets(d, () => Object.assign(d.brief, brief)));

export const setLayout = (project: Project, layout: Layout) =>
  edit(project, (d) =>
    withSets(d, () => {
      d.layout = layout;
    }),
  );

function withSets(d: Draft<Project>, change: () => void) {
  const middle = () => cellMiddle(d.layout, { width: d.brief.widthMm, height: d.brief.heightMm });
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
export const addMotifs = (project: Project, motifs: Motif[]) =>
  edit(project, (d) => {
    d.motifs.push(...motifs);
  });

/** What a person says of motifs, one or many at once. */
export const setMotif = (
  project: Project,
  ids: string | string[],
  change: Partial<
    Pick<
      Motif,
      'name' | 'role' | 'direction' | 'source' | 'permission' | 'fill' | 'standIn' | 'blend' | 'opacity'
    >
  >,
) =>
  edit(project, (d) => {
    for (const m of d.motifs)
      if (ids === m.id || (Array.isArray(ids) && ids.includes(m.id))) Object.assign(m, change);
  });

/** New art for a motif: all that comes with it. */
export type NewArt = Pick<Motif, 'asset' | 'width' | 'height' | 'ppi'> &
  Partial<Pick<Motif, 'vector' | 'sheet' | 'box' | 'parts' | 'fill'>>;

/**
 * Puts new art in the place of a motif's old one. Every placement keeps its place, its angle and its printed
 * size. Art that was only cut anew from its page keeps the page's scale instead, and what shows of it stays
 * where it was: `moved` is how far the middle of its box went on the page, mm.
 */
export const replaceArt = (project: Project, id: string, art: NewArt, moved?: { x: number; y: number }) =>
  edit(project, (d) => {
    const motif = d.motifs.find((m) => m.id === id);
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
    Object.assign(motif, { vector: false, parts: [], fill: null, ...art });
  });

/** New art for a motif that is there; `moved` when it was only cut anew (see replaceArt). */
export type Anew = { motif: string; art: NewArt; moved?: { x: number; y: number } };

/** Takes in a page (or one that is there, run again with other settings) and the motifs that were kept from it. */
export const addSheet = (project: Project, sheet: Sheet, motifs: Motif[], anew: Anew[] = []) => {
  let next = edit(project, (d) => {
    const there = d.sheets.find((s) => s.id === sheet.id);
    if (there) Object.assign(there, sheet);
    else d.sheets.push(sheet);
    d.motifs.push(...motifs);
  });
  for (const { motif, art, moved } of anew) next = replaceArt(next, motif, art, moved);
  return next;
};

/** Takes a motif away with all its placements. The page it came from stays. */
export const removeMotif = (project: Project, id: string) =>
  edit(project, (d) => {
    d.motifs = d.motifs.filter((m) => m.id !== id);
    d.placements = d.placements.filter((p) => p.motif !== id);
  });

/** How the cloth is looked over from now on. */
export const setChecking = (project: Project, change: Partial<Checking>) =>
  edit(project, (d) => {
    Object.assign(d.checking, change);
  });

/** Leaves a finding as it is, with a note of why; or takes that back by its id. */
export const leaveFinding = (project: Project, left: Left) =>
  edit(project, (d) => {
    d.left.push({ ...left, note: left.note.trim().slice(0, 200) });
  });
export const takeUpAgain = (project: Project, id: string) =>
  edit(project, (d) => {
    d.left = d.left.filter((l) => l.id !== id);
  });
