export { fillSheet, renderBlock, renderWindow } from './block';
export {
  GRAINS,
  type GrainLayer,
  type GrainTexture,
  grainRows,
  type SceneGrain,
  shadeOf,
  wearOf,
} from './grain';
export { artOf, BLENDS, type Blend, type Placed, type Scene, type SceneMotif, turnOf } from './scene';
export { spriteOf } from './sprite';
