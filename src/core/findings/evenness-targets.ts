import type { ClothStyle } from './limits';

/**
 * Between which scores the middle half of clean scattered cloths of a style stands: measured on 24 cloths of each style (seeds
 * 11 to 14 of tests/cloths).
 */
const USUAL_SCORES: Record<ClothStyle, [number, number]> = {
  airy: [83, 86],
  even: [84, 87],
  packed: [84, 88],
};

/** A cloth that went out before, and how even it was then. */
export type SentScore = { bolt: string; score: number };

/** So many of one's own are told of; fewer than two say nothing. */
const LAST = 3;
const LEAST = 2;

const between = (list: number[]) => {
  const [low, high] = [Math.min(...list), Math.max(...list)];
  return low === high ? `${low}` : `${low} to ${high}`;
};

/**
 * When a cloth is even enough, in one line: where cloths of its style usually stand, and where the person's own last ones did.
 * @param sent what went out before, the newest last. @param bolt this one: what it had itself says nothing.
 */
export function enoughText(
  score: number,
  style: ClothStyle,
  sent: readonly SentScore[],
  bolt: string,
): string {
  const own = sent.filter((s) => s.bolt !== bolt).slice(-LAST);
  const scores = own.map((s) => s.score);
  const [low, high] = USUAL_SCORES[style];
  const usual = `${style === 'airy' ? 'Airy' : style === 'even' ? 'Even' : 'Packed'} cloths stand at ${low} to ${high}`;
  if (own.length < LEAST) return `${usual}${score >= low ? ': this is enough' : ''}.`;
  const mine = `your last ${own.length === 2 ? 'two' : 'three'} went out at ${between(scores)}`;
  return `${usual}; ${mine}${score >= Math.min(...scores) ? ': this is enough' : ''}.`;
}
