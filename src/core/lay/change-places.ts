import type { Placed } from '../render';
import type { SilhouetteIndex } from './silhouette-index';

/** How unlike in size two may be that change places, and how much smaller one may become to fit. */
const SIZE = 1.8;
const SMALLER = [1, 0.92, 0.84];
/** Likes are looked for within so many middle gaps; of one colour, within this share of one. */
const BESIDE = 1.6;
const COLOUR = 0.7;
const SAME_BESIDE = 2;
/** The gap that a change leaves at least, unless told, as a share of the middle one. */
const CLEAR = 0.5;

type Rules = {
  locked: Set<number>;
  /** Leading colour by motif; -1 or none: it has none. */
  leads: Map<string, number>;
  /** The middle of the gaps to the nearest neighbours, mm. */
  middle: number;
  /** The least gap that a change may leave, mm. Default half the middle one. */
  least?: number;
  /** Whether a piece may be as it would become. */
  suits?: (p: Placed) => boolean;
};

const areaOf = (silhouettes: SilhouetteIndex, p: Placed) =>
  (silhouettes.outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2;

/** The placement with another motif of the same printed area, or a little less. */
export function asMotif(
  silhouettes: SilhouetteIndex,
  p: Placed,
  motif: string,
  angle: number,
  smaller: number,
): Placed {
  const one = silhouettes.outlines.get(motif)?.areaMm2 ?? 1;
  return { ...p, motif, art: undefined, angle, scale: Math.sqrt(areaOf(silhouettes, p) / one) * smaller };
}

/** Whether a piece clears everything and has none of its like beside it. */
export function liesWell(
  silhouettes: SilhouetteIndex,
  n: number,
  { leads, middle, suits, least = middle * CLEAR }: Rules,
): boolean {
  const p = silhouettes.placed(n);
  if (suits && !suits(p)) return false;
  for (const near of silhouettes.around(n, middle * BESIDE)) {
    if (near.gap < least) return false;
    if (typeof near.piece !== 'number' || near.piece === n) continue;
    const other = silhouettes.placed(near.piece);
    if (other.motif === p.motif) return false;
    const lead = leads.get(p.art ?? p.motif) ?? -1;
    if (lead >= 0 && lead === leads.get(other.art ?? other.motif) && near.gap < middle * COLOUR) return false;
  }
  return true;
}

/**
 * Lets a piece change places with another motif of about its size, each with its own angle, so that none of the two comes to
 * lie beside its like. False, and nothing changed, when none may.
 */
export function changePlaces(silhouettes: SilhouetteIndex, n: number, rules: Rules): boolean {
  const p = silhouettes.placed(n);
  const area = areaOf(silhouettes, p);
  const others = Array.from({ length: silhouettes.count }, (_, m) => m)
    .filter((m) => m !== n && !rules.locked.has(m) && silhouettes.placed(m).motif !== p.motif)
    .map((m) => ({ m, unlike: Math.abs(Math.log(areaOf(silhouettes, silhouettes.placed(m)) / area)) }))
    .filter(({ unlike }) => unlike < Math.log(SIZE))
    .sort((a, b) => a.unlike - b.unlike);
  for (const { m } of others) {
    const q = silhouettes.placed(m);
    for (const smaller of SMALLER) {
      silhouettes.set(n, asMotif(silhouettes, p, q.motif, q.angle, smaller));
      silhouettes.set(m, asMotif(silhouettes, q, p.motif, p.angle, smaller));
      if (liesWell(silhouettes, n, rules) && liesWell(silhouettes, m, rules)) return true;
    }
    silhouettes.set(n, p);
    silhouettes.set(m, q);
  }
  return false;
}

/** How alike in size two of one colour are, to be seen as a pair. */
const ONE_SIZE = 1.45;

/** Whether the same motif, or one of the same leading colour and about its size, lies beside a piece, not much farther than the middle gap. */
export function isBesideItsLike(
  silhouettes: SilhouetteIndex,
  n: number,
  middle: number,
  leads: Map<string, number>,
): boolean {
  const p = silhouettes.placed(n);
  const lead = leads.get(p.motif) ?? -1;
  const area = areaOf(silhouettes, p);
  const likes = new Map<number, number>();
  for (let m = 0; m < silhouettes.count; m++) {
    const q = silhouettes.placed(m);
    if (m === n) continue;
    if (q.motif === p.motif) likes.set(m, SAME_BESIDE * middle);
    else if (lead >= 0 && leads.get(q.motif) === lead) {
      const grow = areaOf(silhouettes, q) / area;
      if (Math.max(grow, 1 / grow) < ONE_SIZE ** 2) likes.set(m, COLOUR * middle);
    }
  }
  return silhouettes
    .around(n, middle * SAME_BESIDE, new Set(likes.keys()))
    .some(({ piece, gap }) => piece !== n && piece !== 'reserve' && gap < (likes.get(piece) ?? 0));
}
