import { type Project, shownColourway } from '@/core';
import { useBolt } from '@/session/bolt';

/**
 * The colourway on show as it is now, and the numbers of the inks that are locked in it. A part of the tray is drawn a
 * moment after the cloth: what a press does goes by this, not by what the part was drawn from.
 */
export function currentColourway(drawnFrom: Project) {
  const project = useBolt.getState().project ?? drawnFrom;
  const way = shownColourway(project);
  const locked = project.inks.flatMap((ink, n) => (way.locked.includes(ink.id) ? [n] : []));
  return { project, way, locked };
}
