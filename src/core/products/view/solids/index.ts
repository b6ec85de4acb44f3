import { z } from 'zod';
import { block } from './block';
import { gathers } from './gathers';
import { lathe } from './lathe';
import { pillow } from './pillow';
import { sheet } from './sheet';
import { slab } from './slab';
import type { Solid } from './solid';
import { tube } from './tube';

/** What things are built of: each is one file and one line here. */
const SOLIDS = { sheet, lathe, tube, block, pillow, slab, gathers };

export const solidSchema = z.discriminatedUnion('solid', [
  sheet.schema,
  lathe.schema,
  tube.schema,
  block.schema,
  pillow.schema,
  slab.schema,
  gathers.schema,
]);
type Told = z.infer<typeof solidSchema>;

export const meshOf = (told: Told, mm: Parameters<Solid['mesh']>[1]) =>
  (SOLIDS[told.solid] as unknown as Solid).mesh(told, mm);
