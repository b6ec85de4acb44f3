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
