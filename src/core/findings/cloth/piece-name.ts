import type { Point } from '../../lattice';

const PIECE = 'piece:';

/** The name of a piece of a picture as a thing on the cloth: its layer, and where it lies, mm. */
export const pieceName = (layer: string, { x, y }: Point): string =>
  `${PIECE}${layer}:${Math.round(x)}:${Math.round(y)}`;

export const isPiece = (id: string | undefined): boolean => id?.startsWith(PIECE) ?? false;

/** The layer that a piece is of, as the scene names it. */
export const layerOfPiece = (id: string): string => id.slice(PIECE.length).replace(/:-?\d+:-?\d+$/, '');
