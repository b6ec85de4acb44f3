export type { DirectionReport } from './direction';
export { type Direction, lowDirections } from './directions';
export type { Evenness } from './evenness';
export { FINDING_KINDS, type Finding, type FindingKind } from './finding';
export { type CheckOptions, type CheckReport, compareFindings, findings } from './findings';
export { type JoinReport, wrapReport } from './join';
export { type Left, leftAs } from './left';
export { leftOvers } from './left-overs';
export {
  CLOTH_STYLES,
  type ClothStyle,
  type Limits,
  limitsOf,
  PRODUCTS,
  type Product,
  STRICTNESS,
  type Strictness,
} from './limits';
export { layingOutlineOf, outlineOfArt } from './look';
export { CLOTH_MAPS, type ClothMap, clothMap } from './maps';
export { DEFAULT_MENDING, mendWrap, type WrapMending } from './mend-wrap';
export { proveWrap, type WrapProof } from './wrap-proof';
