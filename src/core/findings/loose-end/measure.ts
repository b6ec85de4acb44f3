import type { EdgeName } from '../../returns';
import type { Found } from '../found';

/** A new stroke that leaves at an edge of the picture that it was drawn on: where it comes back, if it does. */
export type LooseEnd = Found & {
  kind: 'loose-end';
  edge: EdgeName;
  alongMm: number;
  back: { edge: EdgeName; alongMm: number; offMm: number; lean: number } | null;
};
/** Something new that stays on its side, nearer the edge than was asked. */
export type NearEdge = Found & { kind: 'near-edge'; edge: EdgeName; mm: number; marginMm: number };

type AtEdge = { x: number; y: number; edge: EdgeName; alongMm: number; nearMm: number | null } & Pick<
  LooseEnd,
  'back'
>;

/** What was drawn on a cloth elsewhere does at the edges of the picture that went out, as findings. */
export const atEdges = ({
  edges,
  marginMm,
}: {
  edges: readonly AtEdge[];
  marginMm: number;
}): (LooseEnd | NearEdge)[] =>
  edges.map(({ x, y, edge, alongMm, nearMm, back }) => {
    const found = { at: { x, y }, placements: [], drawn: true as const };
    return nearMm === null
      ? { ...found, kind: 'loose-end', severity: 'warning', edge, alongMm, back }
      : { ...found, kind: 'near-edge', severity: 'note', edge, mm: nearMm, marginMm };
  });
