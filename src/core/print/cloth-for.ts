/** What is sewn, and the cloth that suits it: its weight, g/m2, and how it falls. */
export type ClothFor = {
  id: string;
  name: string;
  weight: readonly [least: number, most: number];
  falls: string;
};

/** Usual weights in the trade; whoever sells the cloth knows its own. */
export const CLOTH_FOR: readonly ClothFor[] = [
  {
    id: 'cushion',
    name: 'a cushion',
    weight: [180, 300],
    falls: 'firm enough to keep its corners; it need not fall',
  },
  {
    id: 'curtain',
    name: 'a curtain',
    weight: [150, 300],
    falls: 'heavy enough to hang straight, soft enough to fold',
  },
  {
    id: 'shirt',
    name: 'a shirt or blouse',
    weight: [90, 150],
    falls: 'light and smooth; what is stiffer stands off the body',
  },
  {
    id: 'dress',
    name: 'a dress',
    weight: [110, 200],
    falls: 'flowing for a full skirt, firmer for a shaped one',
  },
  {
    id: 'skirt',
    name: 'a skirt',
    weight: [150, 260],
    falls: 'with some weight, so that it swings and does not cling',
  },
  { id: 'trousers', name: 'trousers', weight: [220, 340], falls: 'firm, and woven closely at knee and seat' },
  { id: 'towel', name: 'a tea towel', weight: [160, 240], falls: 'it need not fall; it must drink' },
  { id: 'bag', name: 'a tote bag', weight: [240, 400], falls: 'stiff enough to stand by itself' },
  { id: 'seat', name: 'a seat', weight: [280, 500], falls: 'stiff and hard-wearing; it does not fall' },
];

/** An ounce to the square yard, g/m2. */
const OUNCE = 33.906;

/** A word on the cloth that suits what is sewn, in the unit of a bolt. */
export function clothText({ name, weight, falls }: ClothFor, unit: 'in' | 'cm'): string {
  const [least, most] = unit === 'cm' ? weight : weight.map((g) => Math.round((2 * g) / OUNCE) / 2);
  return `For ${name}: cloth of ${least} to ${most} ${unit === 'cm' ? 'g/m\u00b2' : 'oz/yd\u00b2'}, ${falls}.`;
}
