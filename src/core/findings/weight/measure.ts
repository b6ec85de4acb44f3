import { nearestCopy, type Point, wrapPoint } from '../../lattice';
import { kinOfPlaced } from '../../render';
import type { ClothMeasures } from '../cloth/measures';
import { blurOnTorus, peaksOf } from '../cloth/weight';
import type { Found } from '../found';
import type { Limits } from '../limits';

export type HeavySpot = Found & { times: number; limit: number; widthMm: number } & (
    | {
        kind: 'heavy';
        /** What it is measured against: the next heaviest thing, or, for a place where heavy ones crowd, the mean. */
        against: 'next' | 'mean';
      }
    | { kind: 'faint' }
  );

/** With fewer things than this there is no usual weight to stand out from. */
export const LEAST_FOR_WEIGHT = 5;
/** What the eye takes in at once, in the spacings of things that weigh as these do. */
const GLANCE = 0.5;
/** A motif that is laid once only may be meant to be the one large thing: from so much farther on, by its darkness. */
const ALONE = { dark: 1.25, plain: 1.6 };
/** How much darker than the mean of what is laid is dark. */
const DARK = 1.15;
/** A hero is meant to weigh. */
const HERO = 1.7;
/** How alike in weight two of one motif are that are laid at one size. */
const ALIKE = 1.5;

type Weights = { of: Float64Array; area: Float64Array; all: number; covered: number };

/** What each placement weighs: how far it stands out from the ground, over all of it that is in sight. */
function weightsOf({ atDistance, scene }: ClothMeasures): Weights {
  const n = scene.placements.length;
  const { labels, colours } = atDistance.picture;
  const of = new Float64Array(n);
  const area = new Float64Array(n);
  let [all, covered] = [0, 0];
  for (let p = 0; p < labels.length; p++) {
    if (labels[p] < 0) continue;
    const w = colours?.weight[p] ?? 0;
    of[labels[p] % n] += w;
    area[labels[p] % n]++;
    all += w;
    covered++;
  }
  return { of, area, all, covered };
}

/**
 * What weighs too much: a thing much heavier than the next heaviest, or a place where heavy ones crowd; and, where no bare
 * patch says it, places that are too faint.
 * @param heroes motifs that are meant to weigh.
 */
export function heavySpots(
  cloth: ClothMeasures,
  limits: Limits,
  heroes: ReadonlySet<string>,
  bare: readonly Found[],
): HeavySpot[] {
  const { atDistance, scene, spacingMm } = cloth;
  if (scene.placements.length < LEAST_FOR_WEIGHT) return [];
  const weights = weightsOf(cloth);
  if (!(weights.all > 0)) return [];
  const one = heaviest(cloth, weights, limits, heroes);
  const crowd = one ? [] : crowded(cloth, weights, limits);
  const mean = atDistance.blurred.reduce((s, v) => s + v, 0) / atDistance.blurred.length;
  const faint = peaksOf(
    atDistance.blurred.map((v) => -v),
    atDistance.picture.torus,
  )
    .filter((p) => -p.value < mean * limits.faint)
    .map(
      (p): HeavySpot => ({
        kind: 'faint',
        severity: 'note',
        at: cloth.place(p, atDistance.picture),
        placements: [],
        times: Math.abs(p.value) / mean,
        limit: limits.faint,
        widthMm: spacingMm,
      }),
    )
    .filter((f) => bare.every((b) => apart(cloth, b.at, f.at) > spacingMm))
    .slice(0, 2);
  return [...(one ? [one] : crowd), ...faint];
}

/** The heaviest thing, where it is much heavier than the next. */
function heaviest(
  cloth: ClothMeasures,
  { of, area, all, covered }: Weights,
  limits: Limits,
  heroes: ReadonlySet<string>,
): HeavySpot | null {
  const { placements } = cloth.scene;
  const order = Array.from(of.keys())
    .filter((k) => !placements[k].through)
    .sort((a, b) => of[b] - of[a]);
  if (order.length < LEAST_FOR_WEIGHT) return null;
  const [top, next] = order;
  const times = of[top] / Math.max(of[next], 1e-9);
  const { motif } = placements[top];
  const kin = kinOfPlaced(placements[top]);
  // One of several that is far larger than the others of its motif was not meant so, whatever the motif.
  const grown = placements.some((p, n) => n !== top && kinOfPlaced(p) === kin && of[n] * ALIKE < of[top]);
  const alone = !grown && placements.filter((p) => kinOfPlaced(p) === kin).length === 1;
  const dark = of[top] / Math.max(1, area[top]) > (DARK * all) / covered;
  const meant = grown ? 1 : heroes.has(motif) ? HERO : alone ? (dark ? ALONE.dark : ALONE.plain) : 1;
  const limit = limits.heavy * meant;
  if (times < limit) return null;
  const thing = cloth.things.find((t) => t.n === top);
  if (!thing) return null;
  const { id, areaMm2 } = thing;
  return {
    kind: 'heavy',
    against: 'next',
    severity: 'warning',
    at: wrapPoint(cloth.lattice, placements[top]),
    placements: id ? [id] : [],
    times,
    limit,
    widthMm: 2 * Math.sqrt(areaMm2 / Math.PI),
  };
}

/** The place at which heavy things crowd most, where at a glance it weighs far more than the mean. */
function crowded(cloth: ClothMeasures, { of, all }: Weights, limits: Limits): HeavySpot[] {
  const { atDistance, silhouettes, scene } = cloth;
  const { picture } = atDistance;
  // As many things of one weight would weigh as unevenly.
  const many = all ** 2 / of.reduce((s, w) => s + w * w, 0);
  const spacing = Math.sqrt(silhouettes.cellAreaMm2 / many);
  const map = picture.colours?.weight ?? new Float32Array(picture.labels.length);
  const blurred = blurOnTorus(map, picture.torus, GLANCE * spacing * picture.plan.scale.x);
  const mean = blurred.reduce((s, v) => s + v, 0) / blurred.length;
  const [peak] = peaksOf(blurred, picture.torus);
  if (!peak || peak.value < mean * limits.crowded) return [];
  const at = cloth.place(peak, picture);
  const near = scene.placements
    .map((p, n) => ({ p, n, far: apart(cloth, p, at) }))
    .filter(({ far }) => far < spacing)
    .sort((a, b) => of[b.n] - of[a.n])
    .slice(0, 3);
  return [
    {
      kind: 'heavy',
      against: 'mean',
      severity: 'warning',
      at,
      placements: near.flatMap(({ p }) => p.id ?? []),
      times: peak.value / mean,
      limit: limits.crowded,
      widthMm: spacing,
    },
  ];
}

function apart({ lattice }: ClothMeasures, p: Point, q: Point): number {
  const near = nearestCopy(lattice, p, q);
  return Math.hypot(near.x - q.x, near.y - q.y);
}
