import { type Motif, motifOf } from '../../core';
import { putAsset } from '../../shelf';
import type { IncomingPage, Origin } from './intake';

/** The name of a file without its ending. */
export const shortName = (name: string) => name.replace(/\.[^.]+$/, '').slice(0, 80) || 'Picture';

/** A drawing or tile of the bolt, from the page that it came in on. */
export const pictureOf = (
  page: Pick<IncomingPage, 'name'>,
  art: Partial<Motif> & Pick<Motif, 'asset' | 'width' | 'height' | 'ppi'>,
  origin: Origin,
): Motif =>
  motifOf({ ...art, id: crypto.randomUUID(), name: shortName(page.name), role: 'secondary', ...origin });

/** The file itself, as it came. */
export const keepPage = (page: IncomingPage) =>
  putAsset(page.sha256, new Blob([page.bytes], { type: `image/${page.type}` }));
