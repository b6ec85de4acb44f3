export * from './client';
export { knownLines, takeLines } from './client/lines';
export type {
  ArtRequest,
  CutArt,
  FileProof,
  Incoming,
  InksAsk,
  LayRequest,
  PageLook,
  PageView,
  PieceRequest,
  Proof,
  ProofSeen,
  SceneRequest,
  SendAsk,
  ShutInSight,
} from './protocol';
export { FAR_OFF, linesKey, MARKED } from './protocol';
export type { ScreenReport, ScreensAsk } from './services/colour';
export type { ThingAsk, ThingPlaces } from './services/mockups';
export type { SheetOfPaper } from './services/paper';
export type { Returned } from './services/returns';
export type { SeenTile, TileFile, TileMending } from './services/tiles';
export type { Work } from './wire/bounds';
export { Stopped } from './wire/worker-slot';
