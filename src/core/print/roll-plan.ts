import { ArgumentError } from '../units';

/** A door or a window: where it begins from the left of the wall and from its top, and its size, mm. */
export type Opening = { x: number; y: number; width: number; height: number };

export type RollAsk = {
  wall: { width: number; height: number };
  openings?: readonly Opening[];
  roll: { width: number; length: number };
  /** How high the repeat is, mm; 0: a plain one, or one that need not match. */
  repeat: number;
  /** By what share of the repeat each drop hangs lower than the one before it: 0 for a straight match. */
  drop?: number;
  /** What is cut off at the top and at the bottom of each drop together, mm. */
  trim?: number;
};

/** A piece of a roll: which drop of the wall, from where to where on it, and from where on which roll it is cut, mm. */
type RollPiece = {
  drop: number;
  top: number;
  bottom: number;
  roll: number;
  from: number;
  length: number;
};

export type RollPlan = {
  drops: number;
  pieces: RollPiece[];
  rolls: number;
  /** Of what is bought, how much is on the wall, and how much is left over or cut away, mm of roll. */
  used: number;
  waste: number;
  /** What is cut away to match, by itself. */
  matching: number;
};

const MOST = { drops: 2000, openings: 60 };

/** The parts of a drop that are papered: what openings as wide as the drop leave of its height. */
function parts(x0: number, x1: number, height: number, openings: readonly Opening[]): [number, number][] {
  const gone = openings
    .filter((o) => o.x <= x0 + 1e-6 && o.x + o.width >= x1 - 1e-6)
    .map((o): [number, number] => [Math.max(0, o.y), Math.min(height, o.y + o.height)])
    .sort((a, b) => a[0] - b[0]);
  const left: [number, number][] = [];
  let at = 0;
  for (const [from, to] of gone) {
    if (from > at) left.push([at, from]);
    at = Math.max(at, to);
  }
  if (at < height) left.push([at, height]);
  return left;
}

/**
 * How many rolls a wall wants, and where each piece of it is cut from: drops side by side, each beginning at the height of the repeat
 * that meets its neighbour. Each piece is cut from the roll where that costs least; every roll begins at the top of a repeat. What an
 * opening only partly covers is papered over its whole height.
 * @throws ArgumentError for sizes that are not above 0, and a roll too short for a piece.
 */
export function rollPlan({ wall, openings = [], roll, repeat, drop = 0, trim = 0 }: RollAsk): RollPlan {
  if (![wall.width, wall.height, roll.width, roll.length].every((v) => v > 0 && Number.isFinite(v)))
    throw new ArgumentError('A wall and a roll have sizes above 0.');
  if (!(repeat >= 0 && trim >= 0 && drop >= 0 && drop < 1))
    throw new ArgumentError(
      'A repeat and what is trimmed are 0 or more; a drop is less than a whole repeat.',
    );
  const drops = Math.ceil(wall.width / roll.width - 1e-9);
  if (drops > MOST.drops || openings.length > MOST.openings)
    throw new ArgumentError(`Up to ${MOST.drops} drops and ${MOST.openings} openings are planned.`);
  const wanted = Array.from({ length: drops }, (_, n) => {
    const [x0, x1] = [n * roll.width, Math.min(wall.width, (n + 1) * roll.width)];
    return parts(x0, x1, wall.height, openings).map(([top, bottom]) => ({ drop: n, top, bottom }));
  }).flat();
  const ends: number[] = [];
  const pieces: RollPiece[] = [];
  let matching = 0;
  for (const { drop: n, top, bottom } of wanted) {
    const length = bottom - top + trim;
    if (length > roll.length + 1e-9)
      throw new ArgumentError('A roll is shorter than one drop of this wall: choose a longer one.');
    // The height within the repeat that lies at the top of this piece.
    const phase = repeat ? (((top - n * drop * repeat) % repeat) + repeat) % repeat : 0;
    const startOn = (end: number) => {
      if (!repeat) return end;
      const from = Math.ceil((end - phase) / repeat - 1e-9) * repeat + phase;
      return from < end - 1e-9 ? from + repeat : from;
    };
    let best = -1;
    for (const [k, end] of ends.entries()) {
      const from = startOn(end);
      if (from + length > roll.length + 1e-9) continue;
      if (best < 0 || from - end < startOn(ends[best]) - ends[best]) best = k;
    }
    if (best < 0) {
      best = ends.push(0) - 1;
      if (startOn(0) + length > roll.length + 1e-9)
        throw new ArgumentError('A roll is too short for a drop that is to match: choose a longer one.');
    }
    const from = startOn(ends[best]);
    matching += from - ends[best];
    ends[best] = from + length;
    pieces.push({ drop: n, top, bottom, roll: best, from, length });
  }
  const used = pieces.reduce((s, p) => s + p.bottom - p.top, 0);
  return { drops, pieces, rolls: ends.length, used, waste: ends.length * roll.length - used, matching };
}
