import { LISTS, type Project } from './schema';

/**
 * The document with an id of its own for every member of a list: where two have the same, as in a file that was put together
 * by hand, the later one gets another. What refers to it by that id means the first.
 */
export function withOwnIds(project: Project): Project {
  const changed: Record<string, unknown> = {};
  for (const list of Object.keys(LISTS) as (keyof typeof LISTS)[]) {
    const members = (project[list] ?? []) as { id?: string }[];
    const ids = new Set(members.map((m) => m.id));
    if (ids.size === members.length) continue;
    const seen = new Set<string>();
    changed[list] = members.map((m) => {
      if (m.id === undefined) return m;
      let id = m.id;
      for (let n = 2; seen.has(id) || (id !== m.id && ids.has(id)); n++) id = `${m.id}-${n}`;
      seen.add(id);
      return id === m.id ? m : { ...m, id };
    });
  }
  return { ...project, ...changed };
}
