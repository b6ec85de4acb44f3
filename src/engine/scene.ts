import type { Scene } from '../core';
import { sceneMotif } from './art-store';
import type { SceneRequest } from './protocol';

/** A scene in pixels from one that travelled by name. */
export const sceneOf = (request: SceneRequest): Scene => ({
  ground: request.ground,
  split: request.split,
  motifs: new Map(request.arts.map((a) => [a.motif, sceneMotif(a)])),
  placements: request.placements,
  layers: request.layers,
  grain: request.grain,
});
