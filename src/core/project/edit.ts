import { type Draft, produce } from 'immer';
import { latticeOf } from '../lattice';
import { RangeMessage } from '../units';
import { type Project, projectSchema } from './schema';

/**
 * Pure edits: a project in, a new project out, sharing all that did not change. Every edit is checked
 * against the schema, so a project in hand is always a sound one.
 * @throws RangeMessage with the first thing that is wrong.
 */
export function edit(project: Project, change: (draft: Draft<Project>) => void): Project {
  const next = produce(project, change);
  const seen = projectSchema.safeParse(next);
  if (!seen.success) throw new RangeMessage(seen.error.issues[0].message);
  return next;
}

/** The lattice of a document, mm. */
export const latticeMm = (d: Pick<Project, 'brief' | 'layout'>) =>
  latticeOf(d.layout, { width: d.brief.widthMm, height: d.brief.heightMm });
