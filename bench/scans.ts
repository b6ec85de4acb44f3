/** Scans of motifs drawn in four manners that intake was made by and in three that it was not, taken apart and held against what was drawn: `tsx bench/scans.ts [seeds] [first seed]`. */
import { DEFAULT_INTAKE, readPage, splitPieces } from '../src/core';
import { MANNERS } from '../tests/scans/draw-motif';
import { HELD_OUT } from '../tests/scans/held-out';
import { judgeScan, type ScanVerdict } from '../tests/scans/judge-scan';
import { makeScan } from '../tests/scans/make-scan';

const seeds = Number(process.argv[2] ?? 4);
const first = Number(process.argv[3] ?? Date.now() % 1e6);
const isIn = (p: { x: number; y: number }, b: { x: number; y: number; width: number; height: number }) =>
  p.x >= b.x && p.y >= b.y && p.x < b.x + b.width && p.y < b.y + b.height;
const share = (list: number[], good: (v: number) => boolean) =>
  list.length ? `${((100 * list.filter(good).length) / list.length).toFixed(1)} %` : 'none';
console.log(`Seeds ${first} to ${first + seeds - 1}; odd ones come as JPEG 92.`);
for (const manner of [...MANNERS, ...HELD_OUT]) {
  const all: ScanVerdict[] = [];
  let [unsaid, offered] = [0, 0];
  for (let n = 0; n < seeds; n++) {
    const scan = await makeScan(manner, first + n);
    const told = readPage(scan.page, scan.ppi, DEFAULT_INTAKE).shutIn.filter((p) => p.open);
    const verdict = judgeScan(scan, splitPieces(scan.page, scan.ppi, DEFAULT_INTAKE));
    all.push(verdict);
    // A lost light is told where one of the places offered lies in it.
    unsaid += verdict.lost.filter((l) => !told.some(({ box }) => isIn(l, box))).length;
    offered += told.length;
  }
  const sum = (of: (v: ScanVerdict) => number) => all.reduce((s, v) => s + of(v), 0);
  const list = (of: (v: ScanVerdict) => number[]) => all.flatMap(of);
  console.log(
    `${manner}: ${sum((v) => v.whole)} of ${sum((v) => v.motifs)} whole, ${sum((v) => v.merged)} merged; IoU at least 0.97 for ${share(
      list((v) => v.iou),
      (v) => v >= 0.97,
    )}; edges on dark under 3 dE00 ${share(
      list((v) => v.edge),
      (v) => v < 3,
    )}; a pale rim at ${((100 * sum((v) => v.pale)) / sum((v) => v.edge.length)).toFixed(1)} %; fine lines within 6 ${share(
      list((v) => v.line),
      (v) => v < 6,
    )}; ${sum((v) => v.lost.length)} places lost, ${unsaid} of them without a word; ${offered} places nearly shut in offered.`,
  );
}
