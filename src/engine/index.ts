export type { AssetLoader } from './art/art-store';
export type { Work } from './bounds';
export * from './client';
export type { ScreenReport, ScreensAsk } from './colour-services';
export { knownLines, takeLines } from './lines';
export type { SheetOfPaper } from './paper-services';
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
export type { Returned } from './return-services';
export type { SeenTile, TileFile, TileMending } from './tile-services';
export type { ThingAsk, ThingPlaces } from './view-services';
export { Stopped } from './worker-slot';
