export { backArt } from './back-art';
export { type FoundPage, findPage } from './find-page';
export { hasTop } from './has-top';
export { fillUnderInk, flatPart, type LineArt, type Region } from './line-art';
export { estimatePaper, evenLight, toneOf } from './paper';
export { commonBox, composeParts, PART_KINDS, type PartKind, partKindOf } from './parts';
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
  clearWhite,
  NoMotifs,
  type Piece,
  piecesOf,
  type ReadPage,
  readPage,
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
export { dirtOn, histogramOf } from './tone-picture';
