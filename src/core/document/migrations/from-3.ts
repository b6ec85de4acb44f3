import { each, type Loose } from './loose';

/** What the art of a version 3 motif is made of. */
function artOf({ vector, parts, fill }: Loose): Loose {
  if (fill) return { kind: 'filled', parts, fill };
  if (Array.isArray(parts) && parts.length) return { kind: 'parts', parts };
  return { kind: vector ? 'vector' : 'pixels' };
}

/** Version 3 to 4: a cell holds a ground, layers and a grain; art is of one kind. */
export const from3 = (old: Loose): Loose => ({
  ...old,
  version: 4,
  motifs: each(old.motifs, ({ vector, parts, fill, ...m }) => ({
    ...m,
    art: artOf({ vector, parts, fill }),
  })),
  pictures: [],
  ground: { kind: 'plain' },
  layers: [{ kind: 'placements', id: 'placements' }],
});
