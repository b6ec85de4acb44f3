import { applyPatches } from 'immer';
import { z } from 'zod';
import type { Project } from '../schema';
import { checkChanged } from './check-changed';
import type { Applied, Edit } from './edit';

const patchSchema = z.object({
  op: z.enum(['replace', 'remove', 'add']),
  path: z.array(z.union([z.string(), z.number()])),
  value: z.unknown().optional(),
});

/** A step of the history as it is kept: what was done, when, and what turns the document into the next one and back. */
export const stepSchema = z.object({
  label: z.string().max(80),
  at: z.iso.datetime(),
  patches: z.array(patchSchema),
  inverse: z.array(patchSchema),
});
export type Step = z.infer<typeof stepSchema>;

export const stepOf = ({ label }: Edit, { patches, inverse }: Applied, at: string): Step => ({
  label,
  at,
  patches,
  inverse,
});

/** Two steps as one: what is set twice is set once, to the last; undone, to what was there first. */
export const joinSteps = (a: Step, b: Step): Step => ({
  ...b,
  patches: lastOfEach([...a.patches, ...b.patches]),
  inverse: lastOfEach([...b.inverse, ...a.inverse]),
});

/** Of patches that only set values, the last for each place; others stay as they are. */
function lastOfEach(patches: Step['patches']): Step['patches'] {
  if (patches.some((p) => p.op !== 'replace')) return patches;
  const keys = patches.map((p) => p.path.join('/'));
  // Where one place lies within another their order counts.
  const places = new Set(keys);
  const within = (path: Step['patches'][number]['path']) =>
    path.some((_, n) => n > 0 && places.has(path.slice(0, n).join('/')));
  if (patches.some((p) => within(p.path))) return patches;
  return [...new Map(patches.map((p, n) => [keys[n], p])).values()];
}

/**
 * A document after some patches, checked where it changed.
 * @throws ArgumentError when it would not be sound; immer's error when they are of another document.
 */
export function patched(project: Project, patches: Step['patches']): Project {
  const next = applyPatches(project, patches);
  checkChanged(project, next);
  return next;
}
