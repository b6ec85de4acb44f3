/**
 * Sheets cut in four, scanned and put together: `npm run bench -- quarters [first seed] [count]`. Says how many are laid right, and, held
 * against the sheet before it was cut, the step of the paper and the offset of lines at the cuts, found by matching what lies on either
 * side of a cut in that sheet. Manners alternate; seeds under 1000 were used for tuning. PICTURES=folder
 * keeps each sheet as a picture.
 */
import { writeFileSync } from 'node:fs';
import { MM_PER_INCH, type Raster, seededRandom } from '../src/core';
import { arrangementOf, joinQuarters, paperOnBed, quarterOf } from '../src/core/intake';
import { type Cutting, cutManners, fourScans, paperCloth, SCAN_PPI, type Scan } from './cut-sheets';
import { pngOf, rasterFrom } from './drawn-cloths';
import { lightAt, linesOverCut } from './lines-over-cut';

const FIRST = Number(process.argv[2] ?? 1000);
const COUNT = Number(process.argv[3] ?? 24);
const MM = SCAN_PPI / MM_PER_INCH;

/** Where a patch of one picture lies in another, to a part of a pixel, and how well (normalised correlation); null: it tells nothing. */
function matched(
  of: Raster,
  box: { x: number; y: number; w: number; h: number },
  on: Raster,
  near: { x: number; y: number },
) {
  const n = box.w * box.h;
  const own = new Float64Array(n);
  let mean = 0;
  for (let j = 0, k = 0; j < box.h; j++)
    for (let i = 0; i < box.w; i++, k++) own[k] = lightAt(of, box.x + i, box.y + j);
  for (const v of own) mean += v / n;
  let over = 0;
  for (const [k, v] of own.entries()) {
    own[k] = v - mean;
    over += (v - mean) ** 2;
  }
  if (over / n < 200) return null;
  const at = (dx: number, dy: number) => {
    let [m, dot, far] = [0, 0, 0];
    for (let j = 0; j < box.h; j++)
      for (let i = 0; i < box.w; i++) m += lightAt(on, near.x + dx + i, near.y + dy + j) / n;
    for (let j = 0, k = 0; j < box.h; j++)
      for (let i = 0; i < box.w; i++, k++) {
        const v = lightAt(on, near.x + dx + i, near.y + dy + j) - m;
        dot += v * (own[k] ?? 0);
        far += v * v;
      }
    return dot / Math.sqrt(Math.max(1e-9, far * over));
  };
  const reach = Math.round(1.6 * MM);
  let best = { dx: 0, dy: 0, agrees: -1 };
  for (let dy = -reach; dy <= reach; dy++)
    for (let dx = -reach; dx <= reach; dx++) {
      const agrees = at(dx, dy);
      if (agrees > best.agrees) best = { dx, dy, agrees };
    }
  if (Math.abs(best.dx) === reach || Math.abs(best.dy) === reach) return null;
  const part = (l: number, m: number, r: number) => {
    const bend = l - 2 * m + r;
    return bend < 0 ? (0.5 * (l - r)) / bend : 0;
  };
  // A patch of lines that all run one way tells nothing along them.
  const [l, r, u, d] = [
    [-1, 0],
    [1, 0],
    [0, -1],
    [0, 1],
  ].map(([x = 0, y = 0]) => at(best.dx + x, best.dy + y)) as [number, number, number, number];
  const corner = (x: number, y: number) => at(best.dx + x, best.dy + y);
  const [xx, yy, xy] = [
    2 * best.agrees - l - r,
    2 * best.agrees - u - d,
    (corner(1, -1) + corner(-1, 1) - corner(1, 1) - corner(-1, -1)) / 4,
  ];
  const half = (xx + yy) / 2;
  const less = half - Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy);
  if (less < 0.008 || less < 0.12 * half) return null;
  return { x: best.dx + part(l, best.agrees, r), y: best.dy + part(u, best.agrees, d), agrees: best.agrees };
}

/** Places where something crosses a cut and nothing can be said of it. */
let untold = 0;

type Figures = { offs: number[]; crossing: number[]; steps: number[]; strips: number[] };

