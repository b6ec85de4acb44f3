import { counted, effectivePpi, isVector, type Project, productOf, tooManyColours } from '../../core';
import type { Step } from '../cloth';

/** Something that is still open before a file is sent, and the step where it is seen to. */
export type Open = { text: string; step: Step };

/** How many findings want a look, and how much could not be judged; null: the cloth as it is has not been checked. */
type Checked = { warnings: number; unjudged: number } | null;

/**
 * What is still open on a bolt: findings, too few pixels, permissions, motifs that are hidden or only stand in. Nothing of it keeps a
 * file from being made.
 * @param scalesOf how large a drawing or tile is printed, wherever it lies.
 */
export function stillOpen(
  project: Project,
  checked: Checked,
  scalesOf: (picture: Project['pictures'][number]) => number[],
): Open[] {
  const out: Open[] = [];
  if (!checked) out.push({ text: 'The cloth as it is now has not been checked.', step: 'check' });
  else {
    if (checked.warnings)
      out.push({ text: `${counted(checked.warnings, 'finding')} to look at.`, step: 'check' });
    if (checked.unjudged)
      out.push({ text: `${counted(checked.unjudged, 'thing')} that could not be judged.`, step: 'check' });
  }
  const many = tooManyColours(project);
  if (many) out.push({ text: many, step: 'colour' });
  const used = new Set(project.placements.filter((p) => !p.hidden).map((p) => p.motif));
  const laid = project.motifs.filter((m) => used.has(m.id));
  const { wants } = productOf(project.checking.product);
  const coarse = (ppi: number, scales: number[]) =>
    scales.some((v) => effectivePpi(ppi, v) < wants.ppi - 0.5);
  const shown = new Set(project.layers.flatMap((l) => ('picture' in l && !l.hidden ? [l.picture] : [])));
  const pictures = project.pictures.filter((p) => shown.has(p.id));
  const soft = [
    ...laid.filter((m) =>
      coarse(
        m.ppi,
        project.placements.filter((p) => p.motif === m.id && !p.hidden).map((p) => p.scale),
      ),
    ),
    ...pictures.filter((p) => coarse(p.ppi, scalesOf(p))),
  ].filter((m) => !isVector(m));
  if (soft.length)
    out.push({
      text: `${counted(soft.length, 'piece')} of art with fewer than ${wants.ppi} ppi in print: ${named(soft)}.`,
      step: 'scale',
    });
  const unasked = [...laid, ...pictures].filter((m) => m.permission === 'ask');
  if (unasked.length)
    out.push({ text: `No answer yet on the permission for ${named(unasked)}.`, step: 'motifs' });
  const stand = laid.filter((m) => m.standIn);
  if (stand.length) out.push({ text: `Only standing in for finished art: ${named(stand)}.`, step: 'motifs' });
  const hidden = project.placements.filter((p) => p.hidden).length;
  if (hidden) out.push({ text: `${counted(hidden, 'placement')} hidden: not in the file.`, step: 'lay' });
  const layers = project.layers.filter((l) => l.kind !== 'placements' && l.hidden).length;
  if (layers) out.push({ text: `${counted(layers, 'layer')} hidden: not in the file.`, step: 'lay' });
  return out;
}

/** The first names of a list, and how many more. */
function named(motifs: readonly { name: string }[]): string {
  const first = motifs.slice(0, 3).map((m) => m.name);
  const more = motifs.length - first.length;
  return more ? `${first.join(', ')} and ${more} more` : first.join(', ');
}
