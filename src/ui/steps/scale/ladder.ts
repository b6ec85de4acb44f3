import {
  cellOf,
  MM_PER_INCH,
  type MotifRole,
  type Project,
  productOf,
  repeatBlock,
  repeatsAcross,
  sizeLadder,
} from '@/core';
import { thinnestOnCloth } from '@/session/check';
import { heldPpi } from '@/session/cloth';
import { sessionStore } from '@/session/kernel';

/** A common width of cloth, mm, in round numbers of each unit. */
export const USUAL_ACROSS = { in: 54 * MM_PER_INCH, cm: 1400 };

/**
 * The sizes that are set side by side, times the size as it is laid, whether they are told by the width of the repeat or in percent, the
 * width that repeats are counted across and that of the piece of cloth that is shown, mm; null: nothing was typed.
 */
export const useRungs = sessionStore<{
  factors: number[];
  by: 'width' | 'share';
  acrossMm: number | null;
  windowMm: number | null;
}>(() => ({ factors: [0.6, 1, 1.5], by: 'share', acrossMm: null, windowMm: null }));

/** The motifs of a bolt in their largest size on the cloth, mm, the highest first. */
export const motifsAsLaid = ({ motifs, placements }: Pick<Project, 'motifs' | 'placements'>) =>
  motifs
    .flatMap((m) => {
      const scales = placements.filter((p) => p.motif === m.id).map((p) => p.scale);
      if (!scales.length) return [];
      const mm = (px: number) => (px / m.ppi) * MM_PER_INCH * Math.max(...scales);
      return [{ id: m.id, name: m.name, role: m.role, width: mm(m.width), height: mm(m.height) }];
    })
    .sort((a, b) => b.height - a.height);

const ROLES: MotifRole[] = ['hero', 'secondary', 'filler'];

/** What a design is at some sizes: its repeat and the highest motif of each role, mm, its thinnest line, its ppi, and what no longer prints. */
export function rungsOf(project: Project, factors: number[], acrossMm: number) {
  const asLaid = motifsAsLaid(project);
  const leaders = ROLES.flatMap((role) => asLaid.find((m) => m.role === role) ?? []);
  const least = heldPpi(project);
  const line = thinnestOnCloth(project);
  const { wants } = productOf(project.checking.product);
  return sizeLadder(cellOf(project), leaders, factors).map(({ factor, cell, motifs }) => {
    const block = repeatBlock(project.layout, cell);
    const ppi = least / factor;
    const lineMm = line === null ? null : line * factor;
    return {
      ...{ factor, cell, block, ppi, lineMm },
      leaders: leaders.map((m, n) => ({ ...m, height: motifs[n]?.height ?? 0 })),
      across: repeatsAcross(acrossMm, block.width),
      fewPpi: ppi < wants.ppi,
      thin: lineMm !== null && lineMm < wants.lineMm,
    };
  });
}
