import type { ShownThing } from '../schema';
import { type Edit, edit } from './edit';

/** Puts a thing with the design on it on the board, after those that are there. */
export const putOnBoard = (thing: ShownThing): Edit =>
  edit('Put on the board', (d) => {
    d.board.push(thing);
  });

export const takeOffBoard = (id: string): Edit =>
  edit('Taken off the board', (d) => {
    d.board = d.board.filter((t) => t.id !== id);
  });
