import { z } from 'zod';

const size = z.object({ width: z.number().positive(), height: z.number().positive() });

/** Something that the cloth is printed for. */
export const productSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1),
  /** What it is made of, as a sentence begins: "Cloth wants 150 ppi". */
  material: z.string().min(1),
  /** The least that a print of it holds: ppi of the art, thinnest line and smallest gap in mm. */
  wants: z.object({
    ppi: z.number().positive(),
    lineMm: z.number().positive(),
    gapMm: z.number().positive(),
  }),
  /** A cell that is often chosen for it, in each unit, its ppi and layout. */
  usual: z.object({
    in: size,
    cm: size,
    ppi: z.number().positive(),
    layout: z.enum(['straight', 'half-drop', 'brick', 'diamond']),
  }),
});

export type Product = z.infer<typeof productSchema>;
export type Wants = Product['wants'];
