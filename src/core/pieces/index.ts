export type { TorusPicture } from './lab-picture';
export { NO_MARKS, type PictureRead, type PieceMarks, piecesOnTorus } from './pieces-on-torus';
