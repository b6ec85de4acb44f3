import type { ClothMeasures } from './measures';

/** The gap to what lies nearest, mm, for every placement, as the picture has it, and their middle value. */
export function nearestGaps(cloth: ClothMeasures): { gaps: number[]; middle: number } {
  const n = cloth.scene.placements.length;
  const gaps = new Array<number>(n).fill(Number.POSITIVE_INFINITY);
  for (const { i, j, gap } of cloth.pairs) {
    gaps[i % n] = Math.min(gaps[i % n], cloth.mm(gap));
    gaps[j % n] = Math.min(gaps[j % n], cloth.mm(gap));
  }
  const known = gaps.filter(Number.isFinite).sort((a, b) => a - b);
  return { gaps, middle: known[known.length >> 1] ?? 0 };
}
