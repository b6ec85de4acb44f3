import { cielabOf, cielabOfD50, hexOfRgb, rgbOfCielab, rgbOfHex, type Solid } from '../../colour';
import { fullHex } from '../palette/palette-text';
import { FileRefused } from '../refused';
import { csvRows, tidyName } from '../text';

const MOST_SOLIDS = 4000;

/**
 * A book of solids as CSV with a head: a column `name`, and a column `hex`, or columns `L`, `a`, `b` (CIE
 * L*a*b*, D50, as colour is measured for print).
 * @throws FileRefused, naming the line, for a row that has no name or no colour.
 */
export function readSolids(text: string): Solid[] {
  const [head, ...rows] = csvRows(text);
  const column = (name: string) => head?.findIndex((c) => c.trim().toLowerCase() === name) ?? -1;
  const [name, hex, l, a, b] = ['name', 'hex', 'l', 'a', 'b'].map(column);
  const inLab = l >= 0 && a >= 0 && b >= 0;
  if (name < 0 || (hex < 0 && !inLab))
    throw new FileRefused('A book of solids is a CSV with columns name and hex, or name, L, a and b.');
  if (rows.length > MOST_SOLIDS) throw new FileRefused(`A book holds up to ${MOST_SOLIDS} solids.`);
  if (!rows.length) throw new FileRefused('There is no solid in this book.');
  return rows.map((row, n): Solid => {
    const trouble = (what: string) => new FileRefused(`Line ${n + 2} of the book ${what}.`);
    const called = tidyName(row[name] ?? '');
    if (!called) throw trouble('has no name');
    if (inLab && [l, a, b].every((k) => (row[k] ?? '') !== '')) {
      const lab = [l, a, b].map((k) => Number(row[k])) as [number, number, number];
      if (
        !lab.every(Number.isFinite) ||
        lab[0] < 0 ||
        lab[0] > 100 ||
        Math.abs(lab[1]) > 200 ||
        Math.abs(lab[2]) > 200
      )
        throw trouble('has an L, a or b that is no colour');
      const d65 = cielabOfD50(lab);
      return { name: called, hex: hexOfRgb(rgbOfCielab(d65)), lab: d65 };
    }
    const digits = /^#?([0-9a-f]{6})$/i.exec((row[hex] ?? '').trim())?.[1];
    if (!digits) throw trouble('has no colour');
    const code = fullHex(digits);
    return { name: called, hex: code, lab: cielabOf(rgbOfHex(code)) };
  });
}
