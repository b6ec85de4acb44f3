import { layerKind } from './kind';
import { LAYERS } from './schema';

/** Where the motifs are laid; the placements themselves are lists of the document. */
export const placements = layerKind({
  id: 'placements',
  name: 'Motifs',
  taken: 'Motifs',
  schema: LAYERS.placements,
  scene: () => [{ kind: 'placements' }],
  art: () => [],
  printScale: () => null,
  growing: () => [],
});
