import { cellOf, effectivePpi, MM_PER_INCH, type Project, sizeLadder } from '@/core';

/** The sizes that are set side by side: as shares of the size as it is laid, and what they are called. */
export const RUNGS = [
  { factor: 0.6, name: 'Small' },
  { factor: 1, name: 'As laid' },
  { factor: 1.5, name: 'Large' },
];

/** The cell and the motifs of a bolt at each of the sizes, mm. */
export function ladderOf({ brief, motifs, placements }: Project) {
  const printed = motifs.flatMap((m) => {
    const scales = placements.filter((p) => p.motif === m.id).map((p) => p.scale);
    if (!scales.length) return [];
    const mm = (px: number) => (px / m.ppi) * MM_PER_INCH * Math.max(...scales);
    return [{ id: m.id, width: mm(m.width), height: mm(m.height) }];
  });
  const factors = RUNGS.map((r) => r.factor);
  return sizeLadder(cellOf({ brief }), printed, factors);
}

/** The least ppi that art has on the cloth as it is laid; infinite for none. */
export const leastPpi = ({ motifs, placements }: Project): number =>
  Math.min(...placements.map((p) => effectivePpi(motifs.find((m) => m.id === p.motif)?.ppi ?? 300, p.scale)));
