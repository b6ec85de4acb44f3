import { ArgumentError } from '../units';
import { compensated, type Shrinkage } from './shrinkage';

/** Pieces of one size that are cut from cloth, mm. */
export type PieceAsk = { name: string; width: number; height: number; count: number };

export type ClothAsk = {
  pieces: readonly PieceAsk[];
  /** The width of the cloth that is printed, mm, and its repeat block. */
  cloth: number;
  repeat: { width: number; height: number };
  /** Every piece of a name begins at the same place of the repeat, so that they match. */
  matched: boolean;
  /** The cloth has a top: no piece is laid crosswise. */
  oneWay: boolean;
  /** What the cloth loses when it is washed. */
  shrinks?: Shrinkage;
};

/** A piece as it is cut: its corner on the cloth, and its size there, mm; `turned`: laid crosswise. */
type ClothPiece = {
  name: string;
  x: number;
  y: number;
  width: number;
  height: number;
  turned: boolean;
};

export type ClothPlan = { pieces: ClothPiece[]; length: number; used: number; waste: number };

const MOST = 2000;

/**
 * Where each piece is cut from a length of cloth, and how much of it is to be bought: rows of pieces of one size, as many beside each other
 * as fit; matched ones begin a whole number of repeats apart. Pieces are cut larger by what the cloth loses, smaller by what it grows.
 * @throws ArgumentError for sizes that are not above 0, more pieces than are planned, and a piece wider than the cloth.
 */
export function clothPlan({ pieces, cloth, repeat, matched, oneWay, shrinks }: ClothAsk): ClothPlan {
  const sizes = pieces.flatMap((p) => [p.width, p.height]);
  if (![cloth, repeat.width, repeat.height, ...sizes].every((v) => v > 0 && Number.isFinite(v)))
    throw new ArgumentError('Cloth, repeat and pieces have sizes above 0.');
  if (
    pieces.some((p) => !Number.isInteger(p.count) || p.count < 0) ||
    pieces.reduce((s, p) => s + p.count, 0) > MOST
  )
    throw new ArgumentError(`Up to ${MOST} pieces are planned.`);
  const up = (v: number, step: number) => (matched ? Math.ceil(v / step - 1e-9) * step : v);
  const cut: ClothPiece[] = [];
  let y = 0;
  for (const { name, width, height, count } of pieces) {
    if (!count) continue;
    const lies = [false, ...(oneWay || width === height ? [] : [true])].flatMap((turned) => {
      const [w, h] = turned ? [height, width] : [width, height];
      const size = compensated({ width: w, height: h }, shrinks ?? { across: 0, along: 0 });
      if (size.width > cloth + 1e-9) return [];
      const step = { x: up(size.width, repeat.width), y: up(size.height, repeat.height) };
      // The last one beside the others takes its own width, not a step.
      const beside = 1 + Math.max(0, Math.floor((cloth - size.width) / step.x + 1e-9));
      const rows = Math.ceil(count / beside);
      return [{ turned, size, step, beside, rows, long: (rows - 1) * step.y + size.height }];
    });
    const best = lies.sort((a, b) => a.long - b.long)[0];
    if (!best) throw new ArgumentError(`${name} is wider than the cloth.`);
    y = up(y, repeat.height);
    for (let n = 0; n < count; n++) {
      const [column, row] = [n % best.beside, Math.floor(n / best.beside)];
      cut.push({
        ...{ name, x: column * best.step.x, y: y + row * best.step.y },
        ...{ ...best.size, turned: best.turned },
      });
    }
    y += best.long;
  }
  const used = cut.reduce((s, p) => s + p.width * p.height, 0);
  return { pieces: cut, length: y, used, waste: y * cloth - used };
}
