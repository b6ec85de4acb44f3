import type { Placement, Project } from './schema';

/** The placements of these ids, in the document's order. */
export function placementsWith(
  { placements }: Pick<Project, 'placements'>,
  ids: readonly string[],
): Placement[] {
  const wanted = new Set(ids);
  return placements.filter((p) => wanted.has(p.id));
}
