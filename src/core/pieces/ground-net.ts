import { type Torus, torusIndex } from '../raster';
import { labApart } from './lab-picture';
import { partsOnTorus } from './torus-parts';

/**
 * What is ground on a picture: for each pixel 0, or the number (from 1) of the ground colour that it has; a ground is one
 * colour, or two or three that only together run right through. `share`: how much of the picture that is.
 */
export type GroundNet = { of: Uint8Array; count: number; share: number };

/** Colours nearer than this (OKLab times 100) are of one cluster; so many clusters are looked at, and none smaller than this share. */
const NEAR = 8;
const MOST = 7;
const LEAST = 0.012;
/** Bins of the count of colours, in the same units. */
const BIN = 2.5;

/** Clusters of like colours, the commonest first: for each pixel the number of its cluster from 1, or 0. */
function clustersOf(lab: Float32Array): { of: Uint8Array; sizes: number[] } {
  const size = lab.length / 3;
  const of = new Uint8Array(size);
  const sizes: number[] = [];
  const bin = (p: number) =>
    (Math.floor(lab[p * 3] / BIN) << 16) |
    ((Math.floor(lab[p * 3 + 1] / BIN) + 64) << 8) |
    (Math.floor(lab[p * 3 + 2] / BIN) + 64);
  const bins = Int32Array.from({ length: size }, (_, p) => bin(p));
  while (sizes.length < MOST) {
    const counts = new Map<number, number>();
    for (let p = 0; p < size; p++) if (!of[p]) counts.set(bins[p], (counts.get(bins[p]) ?? 0) + 1);
    let best = -1;
    let most = 0;
    for (const b of counts.keys()) {
      let sum = 0;
      for (const d of [0, 1, -1, 256, -256, 65536, -65536]) sum += counts.get(b + d) ?? 0;
      if (sum > most) [best, most] = [b, sum];
    }
    if (most < LEAST * size) break;
    // The mean of what is about the commonest bin; then all that is near it.
    let centre = [
      ((best >> 16) + 0.5) * BIN,
      (((best >> 8) & 255) - 63.5) * BIN,
      ((best & 255) - 63.5) * BIN,
    ];
    for (const reach of [BIN * 1.5, NEAR * 0.7]) {
      const sum = [0, 0, 0, 0];
      for (let p = 0; p < size; p++) {
        if (of[p] || labApart(lab, p * 3, centre, 0) > reach) continue;
        for (let c = 0; c < 3; c++) sum[c] += lab[p * 3 + c];
        sum[3]++;
      }
      if (sum[3]) centre = [sum[0] / sum[3], sum[1] / sum[3], sum[2] / sum[3]];
    }
    let n = 0;
    for (let p = 0; p < size; p++) {
      if (of[p] || labApart(lab, p * 3, centre, 0) > NEAR) continue;
      of[p] = sizes.length + 1;
      n++;
    }
    if (!n) break;
    sizes.push(n);
  }
  return { of, sizes };
}

type Net = { some: number[]; net: Uint8Array; area: number };

/** How an area winds that is a ground: as a net both ways, or at the least one way, between what runs through it. */
type Winds = 1 | 2;

/** The pixels of the largest area of some clusters that winds round the torus so; null where there is none. */
function netOf(of: Uint8Array, some: number[], torus: Torus, thick: boolean, winds: Winds = 2): Net | null {
  let mask: Uint8Array = of.map((k) => (some.includes(k) ? 1 : 0));
  if (thick) mask = thinned(mask, torus);
  const { labels, parts } = partsOnTorus(mask, torus, false);
  let best = -1;
  for (const [n, part] of parts.entries())
    if (part.winds >= winds && (best < 0 || part.area > parts[best].area)) best = n;
  if (best < 0) return null;
  return { some, net: Uint8Array.from(labels, (l) => (l === best + 1 ? 1 : 0)), area: parts[best].area };
}

/** A mask less all that is not a pixel deep. */
function thinned(mask: Uint8Array, torus: Torus): Uint8Array {
  const { width } = torus;
  return mask.map((v, p) => {
    if (!v) return 0;
    const [x, y] = [p % width, Math.floor(p / width)];
    for (let k = 0; k < 9; k++)
      if (!mask[torusIndex(torus, x + (k % 3) - 1, y + Math.floor(k / 3) - 1)]) return 0;
    return 1;
  });
}

/** A ground that what runs through it parts is this much of the picture at the least. */
const PARTED = 0.2;
/** Colours of a split ground cover about as much as each other, so many times at the most; all of them at least this share. */
const ALIKE = 2.5;
const SPLIT = 0.35;

/**
 * What the ground of a picture is: the commonest colour that runs right through it both ways; or else two or three that only
 * together do so. Fields of a check meet at their corners: a colour whose net hangs on such necks alone is one of several.
 */
export function groundNet(lab: Float32Array, torus: Torus): GroundNet | null {
  const { of, sizes } = clustersOf(lab);
  const numbers = sizes.map((_, k) => k + 1);
  const pairs = numbers.flatMap((i) => numbers.filter((j) => j > i).map((j) => [i, j]));
  const threes = pairs.flatMap(([i, j]) => numbers.filter((k) => k > j).map((k) => [i, j, k]));
  const best = (tried: number[][], thick: boolean, winds: Winds = 2): Net | null => {
    let most: Net | null = null;
    for (const some of tried) {
      // Fewer pixels than the best net has cannot be a larger one.
      if (most && some.reduce((s, k) => s + sizes[k - 1], 0) <= most.area) continue;
      const net = netOf(of, some, torus, thick, winds);
      if (net && net.area > (most?.area ?? 0)) most = net;
    }
    return most;
  };
  const singles = numbers.map((k) => [k]);
  const thick = best(singles, true);
  const one = thick ? netOf(of, thick.some, torus, false) : best(singles, false);
  const alike = (some: number[]) => {
    const all = some.map((k) => sizes[k - 1]);
    return Math.max(...all) < ALIKE * Math.min(...all);
  };
  const split = thick ? null : best([...pairs, ...threes].filter(alike), true);
  // A vine that runs through parts the ground: there it winds one way only.
  const parted = best(singles, true, 1);
  const found =
    split && split.area > SPLIT * of.length
      ? split
      : (one ?? (parted && parted.area > PARTED * of.length ? parted : null));
  if (!found) return null;
  const { net, some, area } = found;
  return {
    // What has the colour of the ground is ground wherever it lies: shut in by a ring, too.
    of: of.map((k, p) => (net[p] || some.includes(k) ? some.indexOf(k) + 1 : 0)),
    count: some.length,
    share: area / of.length,
  };
}
