import { each, type Loose } from './loose';

/** Version 2 to 3: findings left as they are and inks in place of a motif's own go by the names that they have in code. */
export function from2({ left, ...old }: Loose): Loose {
  return {
    ...old,
    version: 3,
    dismissed: each(left, (f) => ({ ...f, kind: f.kind === 'left-over' ? 'unfinished' : f.kind })),
    placements: each(old.placements, ({ inks, ...p }) => (inks ? { ...p, inkOverrides: inks } : p)),
  };
}
