import type { Placed } from '../../render';
import type { Found } from '../found';
import { freeOf, layWithRoom, middleGap, movedBy, nearbyPlace, type Work } from '../mending/work';
import type { RowUp } from './measure';

/** How far out of line a piece is moved, in distances between the lines, by attempt; how clear it must lie, in middle gaps; and whether small ones make way. */
const WAYS = [
  { out: 0.24, clear: 0.5, room: false },
  { out: 0.26, clear: 0.45, room: true },
  { out: 0.34, clear: 0.4, room: true },
  { out: 0.42, clear: 0.36, room: true },
];
export const ROW_WAYS = WAYS.length;
/** At most this share of what lies on the lines is moved. */
const MOST = 0.6;
/** How far along its line a piece may go while it makes room, in distances between the lines. */
const ALONG = [0, 0.12, -0.12, 0.25, -0.25];

/**
 * Breaks up rows: what lies on them is moved out of line, one after the other and to both sides in turn, each time the one
 * that has the least way to go, until the rows are no longer told; where there is no room, small ones make way.
 */
export function unrow(work: Work, finding: Found, attempt: number): boolean {
  const f = finding as RowUp;
  const { silhouettes } = work;
  const long = Math.hypot(f.along.x, f.along.y);
  const along = { x: f.along.x / long, y: f.along.y / long };
  const normal = { x: -along.y, y: along.x };
  const { clear, room, out } = WAYS[attempt];
  const gap = middleGap(work) * clear;
  const far = out * f.apartMm;
  const across = (p: Placed, q: Placed) => (p.x - q.x) * normal.x + (p.y - q.y) * normal.y;
  const left = new Set(freeOf(work, f));
  const most = Math.max(1, Math.floor(left.size * MOST));
  for (let moved = 0, side = 0; moved < most; ) {
    const moves = [...left].flatMap((n) => {
      const was = silhouettes.placed(n);
      const suits = (p: Placed) => (side ? side * across(p, was) : Math.abs(across(p, was))) > far;
      const to = nearbyPlace(work, n, gap, suits);
      return to ? [{ n, to, by: movedBy(to, was) }] : [];
    });
    const [least] = moves.sort((p, q) => p.by - q.by);
    let gone: number | null = least?.n ?? null;
    if (least) {
      side = across(least.to, silhouettes.placed(least.n)) > 0 ? -1 : 1;
      silhouettes.set(least.n, least.to);
    } else if (room) {
      const sides = side ? [side] : [1, -1];
      gone = [...left].find((n) => sides.some((s) => made(n, s * far * 1.05))) ?? null;
      if (gone !== null) side = -side;
    }
    if (gone === null) {
      if (!side) return moved > 0;
      side = 0;
      continue;
    }
    left.delete(gone);
    moved++;
    if (!work.check().some((g) => g.kind === 'row-up')) return true;
  }
  return false;

  /** Whether a piece could be laid so far across its line. */
  function made(n: number, by: number): boolean {
    const p = silhouettes.placed(n);
    return ALONG.some((t) => {
      const x = p.x + by * normal.x + t * f.apartMm * along.x;
      const y = p.y + by * normal.y + t * f.apartMm * along.y;
      return layWithRoom(work, n, { ...p, x, y }, gap) !== null;
    });
  }
}
