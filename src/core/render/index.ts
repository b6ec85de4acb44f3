export { fillSheet, renderBlock, renderWindow } from './block';
export { type Placed, type Scene, type SceneMotif, turnOf } from './scene';
