import { ArgumentError } from '../units';

/** A colourway on a presentation board: its name, a note, and its colours with a code each. */
type BoardWay = { name: string; note: string; chips: { hex: string; code: string }[] };
export type Board = {
  title: string;
  subtitle: string;
  ways: BoardWay[];
  cellMm: { width: number; height: number };
};

export type BoardText = {
  kind: 'text';
  x: number;
  y: number;
  sizeMm: number;
  bold: boolean;
  text: string;
  width: number;
};

/** What is drawn on a board, lengths in mm from its top left corner; text stands on its base line. */
export type BoardMark =
  | BoardText
  | { kind: 'box'; x: number; y: number; width: number; height: number; hex: string }
  | { kind: 'picture'; way: number; x: number; y: number; width: number; height: number };

/** A board laid out: its sheet, its marks, and how many times smaller than life the cloth is on it. */
export type BoardSheet = { width: number; height: number; marks: BoardMark[]; scale: number };

/** A3, lying. */
const SHEET = { width: 420, height: 297 };
const EDGE = 14;
const HEAD = 25;
const GAP = 9;
const FOOT = 25;
const SCALES = [1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 15, 20, 30];
const INK = '#221a2b';
const MOST = 16;

const LINE = 0.12;
/** What lies under a cloth or a chip, a hair larger: pale ones stand out from the sheet. */
const hairline = (box: { x: number; y: number; width: number; height: number }): BoardMark => ({
  kind: 'box',
  x: box.x - LINE,
  y: box.y - LINE,
  width: box.width + 2 * LINE,
  height: box.height + 2 * LINE,
  hex: '#c4bfc8',
});

/**
 * Lays out a board of colourways: title, each cloth at one and the same scale with its colours and their codes, and
 * a bar to judge the size by.
 * @throws ArgumentError unless there are 1 to 16 colourways.
 */
export function boardSheet({ title, subtitle, ways, cellMm }: Board): BoardSheet {
  const n = ways.length;
  if (n < 1 || n > MOST) throw new ArgumentError(`A board shows 1 to ${MOST} colourways.`);
  const columns = n === 1 ? 1 : n <= 4 ? 2 : n <= 9 ? 3 : 4;
  const rows = Math.ceil(n / columns);
  const width = (SHEET.width - 2 * EDGE - (columns - 1) * GAP) / columns;
  const room = SHEET.height - 2 * EDGE - HEAD - 6;
  const height = (room - (rows - 1) * GAP - rows * FOOT) / rows;
  const scale = SCALES.find((k) => width * k >= cellMm.width && height * k >= cellMm.height * 0.6) ?? 40;
  const marks: BoardMark[] = [];
  const text = (x: number, y: number, sizeMm: number, words: string, bold = false, room = width) =>
    marks.push({ kind: 'text', x, y, sizeMm, bold, text: words, width: room });
  text(EDGE, EDGE + 9, 9, title, true, SHEET.width - 2 * EDGE);
  text(EDGE, EDGE + 16, 3.6, subtitle, false, SHEET.width - 2 * EDGE);
  for (const [k, way] of ways.entries()) {
    const x = EDGE + (k % columns) * (width + GAP);
    const y = EDGE + HEAD + Math.floor(k / columns) * (height + FOOT + GAP);
    marks.push(hairline({ x, y, width, height }), { kind: 'picture', way: k, x, y, width, height });
    text(x, y + height + 5.5, 4.4, way.name, true, width * 0.45);
    if (way.note) text(x + width * 0.47, y + height + 5.5, 3, way.note, false, width * 0.53);
    const step = Math.min(22, width / way.chips.length);
    for (const [c, { hex, code }] of way.chips.entries()) {
      const chip = { x: x + c * step, y: y + height + 8.5, width: step - 1.5, height: 9 };
      marks.push(hairline(chip), { kind: 'box', ...chip, hex });
      text(x + c * step, y + height + 21, 2.4, code, false, step - 1);
    }
  }
  const foot = SHEET.height - EDGE + 2;
  marks.push({ kind: 'box', x: EDGE, y: foot - 1.2, width: 100 / scale, height: 1.2, hex: INK });
  text(
    EDGE + 100 / scale + 3,
    foot,
    3,
    `10 cm of cloth. Every cloth here is ${scale === 1 ? 'true size' : `1:${scale}`} on an A3 sheet.`,
    false,
    200,
  );
  return { ...SHEET, marks, scale };
}
