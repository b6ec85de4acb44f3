export { type FirstLook, firstLook, PAGE_KINDS, type PageKind } from './first-look';
export { hasTop } from './has-top';
export { commonBox, composeParts, PART_KINDS, type PartKind, partKindOf } from './parts';
export { cutTo } from './pieces';
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
export { dirtOn, histogramOf } from './tone-picture';
export { type Drawing, wholeDrawing } from './whole';
