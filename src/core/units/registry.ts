/** Things of one sort by their names: each is one object and one line in the list that the registry is made of. */
export type Registry<T> = {
  /** All of them, in their order. */
  all: () => readonly T[];
  /** The one of that name; undefined when there is none, or no more. */
  of: (id: string) => T | undefined;
  /** Adds one at the end, or in the place of one of its name; what takes it out again is returned. */
  add: (entry: T) => () => void;
  /** Takes the one of that name out. */
  remove: (id: string) => void;
};

/** A registry of these, known by `idsOf` (one may have several names). */
export function registry<T>(entries: readonly T[], idsOf: (entry: T) => string[]): Registry<T> {
  let list: readonly T[] = entries;
  return {
    all: () => list,
    of: (id) => list.find((e) => idsOf(e).includes(id)),
    remove(id) {
      list = list.filter((e) => !idsOf(e).includes(id));
    },
    add(entry) {
      const before = list;
      const ids = idsOf(entry);
      list = [...list.filter((e) => !idsOf(e).some((id) => ids.includes(id))), entry];
      return () => {
        list = before;
      };
    },
  };
}
