export { type CopyHit, hitTest, reachOf, type Silhouette } from './hit-test';
