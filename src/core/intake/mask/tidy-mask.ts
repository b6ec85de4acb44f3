import { joinRuns, runsBetween, runsOf } from '../../raster';

/** Paper that art shuts in: so many px, in a box, as runs of the picture's pixels; and the middle of its longest run. */
export type Hole = {
  area: number;
  box: { x: number; y: number; width: number; height: number };
  runs: [from: number, to: number][];
  at: { x: number; y: number };
};

/**
 * Tidies a mask in place: joined areas of less than `speckPx` pixels go, and, when `fillHoles`, what is not
 * joined to the picture's edge is filled.
 * @returns what was filled, of so many px at the least.
 */
export function tidyMask(
  mask: Uint8Array,
  width: number,
  height: number,
  {
    speckPx,
    fillHoles,
    tellPx = Number.POSITIVE_INFINITY,
  }: { speckPx: number; fillHoles: boolean; tellPx?: number },
): Hole[] {
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
  if (!fillHoles) return [];
  const paper = runsBetween(runs, width, (i) => !small[i]);
  const { labels, count } = joinRuns(paper, { corners: false });
  const outside = new Uint8Array(count + 1);
  for (let y = 0; y < height; y++) {
    const edge = y === 0 || y === height - 1;
    for (let i = paper.rows[y]; i < paper.rows[y + 1]; i++) {
      if (edge || paper.start[i] === 0 || paper.end[i] === width) outside[labels[i]] = 1;
    }
  }
  const area = new Float64Array(count + 1);
  for (let i = 0; i < labels.length; i++) area[labels[i]] += paper.end[i] - paper.start[i];
  const holes = new Map<number, Hole & { longest: number }>();
  for (let y = 0; y < height; y++) {
    for (let i = paper.rows[y]; i < paper.rows[y + 1]; i++) {
      const label = labels[i];
      if (outside[label]) continue;
      const [from, to] = [paper.start[i], paper.end[i]];
      mask.fill(1, y * width + from, y * width + to);
      if (area[label] < tellPx) continue;
      let hole = holes.get(label);
      if (!hole) {
        const box = { x: from, y, width: 0, height: 0 };
        hole = { area: area[label], box, runs: [], at: { x: from, y }, longest: 0 };
        holes.set(label, hole);
      }
      hole.runs.push([y * width + from, y * width + to]);
      const { box } = hole;
      const right = Math.max(box.x + box.width, to);
      box.x = Math.min(box.x, from);
      box.width = right - box.x;
      box.height = y + 1 - box.y;
      if (to - from <= hole.longest) continue;
      hole.longest = to - from;
      hole.at = { x: (from + to) / 2, y: y + 0.5 };
    }
  }
  return [...holes.values()];
}
