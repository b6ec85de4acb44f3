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

/** A board laid out: its sheet and its marks. */
export type BoardSheet = { width: number; height: number; marks: BoardMark[] };

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

/** How some pictures lie on a board, each with room for its words under it: their places, mm. */
function placesOf(n: number, foot: number) {
  const columns = n === 1 ? 1 : n <= 4 ? 2 : n <= 9 ? 3 : 4;
  const rows = Math.ceil(n / columns);
  const width = (SHEET.width - 2 * EDGE - (columns - 1) * GAP) / columns;
  const room = SHEET.height - 2 * EDGE - HEAD - 6;
  const height = (room - (rows - 1) * GAP - rows * foot) / rows;
  return {
    ...{ width, height },
    at: (k: number) => ({
      x: EDGE + (k % columns) * (width + GAP),
      y: EDGE + HEAD + Math.floor(k / columns) * (height + foot + GAP),
    }),
  };
}

/** Puts what stands on a board in its list. */
function marker(marks: BoardMark[]) {
  const text = (x: number, y: number, sizeMm: number, words: string, room: number, bold = false) =>
    marks.push({ kind: 'text', x, y, sizeMm, bold, text: words, width: room });
  return {
    text,
    head(title: string, subtitle: string) {
      text(EDGE, EDGE + 9, 9, title, SHEET.width - 2 * EDGE, true);
      text(EDGE, EDGE + 16, 3.6, subtitle, SHEET.width - 2 * EDGE);
    },
    picture(way: number, box: { x: number; y: number; width: number; height: number }) {
      marks.push(hairline(box), { kind: 'picture', way, ...box });
    },
    /** Colours beside each other, each with its code under it where there is room. */
    chips(chips: BoardWay['chips'], x: number, y: number, width: number, height: number) {
      const step = Math.min(22, width / chips.length);
      for (const [c, { hex, code }] of chips.entries()) {
        const chip = { x: x + c * step, y, width: step - 1.5, height };
        marks.push(hairline(chip), { kind: 'box', ...chip, hex });
        if (height > 6) text(chip.x, y + height + 3.5, 2.4, code, step - 1);
      }
    },
  };
}

/**
 * Lays out a board of colourways: title, each cloth at one and the same scale with its colours and their codes, and
 * a bar to judge the size by; `scale`: how many times smaller than life the cloth is on it.
 * @throws ArgumentError unless there are 1 to 16 colourways.
 */
export function boardSheet({ title, subtitle, ways, cellMm }: Board): BoardSheet & { scale: number } {
  const n = ways.length;
  if (n < 1 || n > MOST) throw new ArgumentError(`A board shows 1 to ${MOST} colourways.`);
  const { width, height, at } = placesOf(n, FOOT);
  const scale = SCALES.find((k) => width * k >= cellMm.width && height * k >= cellMm.height * 0.6) ?? 40;
  const marks: BoardMark[] = [];
  const put = marker(marks);
  put.head(title, subtitle);
  for (const [k, way] of ways.entries()) {
    const { x, y } = at(k);
    put.picture(k, { x, y, width, height });
    put.text(x, y + height + 5.5, 4.4, way.name, width * 0.45, true);
    if (way.note) put.text(x + width * 0.47, y + height + 5.5, 3, way.note, width * 0.53);
    put.chips(way.chips, x, y + height + 8.5, width, 9);
  }
  const foot = SHEET.height - EDGE + 2;
  marks.push({ kind: 'box', x: EDGE, y: foot - 1.2, width: 100 / scale, height: 1.2, hex: INK });
  put.text(
    EDGE + 100 / scale + 3,
    foot,
    3,
    `10 cm of cloth. Every cloth here is ${scale === 1 ? 'true size' : `1:${scale}`} on an A3 sheet.`,
    200,
  );
  return { ...SHEET, marks, scale };
}

/** A thing on a board: its name, its sizes in words, and the colours of its cloth. */
type BoardThing = { name: string; note: string; chips: BoardWay['chips'] };
const MOST_THINGS = 6;
const THING_FOOT = 15;

/**
 * Lays out a board of things with the design on them, each in its own scale, with what it is, how large, and its colours.
 * @throws ArgumentError unless there are 1 to 6 things.
 */
export function thingsSheet({
  title,
  subtitle,
  things,
}: {
  title: string;
  subtitle: string;
  things: BoardThing[];
}): BoardSheet {
  if (things.length < 1 || things.length > MOST_THINGS)
    throw new ArgumentError(`A board shows 1 to ${MOST_THINGS} things.`);
  const { width, height, at } = placesOf(things.length, THING_FOOT);
  const marks: BoardMark[] = [];
  const put = marker(marks);
  put.head(title, subtitle);
  for (const [k, { name, note, chips }] of things.entries()) {
    const { x, y } = at(k);
    put.picture(k, { x, y, width, height });
    put.text(x, y + height + 5.5, 4, name, width * 0.62, true);
    put.text(x, y + height + 10, 3, note, width * 0.62);
    put.chips(chips, x + width * 0.65, y + height + 2.5, width * 0.35, 5);
  }
  return { ...SHEET, marks };
}
