import { z } from 'zod';
import { BLENDS, type PieceMarks } from '../../render';
import { id, opacity, placeMm, SCALE } from '../fields';

/** A place on a picture, in shares of its width and height; on a copy beside it, beyond them. */
const share = z.object({ x: z.number().min(-4).max(5), y: z.number().min(-4).max(5) });
/** What a person said of the pieces that are seen in a picture: two that are one, lines to cut along, places that are ground. */
const marksSchema = z.object({
  joins: z.array(z.array(share).length(2)).max(200),
  cuts: z.array(z.array(share).min(2).max(40)).max(200),
  ground: z.array(share).max(400),
}) satisfies z.ZodType<PieceMarks>;

/** What a layer has beside what lies on it. */
const layer = {
  id,
  hidden: z.boolean().optional(),
  blend: z.enum(BLENDS).optional(),
  opacity: opacity.optional(),
  marks: marksSchema.optional(),
};
/** The kinds of layer that ship with the product. Of placements there is one layer. */
export const LAYERS = {
  placements: z.object({ kind: z.literal('placements'), id }),
  /** One drawing laid once a cell: its middle in mm from the cell's corner. */
  drawing: z.object({
    kind: z.literal('drawing'),
    ...layer,
    picture: id,
    x: placeMm,
    y: placeMm,
    scale: z.number().min(SCALE.least).max(SCALE.most),
  }),
  /** A picture that repeats by itself: of its own size, laid straight, or (null) one to a cell, as the layout lays cells. */
  tile: z.object({
    kind: z.literal('tile'),
    ...layer,
    picture: id,
    size: z
      .object({ widthMm: z.number().min(1).max(3000), heightMm: z.number().min(1).max(3000) })
      .nullable(),
    /** Printed in the bolt's inks, as it is, or all of it in one ink. */
    colour: z.union([
      z.object({ as: z.enum(['inks', 'itself']) }),
      z.object({ as: z.literal('ink'), ink: id }),
    ]),
  }),
};

type Layers = { [K in keyof typeof LAYERS]: z.infer<(typeof LAYERS)[K]> };
export type Layer = Layers[keyof Layers];
export type DrawingLayer = Layers['drawing'];
export type TileLayer = Layers['tile'];
