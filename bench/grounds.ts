/**
 * Pieces taken off coloured grounds: `npm run bench -- grounds [seed]`. Twelve colours, ten manners of drawing, flat and washed; how
 * many pieces are found whole, and how far their colours are from what was drawn.
 */
import { DEFAULT_INTAKE, firstLook, splitPieces } from '../src/core';
import { judge } from '../tests/grounds/judge';
import { GROUNDS, MANNERS, paintedPage } from '../tests/grounds/make-page';

const seed = Number(process.argv[2] ?? 1);
const only = process.argv[3];
const all = { pieces: 0, whole: 0, near: 0, coloured: 0 };
const worst: string[] = [];
for (const washed of [false, true]) {
  const part = { pieces: 0, whole: 0 };
  for (const [m, manner] of MANNERS.entries()) {
    if (only && only !== manner) continue;
    for (const [g, [name, ground]] of Object.entries(GROUNDS).entries()) {
      const page = await paintedPage(manner, ground, washed, seed * 1000 + m * 50 + g * 3 + (washed ? 1 : 0));
      const look = firstLook(page.page, page.ppi);
      let told = { pieces: page.truths.length, whole: 0, colour: [] as number[], found: 0 };
      let why = '';
      try {
        told = judge(page, splitPieces(page.page, page.ppi, { ...DEFAULT_INTAKE, ...look.settings }));
      } catch (error) {
        why = String(error).slice(0, 60);
      }
      part.pieces += told.pieces;
      part.whole += told.whole;
      all.coloured += told.colour.length;
      all.near += told.colour.filter((d) => d <= 3).length;
      const far = told.colour.filter((d) => d > 3);
      if (far.length)
        worst.push(
          `${manner} on ${name}${washed ? ', washed' : ''}: ${far.map((d) => d.toFixed(1)).join(' ')} dE00`,
        );
      if (told.whole < told.pieces)
        worst.push(
          `${manner} on ${name}${washed ? ', washed' : ''}: ${told.whole} of ${told.pieces}, ${told.found} found, ${look.settings.ground} ${why}`,
        );
    }
  }
  console.log(washed ? 'washed' : 'flat', `${part.whole} of ${part.pieces} whole`);
  all.pieces += part.pieces;
  all.whole += part.whole;
}
console.log(
  `all: ${all.whole} of ${all.pieces} whole (${((100 * all.whole) / all.pieces).toFixed(1)} %), ${all.near} of ${all.coloured} within 3 dE00`,
);
console.log(worst.slice(0, 40).join('\n'));
