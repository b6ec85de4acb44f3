export { type FoundPage, findPage } from './find-page';
export { findGround, type GroundField, offGround } from './ground';
export {
  comesBackStraight,
  cutByPage,
  cutOffText,
  type Leaving,
  leavingSheet,
  leavingText,
} from './leaving-sheet';
export { cornersOfArea } from './outline';
export {
  asItIs,
  BLOCK,
  estimatePaper,
  evenLight,
  type Paper,
  paperIsDark,
  type Tone,
  toneOf,
  WHITE_PAPER,
} from './paper';
export {
  type AreaClick,
  type Backing,
  type Corners,
  DEFAULT_BACKING,
  DEFAULT_INTAKE,
  type IntakeSettings,
  type Stroke,
} from './settings';
export { hardShadow } from './shadow';
export { darkAt, type GroundShare, softShadows, takeCrumbs, takeShadowOn } from './soft-shadow';
export {
  cornersAreSound,
  leanOf,
  PAGE_TOO_LARGE,
  pageFits,
  pageMap,
  pageSize,
  quarterTurn,
  squarePage,
  turnCorners,
  wholePicture,
} from './square';
