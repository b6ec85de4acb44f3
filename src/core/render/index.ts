export { fillSheet, type Prepared, prepare, renderBlock, renderWindow } from './block';
export { type Copy, copiesIn } from './copies';
export {
  GRAINS,
  type GrainLayer,
  type GrainTexture,
  grainRows,
  type SceneGrain,
  shadeOf,
  wearOf,
} from './grain';
export {
  artOf,
  BLENDS,
  type Blend,
  kindOfPlaced,
  kinOfPlaced,
  layersOf,
  type PieceMarks,
  type Placed,
  type Scene,
  type SceneLayer,
  type SceneMotif,
  type SceneSplit,
  turnOf,
} from './scene';
export { inkShares, splitPatterns } from './split';
export { spriteOf } from './sprite';
export {
  depthAtScale,
  finestLevel,
  levelsToRender,
  type SceneOutline,
  scaleOf,
  type WantedLevel,
} from './wanted-levels';
