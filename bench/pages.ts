/**
 * Pages taken apart: how long beside the same chain in OpenCV, and how right on fresh sheets. Run
 * `npm run bench -- pages`; OpenCV is Debian's python3-opencv.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEFAULT_INTAKE, splitPieces } from '../src/core';
import { judge } from '../tests/sheets/judge';
import { makeSheet } from '../tests/sheets/make-sheet';

const RUNS = 5;
const SHEETS = 24;
const seed = Math.floor(Date.now() / 1000) % 1e6;
const median = (v: number[]) => [...v].sort((a, b) => a - b)[v.length >> 1];

const { page, ppi } = await makeSheet(seed, 600, 297);
const times: number[] = [];
let pieces = 0;
for (let n = 0; n < RUNS; n++) {
  const t = performance.now();
  pieces = splitPieces(page, ppi, DEFAULT_INTAKE).length;
  times.push((performance.now() - t) / 1000);
}
const ours = median(times);
console.log(`A4 at 600 ppi, ${page.width} x ${page.height} px, seed ${seed}: ${pieces} pieces.`);

const dir = mkdtempSync(join(tmpdir(), 'pages-'));
try {
  const bgr = Buffer.alloc(page.width * page.height * 3);
  for (let p = 0; p < page.width * page.height; p++) {
    for (let c = 0; c < 3; c++) bgr[p * 3 + c] = page.data[p * 4 + 2 - c];
  }
  writeFileSync(join(dir, 'page.bgr'), bgr);
  const said = execFileSync(
    '/usr/bin/python3',
    ['bench/page_chain.py', join(dir, 'page.bgr'), `${page.width}`, `${page.height}`, `${ppi}`, `${RUNS}`],
    { encoding: 'utf8' },
  );
  const theirs = JSON.parse(said);
  console.log(
    `Ours ${(ours / theirs.median).toFixed(2)}x of OpenCV (${theirs.threads} threads, ${theirs.pieces} pieces) in the same run.`,
  );
} catch (error) {
  console.log(`OpenCV could not be run beside it (install python3-opencv): ${error}`);
} finally {
  rmSync(dir, { recursive: true });
}

const all = { whole: 0, pieces: 0, merged: 0, iou: [] as number[], edge: [] as number[] };
for (let n = 0; n < SHEETS; n++) {
  const sheet = await makeSheet(seed + n);
  const v = judge(sheet, splitPieces(sheet.page, sheet.ppi, DEFAULT_INTAKE));
  all.whole += v.whole;
  all.pieces += v.pieces;
  all.merged += v.merged;
  all.iou.push(...v.iou);
  for (const e of v.edge) all.edge.push(e);
}
const within = all.edge.filter((e) => e < 3).length / all.edge.length;
console.log(
  `${SHEETS} fresh sheets: ${all.whole} of ${all.pieces} pieces whole, ${all.merged} merged; mask IoU least ${Math.min(...all.iou).toFixed(4)}, median ${median(all.iou).toFixed(4)}; fringe on dark under 3 dE00 at ${(within * 100).toFixed(2)} % of ${all.edge.length} edge pixels.`,
);
