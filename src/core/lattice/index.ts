export { homeCell, type InCell } from './home-cell';
export { imagesOf, type Twin, twinned, twinOf } from './images';
export {
  type Alternate,
  cellMiddle,
  cellOutline,
  cellSteps,
  gcd,
  type Lattice,
  type Layout,
  type LayoutKind,
  latticeOf,
  lowestDrop,
  type Point,
  repeatBlock,
  type Size,
} from './layout';
export { LAYOUT_NAME } from './layout-name';
export { blockFits, type PixelPlan, pixelPlan } from './pixel-plan';
export { type TileFit, tileFitIn, tileFitText, timesIn } from './tile-fit';
export { type Turn, uprightTurns } from './turns';
export { type Box, nearestCopy, shiftsInto, wrapPoint } from './wrap';