/** Holds a joined sheet against the sheet before it was cut, along the four seams; `seam` px of it, on both. */
function heldAgainst(truth: Raster, made: Raster, cut: { x: number; y: number }, figures: Figures) {
  const [deep, along] = [Math.round(3 * MM), Math.round(7 * MM)];
  const clear = Math.round(0.5 * MM);
  for (const upright of [true, false])
    for (const seam of [0, upright ? cut.x : cut.y]) {
      const long = upright ? made.height : made.width;
      const over = linesOverCut(truth, made, upright, seam, MM);
      figures.crossing.push(...over.offs);
      untold += over.untold;
      for (let t = 0; t + along <= long; t += along) {
        const sides = [-1, 1].map((side) => {
          const from = side < 0 ? seam - clear - deep : seam + clear;
          const box = upright ? { x: from, y: t, w: deep, h: along } : { x: t, y: from, w: along, h: deep };
          return { box, found: matched(made, box, truth, { x: box.x, y: box.y }) };
        });
        const [a, b] = sides.map((s) => s.found);
        const [p, q] = upright ? [a?.y, b?.y] : [a?.x, b?.x];
        if (a && b && a.agrees > 0.8 && b.agrees > 0.8 && p != null && q != null)
          figures.offs.push(Math.abs(p - q) / MM);
        // Paper on both sides, and in the sheet itself.
        const bare = (r: Raster) => {
          let [low, top] = [255, 0];
          for (let d = -deep; d < deep; d++)
            for (let k = 0; k < along; k++) {
              const v = upright ? lightAt(r, seam + d, t + k) : lightAt(r, t + k, seam + d);
              [low, top] = [Math.min(low, v), Math.max(top, v)];
            }
          return top - low < 26;
        };
        if (!bare(made) || !bare(truth)) continue;
        const mean = (d0: number, d1: number) => {
          let [sum, n] = [0, 0];
          for (let d = d0; d < d1; d++)
            for (let k = 0; k < along; k++, n++)
              sum += upright ? lightAt(made, seam + d, t + k) : lightAt(made, t + k, seam + d);
          return sum / n;
        };
        const [before, middle, after] = [mean(-deep, -clear), mean(-clear, clear), mean(clear, deep)];
        figures.steps.push(Math.abs(before - after));
        figures.strips.push(Math.abs(middle - (before + after) / 2));
      }
    }
}

const quantile = (list: number[], q: number) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(q * list.length))] ?? 0;
const told = (name: string, list: number[]) =>
  `${name} ${quantile(list, 0.5).toFixed(3)} (median), ${quantile(list, 0.95).toFixed(3)} (95 %), ${Math.max(0, ...list).toFixed(2)} (most) at ${list.length} places`;

