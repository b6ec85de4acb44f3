import { z } from 'zod';
import { ROOMS } from '../products';
import { LIMITS } from '../units';
import { id, kind, point } from './fields';

/** A thing with the design on it, as it was put on the board: how large its print is, and how the repeat lies on it. */
export const shownThingSchema = z.object({
  id,
  product: kind,
  widthMm: z.number().min(LIMITS.minMm).max(LIMITS.maxMm),
  heightMm: z.number().min(LIMITS.minMm).max(100_000),
  /** How many times its own size the design is, and how far it is moved, mm. */
  times: z.number().min(0.02).max(50),
  from: point,
  room: z.enum(ROOMS),
  colourway: id,
  /** Widths of it that hang beside each other match. */
  matched: z.boolean(),
});

/** So many things come on a board. */
export const MOST_ON_BOARD = 6;
