import type { Finding, Project } from '@/core';
import { small, trim } from '../../parts/lengths';

export const letterOf = (f: Finding): string => ({ 'bare-patch': 'B', 'low-ppi': 'P' })[f.kind];

const motifOf = (f: Extract<Finding, { kind: 'low-ppi' }>, project: Project) => {
  const p = project.placements.find((q) => q.id === f.placement);
  return project.motifs.find((m) => m.id === p?.motif);
};

export function findingTitle(f: Finding, project: Project): string {
  if (f.kind === 'bare-patch') return `Bare patch, ${small(f.widthMm)} wide`;
  return `${motifOf(f, project)?.name ?? 'A motif'} prints at ${trim(f.ppi, 0)} ppi`;
}

export function findingWhy(f: Finding, project: Project): string {
  if (f.kind === 'bare-patch') {
    return `The others are about ${small(f.medianMm)}. Over ${small(f.limitMm)} the eye goes there first: move a motif nearer, or add a filler.`;
  }
  const m = motifOf(f, project);
  const largest = m ? (Math.max(m.width, m.height) / m.ppi) * 25.4 * f.largestScale : 0;
  return `Cloth wants ${f.wantedPpi} or more: use it at ${small(largest)} or smaller, or scan it again at a higher ppi.`;
}
