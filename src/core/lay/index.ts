export { AGAIN, AGAIN_RULES, type AgainRule, type AgainWhere, againAt, laidAgain } from './again';
export { asMotif, changePlaces, liesWell } from './change-places';
export { type Filler, FREE_ANGLES, fillGap, type Offer } from './fill';
export { largestFit } from './fit';
export { type Forecast, forecast, type Usual } from './forecast';
export { boxSilhouette, type CopyHit, hitTest, reachOf, type Silhouette } from './hit-test';
export { type Outline, outlineOf, trueOutlineOf } from './outline';
export { seededRandom } from './random';
export {
  DIRECTIONS,
  type Directions,
  type Scattered,
  type ScatterMotif,
  type ScatterRules,
  scatter,
} from './scatter';
export { type PlannedMotif, type PlannedSort, scatterPlan } from './scatter-plan';
export { type SettleOptions, settle } from './settle';
export { shareOut } from './share-out';
export { gapSpread, type Reserved, SilhouetteIndex } from './silhouette-index';
export { type Snap, type SnapLine, type SnapScene, snapMove, specialPoints } from './snap';
export { SYMMETRIES, type Symmetry, symmetric, symmetryCount } from './symmetry';
export { placementsWithin } from './within';
