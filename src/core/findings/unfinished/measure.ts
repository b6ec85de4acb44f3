import type { Placed, Scene } from '../../render';
import type { LayerRead } from '../cloth/read-layers';
import type { Found } from '../found';
import { specksOf } from './specks';

/** What may be left undone. */
export type UnfinishedSort = 'covered' | 'specks' | 'stand-in' | 'permission' | 'hidden' | 'locked';
export type Unfinished = Found & { kind: 'unfinished'; what: UnfinishedSort; count: number };

/** What is known of the things on the cloth beside how they look. */
export type AboutPlacement = Placed & { id: string; hidden?: boolean; locked?: boolean };
export type AboutMotif = { id: string; standIn?: boolean; permission: string };

/** Less of a motif in sight than this, and it might as well not be there. */
const IN_SIGHT = 0.03;

/**
 * What was left undone: things wholly covered by others, stand-ins, permissions not answered, things hidden or locked.
 * @param seen share of each that stays in sight, by id. @param pictures drawings and tiles that are on the cloth.
 */
export function leftUndone(
  placements: AboutPlacement[],
  motifs: AboutMotif[],
  seen: Map<string, number>,
  pictures: AboutMotif[] = [],
): Unfinished[] {
  const tell = (what: UnfinishedSort, list: AboutPlacement[]): Unfinished[] =>
    list.length
      ? [
          {
            kind: 'unfinished',
            severity: what === 'covered' || what === 'stand-in' ? 'warning' : 'note',
            at: { x: list[0].x, y: list[0].y },
            placements: list.map((p) => p.id),
            what,
            count: list.length,
          },
        ]
      : [];
  const of = (is: (m: AboutMotif) => boolean) => {
    const ids = new Set(motifs.filter(is).map((m) => m.id));
    return placements.filter((p) => ids.has(p.motif));
  };
  return [
    ...tell(
      'covered',
      placements.filter((p) => (seen.get(p.id) ?? 1) < IN_SIGHT),
    ),
    ...tell(
      'stand-in',
      of((m) => m.standIn === true),
    ),
    ...tell(
      'permission',
      of((m) => m.permission === 'ask'),
    ),
    ...unasked(pictures.filter((m) => m.permission === 'ask').length),
    ...tell(
      'hidden',
      placements.filter((p) => p.hidden),
    ),
    ...tell(
      'locked',
      placements.filter((p) => p.locked),
    ),
  ];
}

/** Drawings and tiles whose permission was not answered. */
const unasked = (count: number): Unfinished[] =>
  count
    ? [
        {
          kind: 'unfinished',
          severity: 'note',
          at: { x: 0, y: 0 },
          placements: [],
          what: 'permission',
          count,
        },
      ]
    : [];

/** One finding for all motifs with specks about them. */
export function specksAbout(scene: Scene): Unfinished[] {
  const with1 = scene.placements.filter((p) => {
    const art = scene.motifs.get(p.motif);
    return art && specksOf(art) > 0;
  });
  if (!with1.length) return [];
  const kinds = [...new Set(with1.map((p) => p.motif))];
  const count = kinds.reduce((s, motif) => s + specksOf(scene.motifs.get(motif)!), 0);
  return [
    {
      kind: 'unfinished',
      severity: 'note',
      at: { x: with1[0].x, y: with1[0].y },
      placements: with1.map((p) => p.id ?? ''),
      what: 'specks',
      count,
    },
  ];
}

/** One finding for the specks in drawings and tiles. */
export function specksIn(layers: readonly LayerRead[]): Unfinished[] {
  const count = layers.reduce((s, l) => s + (l.doubt ? 0 : l.specks), 0);
  return count
    ? [{ kind: 'unfinished', severity: 'note', at: { x: 0, y: 0 }, placements: [], what: 'specks', count }]
    : [];
}
