/** A document of which nothing is known yet but that it is an object. */
export type Loose = Record<string, unknown>;

/** A list of a document, member by member; none where there is no list. */
export const each = (list: unknown, change: (member: Loose) => Loose): Loose[] =>
  Array.isArray(list) ? (list as Loose[]).map(change) : [];
