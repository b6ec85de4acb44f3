export { busyAcross, busyAt, busyOf } from './busy';
export { nearerThan, thinnerThan } from './discs';
export { distanceTo } from './distance';
export { labelAreas, labelOnTorus } from './label';
export { LevelRows, levelBytes, pyramidIn } from './level-rows';
export {
  type Level,
  levelSizes,
  levelsFrom,
  type Pyramid,
  pyramidOf,
  reduceTo,
  straightOf,
  unpremultiply,
} from './pyramid';
export { crop, differingPixels, newRaster, type Raster, rollRaster } from './raster';
export { resample, rowsOf } from './resample';
export { joinRuns, type Runs, runsBetween, runsOf } from './runs';
export { shrink } from './shrink';
export { type Room, roomOnTorus, type Torus, torusIndex, torusOf } from './torus';
