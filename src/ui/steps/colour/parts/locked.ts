import type { Project } from '@/core';
import { wayShown } from '@/state/trial';

/** The numbers of the inks that are locked in the colourway on show. */
export const lockedNumbers = (project: Project): number[] =>
  project.inks.flatMap((ink, n) => (wayShown(project).locked.includes(ink.id) ? [n] : []));
