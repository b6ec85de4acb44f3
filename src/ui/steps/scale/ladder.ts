import { cellOf, effectivePpi, MM_PER_INCH, type Project, sizeLadder } from '@/core';
import { sessionStore } from '@/session/session';

/** A common width of cloth, mm, in round numbers of each unit. */
export const USUAL_ACROSS = { in: 54 * MM_PER_INCH, cm: 1400 };

/**
 * The sizes that are set side by side, % of the size as it is laid, and the width that repeats are counted across, mm; null: nothing was
 * typed.
 */
export const useRungs = sessionStore<{ shares: number[]; acrossMm: number | null }>(() => ({
  shares: [60, 100, 150],
  acrossMm: null,
}));

/** The motifs of a bolt in their largest size on the cloth, mm, the highest first. */
export const motifsAsLaid = ({ motifs, placements }: Pick<Project, 'motifs' | 'placements'>) =>
  motifs
    .flatMap((m) => {
      const scales = placements.filter((p) => p.motif === m.id).map((p) => p.scale);
      if (!scales.length) return [];
      const mm = (px: number) => (px / m.ppi) * MM_PER_INCH * Math.max(...scales);
      return [{ id: m.id, name: m.name, width: mm(m.width), height: mm(m.height) }];
    })
    .sort((a, b) => b.height - a.height);

/** The cell and the motifs of a bolt at some sizes, times its own, mm. */
export const ladderOf = (project: Project, factors: number[]) =>
  sizeLadder(cellOf(project), motifsAsLaid(project), factors);

/** The least ppi that art has on the cloth as it is laid; infinite for none. */
export const leastPpi = ({ motifs, placements }: Project): number =>
  Math.min(...placements.map((p) => effectivePpi(motifs.find((m) => m.id === p.motif)?.ppi ?? 300, p.scale)));
