import { z } from 'zod';

/** A length, mm: a number, or one that follows the size of the thing ("its width, twice, and 10 more"). */
export const length = z.union([
  z.number().min(-20_000).max(20_000),
  z.strictObject({
    width: z.number().min(-20).max(20).default(0),
    height: z.number().min(-20).max(20).default(0),
    plus: z.number().min(-20_000).max(20_000).default(0),
  }),
]);
type Length = z.infer<typeof length>;

/** Gives a length of a thing in mm. */
export type Resolve = (length: Length) => number;

/** Lengths of a thing of some size, mm. */
export const lengthsOf =
  (size: { width: number; height: number }): Resolve =>
  (l) =>
    typeof l === 'number' ? l : l.width * size.width + l.height * size.height + l.plus;
