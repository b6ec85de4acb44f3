import { joinRuns, runsOf } from './runs';

/** Connected areas of a mask. `labels` holds 0 for off pixels, else 1..count. */
export type Labels = { labels: Int32Array; count: number };

/** Labels 8-connected areas; linear in the number of pixels. */
export function labelAreas(mask: Uint8Array, width: number, height: number): Labels {
  const runs = runsOf(mask, width, height);
  const joined = joinRuns(runs);
  const labels = new Int32Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
      labels.fill(joined.labels[i], y * width + runs.start[i], y * width + runs.end[i]);
    }
  }
  return { labels, count: joined.count };
}

/** The same on an upright torus: what touches over an edge is one area. */
export function labelOnTorus(mask: Uint8Array, width: number, height: number): Labels {
  const { labels, count } = labelAreas(mask, width, height);
  const root = Int32Array.from({ length: count + 1 }, (_, k) => k);
  const find = (k: number): number => {
    while (root[k] !== k) {
      root[k] = root[root[k]];
      k = root[k];
    }
    return k;
  };
  const join = (p: number, q: number) => {
    if (labels[p] && labels[q]) root[find(labels[p])] = find(labels[q]);
  };
  const last = width * (height - 1);
  for (let d = -1; d <= 1; d++) {
    for (let x = 0; x < width; x++) join(last + x, (x + d + width) % width);
    for (let y = 0; y < height; y++) join(y * width + width - 1, ((y + d + height) % height) * width);
  }
  const number = new Int32Array(count + 1);
  let n = 0;
  for (let k = 1; k <= count; k++) if (find(k) === k) number[k] = ++n;
  for (let p = 0; p < labels.length; p++) if (labels[p]) labels[p] = number[find(labels[p])];
  return { labels, count: n };
}
