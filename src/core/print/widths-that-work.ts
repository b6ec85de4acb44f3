import { ArgumentError } from '../units';

/** What a design has at its size now: the width of its repeat, what it is judged by; null: not measured. */
type SizeNow = {
  repeatMm: number;
  heroMm: number;
  /** The fewest ppi of its art, and its thinnest line, mm. */
  ppi: number;
  lineMm: number | null;
};

/** What it is printed as. */
type PrintedAs = { name: string; ppi: number; lineMm: number };

type WidthsAsk = {
  now: SizeNow;
  printed: readonly PrintedAs[];
  /** How high the largest motif is wanted, mm. */
  hero?: { least: number; most: number };
  /** A width that is to hold a whole number of repeats, mm. */
  across?: number;
};

/** A side of the band, and what gives way beyond it; null: nothing does. */
type Side = { mm: number; why: string } | null;
export type Widths = {
  least: Side;
  most: Side;
  /** Whether there is any width between them. */
  any: boolean;
  /** Widths in the band of which a whole number goes across, widest first. */
  whole: { repeats: number; mm: number }[];
};

const MOST_WHOLE = 12;

/**
 * The widths of the repeat at which all holds: the art has the pixels, the thinnest line prints, the largest motif is as high as it is
 * wanted, for everything that it is printed as.
 * @throws ArgumentError for sizes that are not above 0.
 */
export function widthsThatWork({ now, printed, hero, across }: WidthsAsk): Widths {
  if (![now.repeatMm, now.heroMm, now.ppi].every((v) => v > 0))
    throw new ArgumentError('A design has sizes above 0.');
  if (hero && !(hero.least > 0 && hero.most >= hero.least))
    throw new ArgumentError(
      'The largest motif is wanted from some height above 0 to one that is no smaller.',
    );
  const at = (factor: number) => factor * now.repeatMm;
  const least: NonNullable<Side>[] = [];
  const most: NonNullable<Side>[] = [];
  for (const { name, ppi, lineMm } of printed) {
    if (Number.isFinite(now.ppi))
      most.push({ mm: at(now.ppi / ppi), why: `the art has fewer than ${ppi} ppi (${name})` });
    if (now.lineMm && Number.isFinite(now.lineMm))
      least.push({
        mm: at(lineMm / now.lineMm),
        why: `its thinnest line is under ${lineMm} mm (${name})`,
      });
  }
  if (hero) {
    least.push({ mm: at(hero.least / now.heroMm), why: 'the largest motif is lower than it is wanted' });
    most.push({ mm: at(hero.most / now.heroMm), why: 'the largest motif is higher than it is wanted' });
  }
  const low = least.sort((a, b) => b.mm - a.mm)[0] ?? null;
  const high = most.sort((a, b) => a.mm - b.mm)[0] ?? null;
  const [from, to] = [low?.mm ?? 0, high?.mm ?? Number.POSITIVE_INFINITY];
  const any = from <= to * (1 + 1e-9);
  const whole: Widths['whole'] = [];
  if (any && across && across > 0)
    for (let repeats = Math.max(1, Math.ceil(across / to - 1e-9)); whole.length < MOST_WHOLE; repeats++) {
      const mm = across / repeats;
      if (mm < from * (1 - 1e-9) || mm < 1) break;
      whole.push({ repeats, mm });
    }
  return { least: low, most: high, any, whole };
}
