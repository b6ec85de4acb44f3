import type { Point } from '../../lattice';
import type { Placed } from '../../render';

const PIECE = 'piece:';
/** Outlines nearer than this touch, mm. */
const TOUCHES_MM = 0.05;

/** The name of a piece of a picture as a thing on the cloth: its layer, and where it lies, mm. */
export const pieceName = (layer: string, { x, y }: Point): string =>
  `${PIECE}${layer}:${Math.round(x)}:${Math.round(y)}`;

export const isPiece = (id: string | undefined): boolean => id?.startsWith(PIECE) ?? false;

/** The layer that a piece is of, as the scene names it. */
export const layerOfPiece = (id: string): string => id.slice(PIECE.length).replace(/:-?\d+:-?\d+$/, '');

/** Two pieces that touch hung together until a person cut them apart: that they lie close is meant. */
export const wereOne = (a: Placed, b: Placed, gapMm: number): boolean =>
  gapMm < TOUCHES_MM && a.cut === true && b.cut === true;

/** Pieces of one picture lie beside each other: none is on top, however soft their rims are. */
export const besideEachOther = (a: Placed, b: Placed): boolean =>
  isPiece(a.id) && isPiece(b.id) && layerOfPiece(a.id ?? '') === layerOfPiece(b.id ?? '');
