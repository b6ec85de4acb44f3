import type { Placed } from '../render';
import type { Finding, LeftOver } from './finding';

/** What is known of the things on the cloth beside how they look. */
export type AboutPlacement = Placed & { id: string; hidden?: boolean; locked?: boolean };
export type AboutMotif = { id: string; standIn?: boolean; permission: string };

/** Less of a motif in sight than this, and it might as well not be there. */
const IN_SIGHT = 0.03;

/**
 * What was left undone: things wholly covered by others, stand-ins, permissions not answered, things hidden or locked.
 * @param seen share of each that stays in sight, by id.
 */
export function leftOvers(
  placements: AboutPlacement[],
  motifs: AboutMotif[],
  seen: Map<string, number>,
): Finding[] {
  const tell = (what: LeftOver, list: AboutPlacement[]): Finding[] =>
    list.length
      ? [
          {
            kind: 'left-over',
            severity: what === 'covered' || what === 'stand-in' ? 'look' : 'note',
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
