import type { z } from 'zod';
import { ArgumentError } from '../../units';
import { FIELDS, LISTS, type ListRule, type Project, whatIsAmiss } from '../schema';

/**
 * Checks what differs between two documents, the first of which is sound: fields by themselves, of lists only the
 * members that were not there before.
 * @throws ArgumentError with the first thing that is wrong.
 */
export function checkChanged(before: Project, after: Project) {
  for (const key of Object.keys(FIELDS) as (keyof Project)[]) {
    if (after[key] === before[key]) continue;
    if (!isList(key)) refuse(FIELDS[key].safeParse(after[key]));
    else {
      const { each, least = 0, most, refusal }: ListRule = LISTS[key];
      const there = new Set<unknown>(before[key]);
      const now: unknown[] = after[key];
      if (now.length < least || now.length > most) throw new ArgumentError(refusal);
      for (const member of now) if (!there.has(member)) refuse(each.safeParse(member));
    }
  }
  const amiss = whatIsAmiss(after);
  if (amiss) throw new ArgumentError(amiss);
}

const isList = (key: keyof Project): key is keyof typeof LISTS => key in LISTS;

function refuse(seen: z.ZodSafeParseResult<unknown>) {
  if (!seen.success) throw new ArgumentError(seen.error.issues[0].message);
}
