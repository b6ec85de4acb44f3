import { create } from 'zustand';
import type { ClothMap, Project } from '../core';
import { clothMap } from '../engine';
import { loadAsset, sceneRequest } from './arts';
import { layKey } from './checks';

/** A map of the cloth as a bitmap of one block, and the document it was made of. */
type MapState = { map: { kind: ClothMap; key: string; bitmap: ImageBitmap } | null };
export const useEyeMap = create<MapState>()(() => ({ map: null }));

let wanted: { project: Project; kind: ClothMap } | null = null;
let busy = false;

/** Asks for the map of a document; the newest wish wins. */
export function wantEyeMap(project: Project, kind: ClothMap) {
  const { map } = useEyeMap.getState();
  if (map?.kind === kind && map.key === layKey(project)) return;
  wanted = { project, kind };
  if (!busy) void round();
}

async function round() {
  busy = true;
  while (wanted) {
    const { project, kind } = wanted;
    wanted = null;
    try {
      const bitmap = await clothMap(sceneRequest(project), kind, loadAsset);
      useEyeMap.setState({ map: { kind, key: layKey(project), bitmap } });
    } catch {
      // The cloth stays as it is on the screen.
      break;
    }
  }
  busy = false;
}
