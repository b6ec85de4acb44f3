export { backArt } from './back-art';
export { type FoundPage, findPage } from './find-page';
export { type FirstLook, firstLook, PAGE_KINDS, type PageKind } from './first-look';
export { findGround } from './ground';
export { hasTop } from './has-top';
export {
  comesBackStraight,
  cutByPage,
  cutOffText,
  type Leaving,
  leavingSheet,
  leavingText,
} from './leaving-sheet';
export { fillUnderInk, flatPart, type LineArt, type Region } from './line-art';
export { estimatePaper, evenLight, toneOf } from './paper';
export { commonBox, composeParts, PART_KINDS, type PartKind, partKindOf } from './parts';
export { cutTo } from './pieces';
export {
  type Arranged,
  type Arrangement,
  AS_CAME,
  arrangementOf,
  type JoinedSheet,
  joinQuarters,
  paperOnBed,
  type Quarter,
  type QuartersOnScan,
  quarterOf,
  quartersOnScan,
} from './quarters';
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
export {
  artIn,
  clearWhite,
  NoMotifs,
  type Piece,
  piecesOf,
  type ReadPage,
  readPage,
  type ShutIn,
  splitPieces,
  toPageOf,
} from './split';
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
export { blotAt, healSpot, type Spot } from './tile/heal';
export { type JoinReport, wrapReport } from './tile/join';
export { DEFAULT_MENDING, mendWrap, type WrapMending } from './tile/mend-wrap';
export { dirtOn, histogramOf } from './tone-picture';
export { type Drawing, wholeDrawing } from './whole';
