import { joinRuns, runsBetween, runsOf } from '../raster';

/**
 * Tidies a mask in place: joined areas of less than `speckPx` pixels go, and, when `fillHoles`, what is not
 * joined to the picture's edge is filled.
 */
export function tidyMask(
  mask: Uint8Array,
  width: number,
  height: number,
  { speckPx, fillHoles }: { speckPx: number; fillHoles: boolean },
) {
  const runs = runsOf(mask, width, height);
  const small = new Uint8Array(runs.start.length);
  if (speckPx > 1) {
    const { labels, count } = joinRuns(runs);
    const area = new Float64Array(count + 1);
    for (let i = 0; i < labels.length; i++) area[labels[i]] += runs.end[i] - runs.start[i];
    for (let y = 0; y < height; y++) {
      for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
        if (area[labels[i]] >= speckPx) continue;
        small[i] = 1;
        mask.fill(0, y * width + runs.start[i], y * width + runs.end[i]);
      }
    }
  }
  if (!fillHoles) return;
  const paper = runsBetween(runs, width, (i) => !small[i]);
  const { labels, count } = joinRuns(paper, { corners: false });
  const outside = new Uint8Array(count + 1);
  for (let y = 0; y < height; y++) {
    const edge = y === 0 || y === height - 1;
    for (let i = paper.rows[y]; i < paper.rows[y + 1]; i++) {
      if (edge || paper.start[i] === 0 || paper.end[i] === width) outside[labels[i]] = 1;
    }
  }
  for (let y = 0; y < height; y++) {
    for (let i = paper.rows[y]; i < paper.rows[y + 1]; i++) {
      if (!outside[labels[i]]) mask.fill(1, y * width + paper.start[i], y * width + paper.end[i]);
    }
  }
}
