import type { Project } from '../../core';
import { knownLines, linesKey } from '../../engine';
import { artsOf } from '../cloth';

/** The thinnest line on the cloth as it is laid, mm, over the motifs whose lines were measured; null where some were not yet. */
export function thinnestOnCloth(project: Project): number | null {
  const known = knownLines(artsOf(project));
  let least = Number.POSITIVE_INFINITY;
  for (const art of artsOf(project)) {
    const scales = project.placements.filter((p) => p.motif === art.motif && !p.hidden).map((p) => p.scale);
    if (!scales.length) continue;
    const mm = known.get(linesKey(art));
    if (mm === undefined) return null;
    least = Math.min(least, mm * Math.min(...scales));
  }
  return least;
}
