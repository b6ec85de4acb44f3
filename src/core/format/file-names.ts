import { ArgumentError } from '../units';
import { slug } from './text';

/** What a name can be made of, in braces, and what each stands for. */
export const NAME_PARTS = {
  design: 'the name of the bolt',
  colourway: 'its colourway',
  part: 'which motif or ink, where each is a file',
  layout: 'how it repeats, and whether it is a block, a cell or a sheet',
  size: 'px across and down',
  ppi: 'how fine it is',
  version: 'how many times it was sent, counting on',
} as const;
export type NamePart = keyof typeof NAME_PARTS;

export const NAME_TEMPLATE = '{design}_{colourway}_{part}_{layout}_{size}_{ppi}';

const MOST = 150;
/** Names that some systems keep for themselves. */
const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)$/i;

/**
 * Names of files by a template: words and parts in braces. A part that is empty goes with the mark beside it.
 * @param files what the parts stand for in each. @returns a name for each, without its extension.
 * @throws ArgumentError for a part or a letter that no name has, a name that is empty or too long, and for two that are the same.
 */
export function fileNames(template: string, files: readonly Partial<Record<NamePart, string>>[]): string[] {
  const unknown = [...template.matchAll(/\{([^{}]*)\}/g)].find(([, part]) => !(part in NAME_PARTS));
  if (unknown)
    throw new ArgumentError(
      `A name has no ${unknown[0]}. It can have ${Object.keys(NAME_PARTS)
        .map((p) => `{${p}}`)
        .join(', ')}.`,
    );
  const letters = template.replace(/\{[^{}]*\}/g, '');
  if (/[^\p{L}\p{N} _.-]/u.test(letters))
    throw new ArgumentError('A name has letters, digits, spaces, hyphens, dots and _; nothing else.');
  const names = files.map((file) => {
    const filled = template.replace(/\{(\w+)\}/g, (_, part: NamePart) => slug(file[part] ?? '', ''));
    const tidy = filled.replace(/([ _.-])[ _.-]*\1/g, '$1').replace(/^[ _.-]+|[ _.-]+$/g, '');
    if (!tidy || RESERVED.test(tidy)) throw new ArgumentError('A file wants a name: put {design} in it.');
    if (tidy.length > MOST) throw new ArgumentError(`A name has up to ${MOST} letters: make it shorter.`);
    return tidy;
  });
  const twice = names.find((name, n) => names.findIndex((o) => o.toLowerCase() === name.toLowerCase()) < n);
  if (twice !== undefined) {
    const tell = (['colourway', 'part'] as const).filter((p) => new Set(files.map((f) => f[p])).size > 1);
    throw new ArgumentError(
      `Two files would be named ${twice}: put ${tell.map((p) => `{${p}}`).join(' and ')} in the name.`,
    );
  }
  return names;
}
