import { effectivePpi, isVector, type Motif, type Project, pxToMm } from '@/core';

/** A motif as the shelf tells of it. */
export type ShelfRow = {
  motif: Motif;
  widthMm: number;
  heightMm: number;
  uses: number;
  /** Fewest ppi among its placements; of the art itself when it is not laid; null for vectors. */
  ppi: number | null;
};

export const SORTS = {
  order: 'as brought in',
  name: 'by name',
  size: 'largest first',
  uses: 'most used first',
  ppi: 'fewest ppi first',
} as const;
export type Sort = keyof typeof SORTS;

/** The motifs of a bolt that answer a search (name, role, source), in the order asked for. */
export function shelfRows(project: Project, search: string, sort: Sort): ShelfRow[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const rows = project.motifs
    .filter((m) => {
      const uses = project.placements.some((p) => p.motif === m.id);
      const text = `${m.name} ${m.role} ${m.source} ${m.permission} ${uses ? '' : 'not laid'}`.toLowerCase();
      return words.every((w) => text.includes(w));
    })
    .map((motif): ShelfRow => {
      const scales = project.placements.filter((p) => p.motif === motif.id).map((p) => p.scale);
      const largest = Math.max(...scales);
      return {
        motif,
        widthMm: pxToMm(motif.width, motif.ppi),
        heightMm: pxToMm(motif.height, motif.ppi),
        uses: scales.length,
        ppi: isVector(motif) ? null : scales.length ? effectivePpi(motif.ppi, largest) : motif.ppi,
      };
    });
  const by: Record<Sort, (a: ShelfRow, b: ShelfRow) => number> = {
    order: () => 0,
    name: (a, b) => a.motif.name.localeCompare(b.motif.name),
    size: (a, b) => b.widthMm * b.heightMm - a.widthMm * a.heightMm,
    uses: (a, b) => b.uses - a.uses,
    ppi: (a, b) => (a.ppi ?? 1e9) - (b.ppi ?? 1e9),
  };
  return rows.sort(by[sort]);
}
