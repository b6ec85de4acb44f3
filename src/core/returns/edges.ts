import type { Raster } from '../raster';
import { mod } from '../units';

/** The four edges of a picture. */
export const EDGE_NAMES = ['left', 'right', 'top', 'bottom'] as const;
export type EdgeName = (typeof EDGE_NAMES)[number];

/**
 * How a picture lies beside its copies, px: the one to its right hangs lower by `across`, the one below it stands further right by
 * `down`.
 */
export type Steps = { across: number; down: number };

/**
 * Two edges that meet in the cloth, as one line: `along` it, and `depth` px into the picture from either. What leaves at one place
 * along it comes back at the same place on the other.
 */
export type EdgePair = {
  names: [EdgeName, EdgeName];
  long: number;
  deep: number;
  /** The number of a pixel, in rows from the top. */
  pixel: (end: 0 | 1, along: number, depth: number) => number;
};

/** The two pairs of edges of a picture of some size. */
export function edgePairs({ width, height }: { width: number; height: number }, steps: Steps): EdgePair[] {
  return [
    {
      names: ['left', 'right'],
      long: height,
      deep: width,
      pixel: (end, along, depth) =>
        end === 0
          ? mod(along, height) * width + depth
          : mod(along + steps.across, height) * width + width - 1 - depth,
    },
    {
      names: ['top', 'bottom'],
      long: width,
      deep: height,
      pixel: (end, along, depth) =>
        end === 0
          ? depth * width + mod(along, width)
          : (height - 1 - depth) * width + mod(along + steps.down, width),
    },
  ];
}

/** A stretch of an edge, from `from` on, px; it may run over the end of the edge to its beginning. */
export type Run = { from: number; length: number };

export const middleOfRun = ({ from, length }: Run): number => from + length / 2;

/** Stretches of a line that wraps round where something is so. */
export function runsAlong(long: number, is: (along: number) => boolean): Run[] {
  const runs: Run[] = [];
  let start = 0;
  while (start < long && is(start)) start++;
  if (start === long) return [{ from: 0, length: long }];
  let open: Run | null = null;
  for (let k = 1; k <= long; k++) {
    const along = start + k;
    if (is(along % long)) {
      if (open) open.length++;
      else {
        open = { from: along, length: 1 };
        runs.push(open);
      }
    } else open = null;
  }
  return runs;
}

/** How a stroke meets an edge: where its middle crosses it, px along it, and how that moves with each px into the picture. */
export type Crossing = { along: number; slope: number };

/**
 * Follows a stroke from a run on the edge into the picture, row by row, as long as it goes on in one piece of about its width, and
 * lays a line through the middles (least squares).
 * @param far how deep it is followed, px.
 */
export function crossingOf(
  pair: EdgePair,
  end: 0 | 1,
  run: Run,
  far: number,
  is: (pixel: number) => boolean,
): Crossing {
  let now = run;
  const middles: number[] = [];
  for (let depth = 0; depth < Math.min(far, pair.deep); depth++) {
    const at = (along: number) => is(pair.pixel(end, along, depth));
    const next = runNear(now, at);
    if (!next || next.length > 1.6 * run.length + 4 || next.length < 0.4 * run.length - 2) {
      // At the very edge a run may be thinner than the stroke is.
      if (depth < 2) continue;
      break;
    }
    middles.push(middleOfRun(next));
    now = next;
  }
  const n = middles.length;
  if (n < 3) return { along: middleOfRun(run), slope: 0 };
  const mean = (n - 1) / 2;
  const of = middles.reduce((s, v) => s + v, 0) / n;
  const [up, down] = middles.reduce(
    ([a, b], v, k) => [a + (k - mean) * (v - of), b + (k - mean) ** 2],
    [0, 0],
  );
  const slope = up / down;
  return { along: of - slope * (mean + 0.5), slope };
}

/** The run of the next row that hangs on one: the longest that touches it. */
function runNear({ from, length }: Run, is: (along: number) => boolean): Run | null {
  let best: Run | null = null;
  for (let along = from - 2; along < from + length + 2; along++) {
    if (!is(along)) continue;
    let start = along;
    while (is(start - 1) && along - start < 3 * length + 8) start--;
    let stop = along + 1;
    while (is(stop) && stop - along < 3 * length + 8) stop++;
    if (!best || stop - start > best.length) best = { from: start, length: stop - start };
    along = stop;
  }
  return best;
}

/** The mean colour of a run on an edge, looked at `depth` px into the picture. */
export function colourOfRun(
  { data }: Raster,
  pair: EdgePair,
  end: 0 | 1,
  { from, length }: Run,
  depth: number,
): [number, number, number] {
  const sum: [number, number, number] = [0, 0, 0];
  // Its soft rims are left out.
  const rim = Math.floor(length / 4);
  for (let k = rim; k < length - rim; k++)
    for (let c = 0; c < 3; c++) sum[c] += data[pair.pixel(end, from + k, depth) * 4 + c];
  const n = length - 2 * rim;
  return [sum[0] / n, sum[1] / n, sum[2] / n];
}
