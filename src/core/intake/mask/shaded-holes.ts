import { joinRuns, type Raster, runsOf } from '../../raster';
import { darkAt, type GroundShare } from '../page';
import type { Hole } from './tidy-mask';

/** Paper under a shadow is no darker than this, share of it; bare paper differs by no more than this. */
const DARKEST = 0.45;
const BARE = 0.05;
/** So much of it, share of its area, is light; and so much of its rim, share of it, is a step of so many levels: a light in art fades. */
const NEARLY = { dark: 0.25, share: 0.1 };
const HARD = { share: 0.7, levels: 75, away: 3 };

/**
 * Paper that art shuts in and shades: what is of the paper's colour, bare or under a soft shadow, and ends at a hard edge all round.
 * @param mask 1 where there is art, what is shut in filled. @param least px that one has.
 */
export function shadedHoles(page: Raster, mask: Uint8Array, share: GroundShare, least: number): Hole[] {
  const { width, height, data } = page;
  const paper = new Uint8Array(mask.length);
  for (let p = 0; p < mask.length; p++) {
    if (!mask[p]) continue;
    const by = darkAt(page, share, p, -BARE);
    if (by && by < DARKEST * 255) paper[p] = 1;
  }
  const runs = runsOf(paper, width, height);
  const { labels, count } = joinRuns(runs, { corners: false });
  const area = new Float64Array(count + 1);
  for (let i = 0; i < labels.length; i++) area[labels[i]] += runs.end[i] - runs.start[i];
  const found = new Map<number, Hole & { light: number; hard: number; rim: number; longest: number }>();
  const level = (p: number) => data[p * 4] + data[p * 4 + 1] + data[p * 4 + 2];
  for (let y = 0; y < height; y++)
    for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
      const label = labels[i];
      if (area[label] < least) continue;
      const [from, to, row] = [runs.start[i], runs.end[i], y * width];
      let hole = found.get(label);
      if (!hole) {
        const box = { x: from, y, width: 0, height: 0 };
        hole = {
          area: area[label],
          box,
          runs: [],
          at: { x: from, y },
          light: 0,
          hard: 0,
          rim: 0,
          longest: 0,
        };
        found.set(label, hole);
      }
      hole.runs.push([row + from, row + to]);
      const right = Math.max(hole.box.x + hole.box.width, to);
      hole.box.x = Math.min(hole.box.x, from);
      hole.box.width = right - hole.box.x;
      hole.box.height = y + 1 - hole.box.y;
      for (let x = from; x < to; x++)
        if (darkAt(page, share, row + x, -BARE) < NEARLY.dark * 255) hole.light++;
      for (const [inside, outside] of [
        [from, from - HARD.away],
        [to - 1, to - 1 + HARD.away],
      ]) {
        hole.rim++;
        if (outside < 0 || outside >= width) continue;
        if (!mask[row + outside]) hole.rim += 3;
        else if (level(row + inside) - level(row + outside) > HARD.levels) hole.hard++;
      }
      if (to - from <= hole.longest) continue;
      hole.longest = to - from;
      hole.at = { x: (from + to) / 2, y: y + 0.5 };
    }
  return [...found.values()].filter((h) => h.light > NEARLY.share * h.area && h.hard > HARD.share * h.rim);
}