let [right, said] = [0, 0];
const all: Figures = { offs: [], crossing: [], steps: [], strips: [] };
for (let n = 0; n < COUNT; n++) {
  const seed = FIRST + n;
  const random = seededRandom(seed);
  const manner = cutManners[seed % cutManners.length] ?? 'flat';
  const cloth = await paperCloth(manner, seed);
  const bed = (['dark', 'grey', 'white', 'none'] as const)[Math.floor(random() * 4)] ?? 'dark';
  const cutting: Cutting = { offMm: 1, turnedDeg: 1, bed, packed: random() < 0.4 };
  const order = [0, 1, 2, 3];
  const mixed = random() < 0.5;
  if (mixed)
    for (let k = 3; k > 0; k--) {
      const j = Math.floor(random() * (k + 1));
      [order[k], order[j]] = [order[j] ?? 0, order[k] ?? 0];
    }
  const lies = order.map((quarter) => ({ quarter, turns: mixed && random() < 0.3 ? 2 : 0 }));
  const scans = await fourScans(cloth, cutting, lies, random);
  const quarters = [];
  for (const { image } of scans) {
    const picture = await rasterFrom(image);
    quarters.push(quarterOf(picture, paperOnBed(picture)));
  }
  const found = arrangementOf(quarters, SCAN_PPI);
  const isRight = laidRight(scans, found);
  if (isRight) right++;
  if (found.sure) said++;
  const joined = joinQuarters(quarters, SCAN_PPI, { arrangement: isRight ? found : truly(scans) });
  const own: Figures = { offs: [], crossing: [], steps: [], strips: [] };
  const placed = isRight ? found : truly(scans);
  const turned = toSheet(scans, placed);
  const sheet = turned.upsideDown
    ? await rasterFrom(
        await (await import('sharp'))
          .default(await pngOf(joined.raster))
          .rotate(180)
          .png()
          .toBuffer(),
      )
    : joined.raster;
  heldAgainst(
    turned.slid ? slidBy(cloth, turned.slid) : cloth,
    sheet,
    { x: Math.round(cloth.width / 2), y: Math.round(cloth.height / 2) },
    own,
  );
  for (const key of ['offs', 'crossing', 'steps', 'strips'] as const) all[key].push(...own[key]);
  console.log(
    `${seed} ${manner} ${bed}${cutting.packed ? ' jpeg' : ''}${mixed ? ' mixed' : ''}: ${isRight ? 'right' : `WRONG ${JSON.stringify(found)} of ${JSON.stringify(lies)}`}${found.sure ? '' : ', not sure'}; size ${joined.raster.width - cloth.width}, ${joined.raster.height - cloth.height}; ${joined.borders} borders were off ${joined.wasOffMm.toFixed(2)}, are ${joined.offMm.toFixed(2)} mm; judged ${quantile(own.offs, 0.95).toFixed(2)} mm, lines over the cut ${quantile(own.crossing, 0.95).toFixed(2)} mm at ${own.crossing.length}, step ${quantile(own.steps, 0.95).toFixed(2)}, strip ${quantile(own.strips, 0.95).toFixed(2)}`,
  );
  if (process.env.PICTURES) writeFileSync(`${process.env.PICTURES}/${seed}.png`, await pngOf(joined.raster));
}
console.log(
  `${right} of ${COUNT} laid right, ${said} said surely; ${told('offset beside the cuts, mm:', all.offs)}; ${told('lines over the cuts, mm:', all.crossing)}, nothing to be said of ${untold} more; ${told('step of paper, levels:', all.steps)}; ${told('the cut itself, levels:', all.strips)}`,
);

/** Where each quarter of the sheet comes to lie; true where that is the sheet, slid by half or turned by half at most. */
function laidRight(scans: Scan[], { place, turns }: { place: number[]; turns: number[] }) {
  const at = place.map((n, k) => ({
    quarter: scans[n]?.quarter ?? 0,
    turn: ((scans[n]?.turns ?? 0) + (turns[k] ?? 0)) % 4,
  }));
  const [first] = at;
  if (!first || at.some((a) => a.turn !== first.turn)) return false;
  const flip = first.turn === 2;
  if (first.turn % 2) return false;
  const seen = flip ? [...at].reverse() : at;
  // Slid: the columns, the rows, or both are changed over.
  const by = (seen[0]?.quarter ?? 0) ^ 0;
  return seen.every((a, k) => a.quarter === (k ^ by));
}
function toSheet(scans: Scan[], { place, turns }: { place: number[]; turns: number[] }) {
  const turn = ((scans[place[0] ?? 0]?.turns ?? 0) + (turns[0] ?? 0)) % 4;
  const order = place.map((n) => scans[n]?.quarter ?? 0);
  const seen = turn === 2 ? order.reverse() : order;
  return { upsideDown: turn === 2, slid: seen[0] ?? 0 };
}
/** The arrangement that is right, where another was found. */
function truly(scans: Scan[]) {
  const place = [0, 1, 2, 3].map((q) => scans.findIndex((s) => s.quarter === q));
  return { place, turns: place.map((n) => (4 - (scans[n]?.turns ?? 0)) % 4) };
}
function slidBy(cloth: Raster, by: number): Raster {
  const { width, height } = cloth;
  const [dx, dy] = [by & 1 ? width / 2 : 0, by & 2 ? height / 2 : 0];
  const out = { width, height, data: new Uint8ClampedArray(cloth.data.length) };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = (((y + dy) % height) * width + ((x + dx) % width)) * 4;
      out.data.set(cloth.data.subarray(i, i + 4), (y * width + x) * 4);
    }
  return out;
}
