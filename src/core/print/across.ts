import { ArgumentError } from '../units';

export type Across = {
  /** Repeats across the width, whole and broken; the whole ones; what is left over beside them, mm. */
  repeats: number;
  whole: number;
  restMm: number;
  /** What is left over at either edge where the repeats lie in the middle, mm. */
  edgeMm: number;
  /** The nearest width of the repeat of which a whole number goes across, and how many that is. */
  nearest: { repeats: number; mm: number };
};

/**
 * How many repeats go across a width of cloth or of a roll, what is cut off at its edges, and the nearest size that gives a whole number.
 * @param widthMm what is filled. @param repeatMm how wide a repeat is. @throws ArgumentError for widths that are not above 0.
 */
export function repeatsAcross(widthMm: number, repeatMm: number): Across {
  if (!(widthMm > 0 && repeatMm > 0 && Number.isFinite(widthMm / repeatMm)))
    throw new ArgumentError('Widths must be above 0.');
  const repeats = widthMm / repeatMm;
  const whole = Math.floor(repeats + 1e-9);
  const restMm = Math.max(0, widthMm - whole * repeatMm);
  const sizes = [Math.max(1, whole), whole + 1].map((n) => ({ repeats: n, mm: widthMm / n }));
  const off = ({ mm }: { mm: number }) => Math.abs(Math.log(mm / repeatMm));
  const [nearest] = sizes.sort((a, b) => off(a) - off(b));
  return { repeats, whole, restMm, edgeMm: restMm / 2, nearest };
}
