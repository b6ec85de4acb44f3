/** What the check sees of cloths flattened into a picture, beside the same cloths laid: `tsx bench/flattened.ts [each] [seed]`. */
import { GENERATORS } from '../tests/eye/cloths';
import { FAULTS } from '../tests/eye/faults';
import { judgeFlattened } from '../tests/pieces/flattened';
import { judgeSmall } from '../tests/pieces/small-faults';

const each = Number(process.argv[2] ?? 2);
const seed = Number(process.argv[3] ?? Date.now() % 1e6);
const { laid, flat, unread } = await judgeFlattened(
  GENERATORS,
  each,
  seed,
  process.argv[4] ? console.log : undefined,
);
const text = (c: (typeof laid)['lane']) =>
  `recall ${(c.found / c.planted).toFixed(3)}, precision ${(c.right / Math.max(1, c.told)).toFixed(3)}`;
for (const fault of FAULTS)
  console.log(`${fault} (${laid[fault].planted}): laid ${text(laid[fault])}; flat ${text(flat[fault])}`);
console.log(`Not read: ${unread}.`);
const small = await judgeSmall(GENERATORS, each, seed);
console.log(`sliver (${small.laid.planted}): laid ${text(small.laid)}; flat ${text(small.flat)}`);
console.log(`specks (${small.specks.planted}): flat ${text(small.specks)}`);
