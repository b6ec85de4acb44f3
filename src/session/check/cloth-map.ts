import type { ClothMap, Project } from '../../core';
import { clothMap } from '../../engine';
import { loadAsset, sceneRequest } from '../cloth';
import { session, sessionStore } from '../kernel';
import { layKey } from './checks';

/** A map of the cloth as a bitmap of one block, and the document it was made of. */
type MapState = { map: { kind: ClothMap; key: string; bitmap: ImageBitmap } | null };
export const useClothMap = sessionStore<MapState>(() => ({ map: null }));

/** Asks for the map of a document; the newest wish wins. */
export function wantClothMap(project: Project, kind: ClothMap) {
  const { map } = useClothMap.getState();
  const key = layKey(project);
  if (map?.kind === kind && map.key === key) return;
  void session().latest('eye map', {
    run: () => clothMap(sceneRequest(project), kind, loadAsset),
    // When none comes, the cloth stays as it is on the screen.
    keep: (bitmap) => useClothMap.setState({ map: { kind, key, bitmap } }),
  });
}
