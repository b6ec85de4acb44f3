export { type Direction, lowDirections } from './cloth/directions';
export { levelsToCheck } from './cloth/levels-to-check';
export { layingOutlineOf, outlineOfArt } from './cloth/measures';
export { isPiece, layerOfPiece } from './cloth/piece-name';
export type { Frame } from './cloth/read-layers';
export { type Dismissed, matchDismissed } from './dismissed';
export type { Evenness } from './evenness';
export { enoughText, type SentScore } from './evenness-targets';
export type { Found } from './found';
export { rendersEdges } from './hairline/measure';
export type {
  Extent,
  Fault,
  FindingModule,
  Kind,
  Measured,
  Mend,
  Named,
  Spoilt,
} from './kind';
export { type LiftedOff, liftOff } from './lift-off';
export {
  CLOTH_STYLES,
  type ClothStyle,
  type Limits,
  limitsOf,
  STRICTNESS,
  type Strictness,
} from './limits';
export { atEdges } from './loose-end/measure';
export { CLOTH_MAPS, type ClothMap, clothMap } from './maps';
export { type Mended, mend, mendParts } from './mending/mend';
export { asThings, cellPicture } from './practice/as-things';
export { type Marked, markPin } from './practice/lesson';
export { faults, type Planted, plantFault, toldAs } from './practice/plant';
export { type LinePicture, levelForLines, lineIn, linePictureOf, thinnestLine } from './print-limits/line';
export {
  allKinds,
  type Finding,
  type FindingKind,
  findingModules,
  isMendable,
  kindOf,
  mendOf,
  wordsOf,
} from './registry';
export { type CheckOptions, type CheckReport, compareFindings, type PictureReport, runCheck } from './report';
export { goneAndNew, type SeenFinding } from './seen';
export { proveWrap, type WrapProof } from './tile/wrap-proof';
export { leftUndone } from './unfinished/measure';
export type { DirectionReport } from './upside-down/measure';
