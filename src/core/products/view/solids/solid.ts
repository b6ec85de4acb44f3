import type { z } from 'zod';
import type { Resolve } from '../lengths';
import type { Mesh } from '../mesh';

/** A shape that things are built of: what it is told by, and its surface. Where it is printed, u runs across and v down, mm. */
export type Solid<S extends z.ZodObject = z.ZodObject> = {
  schema: S;
  mesh: (told: z.infer<S>, mm: Resolve) => Mesh;
};

export const solid = <S extends z.ZodObject>(schema: S, mesh: Solid<S>['mesh']): Solid<S> => ({
  schema,
  mesh,
});
