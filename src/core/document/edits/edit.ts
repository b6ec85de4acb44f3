import { type Draft, enablePatches, type Patch, produceWithPatches } from 'immer';
import type { Project } from '../schema';
import { checkChanged } from './check-changed';

enablePatches();

/** A change to a document: what it is called in the history, and what it does to a draft. It is pure: it reads no other document. */
export type Edit = { label: string; apply: (draft: Draft<Project>) => void };

export const edit = (label: string, change: Edit['apply']): Edit => ({
  label,
  apply: (draft) => {
    change(draft);
  },
});

/** Several edits as one step, under a name of its own. */
export const several = (label: string, edits: readonly Edit[]): Edit => ({
  label,
  apply: (draft) => {
    for (const each of edits) each.apply(draft);
  },
});

/** A document after an edit, with what turns the one before into it, and back (JSON patches as immer writes them). */
export type Applied = { project: Project; patches: Patch[]; inverse: Patch[] };

/**
 * Applies an edit. The new document shares all that did not change; what did change is checked against the schema, so
 * a document in hand is always a sound one.
 * @throws ArgumentError with the first thing that is wrong.
 */
export function applied(project: Project, { apply: change }: Edit): Applied {
  const [next, patches, inverse] = produceWithPatches(project, change);
  if (next !== project) checkChanged(project, next);
  return { project: next, patches, inverse };
}

/** A document after some edits, one after another. */
export const apply = (project: Project, ...edits: Edit[]): Project =>
  edits.reduce((p, e) => applied(p, e).project, project);
