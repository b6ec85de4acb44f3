/** How pieces are told apart on drawings: `tsx bench/pieces.ts [each] [seed]`: grounds and hands in turn, PNG and JPEG 90. */
import { judgePieces, type Verdict } from '../tests/pieces/judge';
import { GROUND_KINDS, HANDS, makeDrawing } from '../tests/pieces/make-drawing';

const each = Number(process.argv[2] ?? 2);
const seed = Number(process.argv[3] ?? Date.now() % 1e6);
const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1];
for (const kind of GROUND_KINDS) {
  for (const hand of HANDS) {
    const all: Verdict[] = [];
    for (let k = 0; k < each; k++) all.push(judgePieces(await makeDrawing(kind, hand, seed + k)));
    const sum = (of: (v: Verdict) => number) => all.reduce((s, v) => s + of(v), 0);
    const ious = all.flatMap((v) => v.ious);
    console.log(
      `${kind}, ${hand}: ${sum((v) => v.whole)} of ${sum((v) => v.shapes)} whole, ${sum((v) => v.merged)} merged, ${sum((v) => v.split)} split, ${sum((v) => v.lost)} lost, ${sum((v) => v.extra)} extra; IoU middle ${middle(ious)?.toFixed(3)}, ${ious.filter((v) => v < 0.95).length} under 0.95; ${middle(all.map((v) => v.ms)).toFixed(0)} ms. ${all.flatMap((v) => v.doubt ?? []).join('; ')}`,
    );
  }
}
