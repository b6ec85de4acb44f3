export { type DrawingTaken, keepDrawing, leavingPage, lookAtPage } from './drawing';
export {
  type CutPiece,
  findPageIn,
  firstGuesses,
  type IncomingFile,
  type IncomingLayers,
  type IncomingPage,
  inspectFile,
  keepLayers,
  keepPage,
  keepVector,
  type Origin,
  type PageLook,
  type PageView,
  type ShutInSight,
  sheetFile,
  split,
  viewPage,
} from './intake';
export { LIFT, liftPieceOff } from './lift';
export {
  type FillSettings,
  fillAsk,
  keepAsParts,
  keepFill,
  motifBitmap,
  regionAt,
  replaceByVector,
  setParts,
  traceMotif,
  viewFill,
} from './motif-art';
export { type DraftOf, dropDraft, keepDraft, readDraft } from './page-draft';
export { keepNow, letGoOfPage, PAGE, withoutDraft } from './page-job';
export {
  cutsText,
  foundText,
  joinSample,
  joinScans,
  laySheet,
  PAPER,
  type SheetInHand,
  sizeText,
} from './paper';
export {
  callGround,
  cutPiece,
  cutThroughMiddle,
  forgetMarks,
  joinPieces,
  pictureInHand,
  piecesInHand,
  type SeenPiece,
  showPieces,
  sizeOf,
  stepPiece,
  takePiece,
  usePieces,
} from './picture-pieces';
export { addPiece, changePieces, makeOneMotif, ownPieces, spanOf, takeInHandApart } from './pieces';
export { addStandIn, STAND_INS, type StandIn } from './stand-ins';
export {
  blotAt,
  layTile,
  layTileNow,
  letGoOfTile,
  mendAgain,
  mendingOf,
  mendTileNow,
  readTile,
  type SeenTile,
  TILE,
  type TileLaid,
  type TileMending,
  type TileUse,
  tileFile,
  tileOf,
} from './tile';
