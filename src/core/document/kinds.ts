import { z } from 'zod';

/**
 * A union of things told apart by their `kind`, one schema each. A kind that is not known (of a later version, or taken out)
 * passes as it is and means nothing: it does no harm, and outlives being kept.
 * @param added the schema of a kind that a registry has beside these.
 */
export function oneOfKinds<T extends Record<string, z.ZodType>>(
  kinds: T,
  added: (kind: string) => z.ZodType | undefined = () => undefined,
) {
  const unknown = z.custom<never>(
    (v) =>
      isObject(v) &&
      typeof v.kind === 'string' &&
      v.kind.length <= 64 &&
      !(v.kind in kinds) &&
      (added(v.kind)?.safeParse(v).success ?? true),
  );
  return z.union([...Object.values(kinds), unknown]) as z.ZodType<z.infer<T[keyof T]>>;
}

const isObject = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null;
