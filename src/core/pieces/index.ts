export type { TorusPicture } from './lab-picture';
export { type Lifted, liftPiece, type PieceCover } from './lift';
export { FINE_AREA, NO_MARKS, type PictureRead, piecesOnTorus } from './pieces-on-torus';
