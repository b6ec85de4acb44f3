import type { Size } from '../../lattice';
import { ArgumentError } from '../../units';
import type { About } from '../format';

/** Papers that are at hand, mm. */
export const PAPERS = {
  a4: { name: 'A4', width: 210, height: 297 },
  letter: { name: 'Letter', width: 215.9, height: 279.4 },
} as const;
export type Paper = keyof typeof PAPERS;

/** No printer prints to the edge; pages that are put together lie over each other by so much, mm. */
export const EDGE = 10;
export const OVERLAP = 12;
export const HEAD = 16;
const MOST_PAGES = 60;

/** Marks on a strike-off sheet stand so far apart, mm: what they measure on washed cloth tells what it lost. */
export const STRIKE_MARKS = { across: 150, along: 100 };

/** A colour as it is shown on paper, and what it is called. */
export type Chip = { code: string; hex: string };

export type TestPrintAsk = {
  paper: Paper;
  /** How fine the block is given, ppi. */
  ppi: number;
  /**
   * The cloth at these sizes, times its own, on one page; or, at the first of them, one whole repeat over as many pages as it takes, or a
   * sheet to judge a strike-off by.
   */
  shows: 'sizes' | 'whole' | 'strike-off';
  scales: readonly number[];
  about: About;
  /** A line for each size. */
  lines: readonly string[];
  chips: readonly Chip[];
  /** For a strike-off: every colourway, by name. */
  ways: readonly { name: string; chips: readonly Chip[] }[];
  /** What the ruler of 100 mm measured when it was printed last, mm: all is made so much larger or smaller. */
  measured: number;
  fonts: { plain: Uint8Array; bold: Uint8Array };
};

/** How many pages a test print takes, across and down. @throws ArgumentError for more than are printed. */
export function testPrintPages(
  blockMm: Size,
  { paper, scales, shows }: Pick<TestPrintAsk, 'paper' | 'scales' | 'shows'>,
) {
  if (shows !== 'whole') return { across: 1, down: 1 };
  const { width, height } = PAPERS[paper];
  const pages = (long: number, page: number) =>
    Math.max(1, Math.ceil((long - OVERLAP) / (page - 2 * EDGE - OVERLAP) - 1e-9));
  const [across, down] = [
    pages(blockMm.width * scales[0], width),
    pages(blockMm.height * scales[0], height - HEAD),
  ];
  if (across * down > MOST_PAGES)
    throw new ArgumentError(
      `One repeat would take ${across * down} pages; up to ${MOST_PAGES} are printed. Print it smaller, or the sizes beside each other.`,
    );
  return { across, down };
}
