/** The member of a list at a place, from 0. @throws RangeError where there is none: it is a slip of ours, not of the person's. */
export function nth<T>(list: readonly T[], n: number): T {
  const member = list[n];
  if (member === undefined) throw new RangeError(`A list of ${list.length} has nothing at ${n}.`);
  return member;
}
