import { LruCache } from '../../core';
import { type ArtRequest, linesKey } from '../protocol';

/** The thinnest line of so many pictures is kept, mm at scale 1, by what it hangs on: it holds for every bolt. */
const MOST = 4000;
const known = new LruCache<number>(MOST, () => 1);

/** Measures the lines of each picture that is not known yet, so many at once, as long as it is wanted. */
export async function measureEach(
  arts: ArtRequest[],
  measure: (art: ArtRequest) => Promise<number>,
  atOnce: number,
  wanted: () => boolean,
): Promise<void> {
  const rest = new Map(arts.map((art) => [linesKey(art), art])).entries();
  const next = async () => {
    // All take from the one list.
    for (const [key, art] of rest) {
      if (!wanted()) return;
      if (known.get(key) === undefined) known.keep(key, await measure(art));
    }
  };
  await Promise.all(Array.from({ length: atOnce }, next));
}

/** What is known of these pictures so far. */
export const knownLines = (arts: ArtRequest[]): Map<string, number> =>
  new Map(
    arts.flatMap((art): [string, number][] => {
      const mm = known.get(linesKey(art));
      return mm === undefined ? [] : [[linesKey(art), mm]];
    }),
  );

/** What was measured and kept before. */
export function takeLines(kept: Iterable<[key: string, mm: number]>) {
  for (const [key, mm] of kept) known.keep(key, mm);
}
