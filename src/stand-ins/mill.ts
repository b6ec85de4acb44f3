import { hexOfOklch, writeCsv } from '../core';

/** Hues of the made-up mill's solids: a name, degrees and strength; each comes pale, light, middle and deep. */
const HUES: [family: string, hue: number, chroma: number, names: [string, string, string, string]][] = [
  ['Madder', 32, 0.14, ['Shell', 'Coral Slip', 'Madder', 'Brick Kiln']],
  ['Ochre', 62, 0.12, ['Oatmeal', 'Honey', 'Ochre', 'Bronze Peat']],
  ['Tansy', 92, 0.13, ['Buttermilk', 'Straw', 'Tansy', 'Olive Oil']],
  ['Lichen', 122, 0.09, ['Celery', 'Lichen', 'Fern Path', 'Deep Moss']],
  ['Sage', 152, 0.06, ['Dew', 'Sage', 'Copper Roof', 'Fir']],
  ['Sea', 195, 0.07, ['Spray', 'Shallows', 'Sea Glass', 'Harbour']],
  ['Slate', 235, 0.05, ['Mist', 'Pigeon', 'Slate', 'Wet Slate']],
  ['Indigo', 262, 0.11, ['Ice', 'Chambray', 'Woad', 'Indigo']],
  ['Heather', 300, 0.09, ['Lilac Wash', 'Heather', 'Mulberry', 'Aubergine']],
  ['Plum', 340, 0.11, ['Petal', 'Rose Clay', 'Plum', 'Damson']],
  ['Blush', 18, 0.07, ['Linen Blush', 'Blush', 'Terracotta', 'Cocoa']],
  ['Grey', 75, 0.008, ['Chalk', 'Ash', 'Pewter', 'Char']],
];
const DEPTHS: [l: number, c: number][] = [
  [0.945, 0.28],
  [0.82, 0.62],
  [0.6, 1],
  [0.33, 0.62],
];

/** The mill's book of 48 cloth solids, as CSV: a number and name, a family, and the colour. */
export const bookOfSolids = (): string =>
  writeCsv([
    ['name', 'family', 'hex'],
    ...HUES.flatMap(([family, h, c, names], n) =>
      DEPTHS.map(([l, k], d) => [`${n + 1}${d + 1} ${names[d]}`, family, hexOfOklch({ l, c: c * k, h })]),
    ),
  ]);
