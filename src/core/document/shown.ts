import type { Colourway, Project } from './schema';

/** The colourway on show; the first where that is not there. */
export const shownColourway = ({ colourways, shown }: Pick<Project, 'colourways' | 'shown'>): Colourway =>
  colourways.find((c) => c.id === shown) ?? colourways[0];

/** The colour of the ground on show, as hex. */
export const shownGround = (project: Pick<Project, 'colourways' | 'shown'>): string =>
  shownColourway(project).colours[0];
