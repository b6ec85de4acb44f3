import type { SceneMotif } from '../../render';

/** Finds something once for each silhouette: art in other colours shares it. */
export function perShape<T>(find: (art: SceneMotif) => T): (art: SceneMotif) => T {
  const known = new WeakMap<object, { ppi: number; found: T }>();
  return (art) => {
    const key = art.shape ?? art;
    const kept = known.get(key);
    if (kept?.ppi === art.ppi) return kept.found;
    const found = find(art);
    known.set(key, { ppi: art.ppi, found });
    return found;
  };
}
