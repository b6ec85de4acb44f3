import { joinRuns, runsBetween, runsOf } from '../../raster';
import { mmToPx } from '../../units';
import type { Hole } from './tidy-mask';

/** Looked at in cells so wide, mm; an opening no wider than this, mm, nearly shuts; and so small a place, mm2, is not told. */
const CELL_MM = 0.25;
const OPENING_MM = 2.2;
const LEAST_MM2 = 2;

/** Of its rim no more than this share is toward open paper: a bay is no such place. */
const OPEN = 0.2;

/**
 * Places that art nearly shuts in: paper that could be reached from outside only through a narrow opening, as a light at the rim of a
 * shape that went with the paper. Found by closing the mask, in cells, with a square as wide as the opening.
 * @param mask 1 for art, what is shut in wholly filled.
 */
export function nearlyShut(mask: Uint8Array, width: number, height: number, ppi: number): Hole[] {
  const px = Math.max(2, Math.round(mmToPx(CELL_MM, ppi)));
  const [across, down] = [Math.ceil(width / px), Math.ceil(height / px)];
  const cells = new Uint8Array(across * down);
  for (let cy = 0, c = 0; cy < down; cy++) {
    const row = Math.min(height - 1, cy * px + (px >> 1)) * width;
    for (let cx = 0; cx < across; cx++, c++) cells[c] = mask[row + Math.min(width - 1, cx * px + (px >> 1))];
  }
  const reach = Math.max(1, Math.round(mmToPx(OPENING_MM, ppi) / px / 2));
  const closed = grown(grown(cells, across, down, reach, 1), across, down, reach, 0);
  const isOutside = outsideOf(closed, across, down);
  const least = Math.floor(LEAST_MM2 / CELL_MM ** 2 / 2);
  const seen = new Uint8Array(cells.length);
  const out: Hole[] = [];
  for (let start = 0; start < cells.length; start++) {
    if (seen[start] || cells[start] || isOutside[start]) continue;
    const group = [start];
    seen[start] = 1;
    let [open, rim] = [0, 0];
    for (let n = 0; n < group.length; n++) {
      const c = group[n];
      const x = c % across;
      for (const q of [x > 0 ? c - 1 : c, x < across - 1 ? c + 1 : c, c - across, c + across]) {
        if (q < 0 || q >= cells.length) continue;
        if (isOutside[q]) open++;
        if (isOutside[q] || cells[q]) rim++;
        else if (!seen[q]) {
          seen[q] = 1;
          group.push(q);
        }
      }
    }
    if (group.length < least || open > OPEN * rim) continue;
    const hole = inPixels(mask, width, height, group, px, across);
    if (hole.area >= LEAST_MM2 * mmToPx(1, ppi) ** 2) out.push(hole);
  }
  return out;
}

/** Cells that are not closed and hang together with the edge of the page. */
function outsideOf(closed: Uint8Array, across: number, down: number): Uint8Array {
  const out = new Uint8Array(closed.length);
  const runs = runsBetween(runsOf(closed, across, down), across);
  const { labels, count } = joinRuns(runs, { corners: false });
  const outside = new Uint8Array(count + 1);
  for (const pass of [0, 1])
    for (let y = 0; y < down; y++)
      for (let i = runs.rows[y]; i < runs.rows[y + 1]; i++) {
        const [from, to] = [runs.start[i], runs.end[i]];
        if (!pass && (y === 0 || y === down - 1 || from === 0 || to === across)) outside[labels[i]] = 1;
        if (pass && outside[labels[i]]) out.fill(1, y * across + from, y * across + to);
      }
  return out;
}

/** The paper in a group of cells, as runs of pixels. */
function inPixels(
  mask: Uint8Array,
  width: number,
  height: number,
  group: number[],
  px: number,
  across: number,
): Hole {
  const hole: Hole = { area: 0, box: { x: 0, y: 0, width: 0, height: 0 }, runs: [], at: { x: 0, y: 0 } };
  let [x0, y0, x1, y1, longest] = [width, height, 0, 0, 0];
  for (const c of group.sort((p, q) => p - q)) {
    const [cx, cy] = [(c % across) * px, Math.floor(c / across) * px];
    const end = Math.min(width, cx + px);
    for (let y = cy; y < Math.min(height, cy + px); y++) {
      for (let x = cx; x < end; x++) {
        if (mask[y * width + x]) continue;
        const from = x;
        while (x < end && !mask[y * width + x]) x++;
        hole.runs.push([y * width + from, y * width + x]);
        hole.area += x - from;
        [x0, x1] = [Math.min(x0, from), Math.max(x1, x)];
        [y0, y1] = [Math.min(y0, y), Math.max(y1, y + 1)];
        if (x - from <= longest) continue;
        longest = x - from;
        hole.at = { x: (from + x) / 2, y: y + 0.5 };
      }
    }
  }
  hole.box = { x: x0, y: y0, width: x1 - x0, height: y1 - y0 };
  return hole;
}

/** Cells within `reach` of one that holds `value`, each way, as `value`: a square's dilation, or of 0 an erosion. */
function grown(cells: Uint8Array, across: number, down: number, reach: number, value: 0 | 1): Uint8Array {
  const pass = (from: Uint8Array, lines: number, length: number, line: number, step: number) => {
    const to = from.slice();
    for (let l = 0; l < lines; l++) {
      let last = -1e9;
      for (let k = 0, c = l * line; k < length; k++, c += step) {
        if (from[c] === value) last = k;
        if (k - last <= reach) to[c] = value;
      }
      last = 1e9;
      for (let k = length - 1, c = l * line + k * step; k >= 0; k--, c -= step) {
        if (from[c] === value) last = k;
        if (last - k <= reach) to[c] = value;
      }
    }
    return to;
  };
  return pass(pass(cells, down, across, across, 1), across, down, 1, across);
}
