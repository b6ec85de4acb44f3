import { registry } from '../units';
import { barePatch } from './bare-patch';
import { isPiece } from './cloth/piece-name';
import type { Found } from './found';
import { hairline } from './hairline';
import type { FindingModule, Kind, Mend, Named } from './kind';
import { lane } from './lane';
import { likeInks } from './like-inks';
import { lineWeight } from './line-weight';
import { looseEnd } from './loose-end';
import { pictureLayers } from './picture-layers';
import { printLimits } from './print-limits';
import { rowUp } from './row-up';
import { sliver } from './sliver';
import { touching } from './touching';
import { twins } from './twins';
import { unfinished } from './unfinished';
import { upsideDown } from './upside-down';
import { weight } from './weight';

/** Every measure of a cloth, in the order in which they are made: each is one folder and one line here. */
const FINDINGS = [
  hairline,
  lane,
  barePatch,
  rowUp,
  weight,
  touching,
  twins,
  printLimits,
  lineWeight,
  sliver,
  unfinished,
  upsideDown,
  likeInks,
  pictureLayers,
  looseEnd,
] as const;

/** Something to look at. Lengths are mm; `limit` is from where it is pointed out, `usual` what the rest of the cloth has. */
export type Finding = ReturnType<(typeof FINDINGS)[number]['measure']>[number];
export type FindingKind = Finding['kind'];

/** What tells a finding knows its kind: here only that it is one is known. */
const known = FINDINGS as unknown as readonly FindingModule<Found>[];
export const findingModules = registry(known, (m) => Object.keys(m.kinds));

/** What is known of a kind: its words and how far it reaches. */
export const kindOf = (kind: string): Kind<Found> | undefined => findingModules.of(kind)?.kinds[kind];

/** What mends a kind; undefined when it has to be mended by hand. */
export const mendOf = (kind: string): Mend | undefined =>
  kindOf(kind)?.mends ? findingModules.of(kind)?.mend : undefined;

/** Whether a finding can be mended on the cloth: what is drawn in a picture stays where it is drawn. */
export const isMendable = (f: Found): boolean =>
  mendOf(f.kind) !== undefined && (f.placements.length === 0 || !f.placements.every(isPiece));

const DRAWN = 'What is drawn in a picture is mended there: bring it in again, and it is looked over anew.';

/** A finding in words: the letter of its kind, what it is, why it matters and what to do next. */
export function wordsOf(f: Found, named: Named) {
  const kind = kindOf(f.kind);
  return {
    letter: kind?.letter ?? '?',
    title: kind?.title(f, named) ?? f.kind,
    why: [kind?.why(f, named) ?? '', ...(f.drawn ? [kind?.drawn?.(f, named) ?? DRAWN] : [])].join(' '),
  };
}

/** All kinds, in the order in which a cloth is looked over. */
export const allKinds = (): [string, Kind<Found>][] =>
  findingModules.all().flatMap((m) => Object.entries(m.kinds));
