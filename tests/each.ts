/** What a test looks at one after the other: there must be something. @throws where there is nothing. */
export function each<T>(list: Iterable<T>): T[] {
  const all = [...list];
  if (!all.length) throw new Error('There is nothing here to look at.');
  return all;
}
