import type { Size } from '../lattice';
import { type Goods, lengthsOf, type Product } from '../products';
import { ArgumentError, mmToPx } from '../units';

/** How the ends of a print meet that goes round something: how often it repeats there, and how many times its size it would be for whole repeats. */
export type Meeting = { girthMm: number; repeats: number; whole: number; times: number };

/** What a thing asks of the file that is sent for it. */
export type GoodsNeeds = {
  /** One block, or a sheet of so many px (bleed among them). */
  prints: Goods['prints'];
  file: Size;
  /** The ppi of that file, and what the art has at the size that it is shown at; too few for it. */
  ppi: number;
  held: number;
  fewPpi: boolean;
  /** The repeat is larger than the thing, across or down: not all of it is on it. */
  larger: boolean;
  meets: Meeting | null;
};

/** What is larger by less is not called so. */
const NEARLY = 1.001;

type Ask = {
  product: Product;
  /** The print of the thing, and the repeat block at its own size, mm. */
  printMm: Size;
  blockMm: Size;
  /** How many times its own size the design is on it; the ppi of the brief, and of the art at its own size. */
  times: number;
  ppi: number;
  heldPpi: number;
};

/**
 * What must be sent for a thing: one repeat block, or a sheet as large as it is with its bleed; what that comes to in px, and whether
 * the art has enough of them. @throws ArgumentError for a product of which nothing is made, and sizes that are not above 0.
 */
export function goodsNeeds({ product, printMm, blockMm, times, ppi, heldPpi }: Ask): GoodsNeeds {
  const { goods, wants } = product;
  if (!goods) throw new ArgumentError(`Nothing is made of ${product.name} here.`);
  if (![printMm.width, printMm.height, blockMm.width, blockMm.height, times, ppi].every((v) => v > 0))
    throw new ArgumentError('A thing, its repeat and its ppi are above 0.');
  const block = { width: blockMm.width * times, height: blockMm.height * times };
  const px = (mm: number) => Math.round(mmToPx(mm, ppi));
  const held = heldPpi / times;
  const girthMm = goods.meets === undefined ? 0 : lengthsOf(printMm)(goods.meets);
  const repeats = girthMm / block.width;
  const whole = Math.max(1, Math.round(repeats));
  return {
    prints: goods.prints,
    file:
      goods.prints === 'block'
        ? { width: px(block.width), height: px(block.height) }
        : { width: px(printMm.width + 2 * goods.bleedMm), height: px(printMm.height + 2 * goods.bleedMm) },
    ...{ ppi, held, fewPpi: held < wants.ppi },
    larger: block.width > printMm.width * NEARLY || block.height > printMm.height * NEARLY,
    meets: girthMm ? { girthMm, repeats, whole, times: (times * repeats) / whole } : null,
  };
}

/** The print of a thing in one of its sizes of a unit, mm; the usual one where there is none of that number. */
export function printSizeOf({ sizes, usual }: Goods, unit: 'in' | 'cm', n: number | null): Size {
  const size = sizes[unit][n ?? usual] ?? sizes[unit][0];
  const per = unit === 'in' ? 25.4 : 10;
  return { width: size.width * per, height: size.height * per };
}
