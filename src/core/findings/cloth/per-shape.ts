import type { SceneMotif } from '../../render';

/** A measure of a silhouette; `known`: as it was measured before, if it was; `know` tells what was found of it elsewhere. */
type PerShape<T> = ((art: SceneMotif) => T) & {
  known: (art: SceneMotif) => T | undefined;
  know: (art: SceneMotif, found: T) => void;
};

/** Finds something once for each silhouette: art in other colours shares it. */
export function perShape<T>(find: (art: SceneMotif) => T): PerShape<T> {
  const all = new WeakMap<object, { ppi: number; found: T }>();
  const know = (art: SceneMotif, found: T) => void all.set(art.shape ?? art, { ppi: art.ppi, found });
  const known = (art: SceneMotif) => {
    const kept = all.get(art.shape ?? art);
    return kept?.ppi === art.ppi ? kept.found : undefined;
  };
  const measure = (art: SceneMotif) => {
    const found = known(art) ?? find(art);
    know(art, found);
    return found;
  };
  return Object.assign(measure, { known, know });
}
