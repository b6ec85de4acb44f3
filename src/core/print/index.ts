export { type Across, repeatsAcross } from './across';
export {
  type Board,
  type BoardMark,
  type BoardSheet,
  type BoardText,
  boardSheet,
  thingsSheet,
} from './board';
export { CLOTH_FOR, clothText } from './cloth-for';
export { type ClothAsk, type ClothPlan, clothPlan, type PieceAsk } from './cloth-plan';
export { enlargementLimit, scanPpiFor } from './enlarge';
export { type GoodsNeeds, goodsNeeds, type Meeting, printSizeOf } from './goods-needs';
export { withRegisterMarks } from './register-marks';
export { type RollMatch, rollMatch } from './roll-match';
export { type Opening, type RollAsk, type RollPlan, rollPlan } from './roll-plan';
export { compensated, type Shrinkage, shrinkageOf, shrinkageText } from './shrinkage';
export { type Widths, widthsThatWork } from './widths-that-work';

import { ArgumentError, LIMITS } from '../units';

/** ppi of art as printed: the file's ppi divided by how much it is enlarged. */
export function effectivePpi(artPpi: number, scale: number): number {
  if (!(artPpi > 0 && scale > 0)) throw new ArgumentError('The ppi and the scale must be above 0.');
  return artPpi / scale;
}

/** Printed sizes to compare: the cell and each motif at every factor, mm. */
export function sizeLadder(
  cellMm: { width: number; height: number },
  motifsMm: { id: string; width: number; height: number }[],
  factors: number[],
) {
  return factors.map((factor) => {
    if (!(factor > 0)) throw new ArgumentError('A size factor must be above 0.');
    return {
      factor,
      cell: { width: cellMm.width * factor, height: cellMm.height * factor },
      motifs: motifsMm.map((m) => ({ id: m.id, width: m.width * factor, height: m.height * factor })),
      fits: cellMm.width * factor <= LIMITS.maxMm && cellMm.height * factor <= LIMITS.maxMm,
    };
  });
}
