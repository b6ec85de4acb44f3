import { z } from 'zod';
import { length } from './lengths';
import { solidSchema } from './solids';

const vec = z.tuple([length, length, length]);

/** What a part of a view is made of; `print` is the cloth that is being designed. */
const MATERIALS = [
  'print',
  'wall',
  'floor',
  'trim',
  'table',
  'wood',
  'ceramic',
  'paper',
  'reverse',
  'metal',
  'accent',
] as const;
export type Material = (typeof MATERIALS)[number];

const partSchema = z.strictObject({
  is: z.enum(MATERIALS),
  shape: solidSchema,
  at: vec.default([0, 0, 0]),
  /** Degrees: about the upright axis to the right, and tipped back. */
  turn: z.number().min(-360).max(360).default(0),
  tip: z.number().min(-360).max(360).default(0),
  /** How much of the light it throws back as a mirror would, 0 to 1. */
  gloss: z.number().min(0).max(1).default(0),
  /** It stands behind all and throws no shadow. */
  behind: z.boolean().default(false),
  /** The print lies on it turned, by so many quarters clockwise. */
  quarters: z.number().int().min(0).max(3).default(0),
  /** Where on the print its own corner lies, mm; of one that is turned, the corner that it is turned about. */
  from: z.tuple([length, length]).default([0, 0]),
});

/** What is seen of a thing: its parts in a room (mm: to the right, up, to the viewer), and from where. */
export const viewSchema = z.strictObject({
  camera: z.strictObject({
    from: vec,
    at: vec,
    /** How much is seen from top to bottom, degrees. */
    degrees: z.number().min(3).max(100),
  }),
  /** From where the light falls. */
  light: z.tuple([z.number(), z.number(), z.number()]).default([-0.55, 0.75, 0.6]),
  /** Where a hand of a grown person is laid beside it for scale: its wrist, and how it is turned, degrees. */
  hand: z.strictObject({ at: vec, turn: z.number() }).optional(),
  parts: z.array(partSchema).min(1).max(80),
});
export type View = z.infer<typeof viewSchema>;
