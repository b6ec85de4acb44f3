import { z } from 'zod';
import { length, photoSchema, type View, viewSchema } from './view';

/** A size in inches or cm. */
const side = z.number().positive().max(5000);
const size = z.strictObject({ width: side, height: side });
const sizes = z.array(size).min(1).max(12);

/** What is made of it: in which sizes, how it is printed, and how it is looked at. */
const goodsSchema = z.strictObject({
  name: z.string().min(1).max(80),
  /** How large the print of it is, in each unit; which of them is usual, from 0. */
  sizes: z.strictObject({ in: sizes, cm: sizes }),
  usual: z.number().int().min(0).default(0),
  /** Whoever prints it repeats a block, or prints one sheet that is as large as the goods. */
  prints: z.enum(['block', 'sheet']),
  /** So much more is printed all round, to be cut off or sewn in, mm. */
  bleedMm: z.number().min(0).max(100),
  /** It comes in widths that are hung or sewn beside each other, each this wide. */
  cutEvery: length.optional(),
  /** It is looked at one way up; else from all sides, and what has a top stands on its head on some. */
  upright: z.boolean().default(true),
  /** It goes round something of this girth and meets itself. */
  meets: length.optional(),
  /** It is built of shapes in a room, or it is a photograph. */
  view: z.union([viewSchema, photoSchema]),
});

/** Something that the cloth is printed for. */
export const productSchema = z.strictObject({
  id: z.string().min(1).max(64),
  name: z.string().min(1).max(80),
  /** What it is made of, as a sentence begins: "Cloth wants 150 ppi". */
  material: z.string().min(1).max(80),
  /** The least that a print of it holds: ppi of the art, thinnest line and smallest gap in mm. */
  wants: z.strictObject({
    ppi: z.number().positive().max(2400),
    lineMm: z.number().positive().max(100),
    gapMm: z.number().positive().max(100),
  }),
  /** A cell that is often chosen for it, in each unit, its ppi and layout. */
  usual: z.strictObject({
    in: size,
    cm: size,
    ppi: z.number().positive(),
    layout: z.enum(['straight', 'half-drop', 'brick', 'diamond']),
  }),
  /** One thing that is made, not something that is printed by the length or in general. */
  made: z.boolean().default(false),
  goods: goodsSchema.optional(),
});

export type Product = z.infer<typeof productSchema>;
export type Wants = Product['wants'];
export type Goods = z.infer<typeof goodsSchema>;

/** How goods are built of shapes in a room; null where they are a photograph. */
export const builtView = ({ view }: Pick<Goods, 'view'>): View | null => ('parts' in view ? view : null);
