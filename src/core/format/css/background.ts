import type { Prepared } from '../../render';
import { MM_PER_INCH } from '../../units';
import { blockInLetters, bytesOf, DATA, openLetters } from '../embedded';
import type { FileBytes, Inflate, OnReadRow, ReadHead, SheetAsk } from '../format';
import { tornFile } from '../png/rows';
import type { OnRow } from '../sheet-rows';

/** Words as they may stand within a comment. */
const inComment = (text: string) => text.replace(/\*\//g, '* /').replace(/[\r\n]+/g, ' ');

/**
 * Writes a block as the background of a page (CSS Backgrounds 3): a rule `.repeat` with the block in it as a PNG, in its true size.
 * Whatever has it is filled with the repeat, however large it is.
 */
export function* blockCss(
  block: Prepared,
  ask: SheetAsk,
  onRow: OnRow = () => {},
): Generator<Uint8Array<ArrayBuffer>> {
  const mm = (px: number) => `${Number(((px / ask.ppi) * MM_PER_INCH).toFixed(4))}mm`;
  const { width, height } = block;
  const about = ask.about ? `/* ${inComment(`${ask.about.title}: ${ask.about.description}`)} */\n` : '';
  yield bytesOf(`${about}.repeat {\n  background-image: url("${DATA}`);
  yield* blockInLetters(block, ask, onRow);
  yield bytesOf(
    `");\n  background-repeat: repeat;\n  background-size: ${mm(width)} ${mm(height)};\n  /* ${width} x ${height} px */\n}\n`,
  );
}

/** Reads such a rule: its picture's rows, and its ppi by the size that it is shown in. @throws Said for a file that is torn or of another kind. */
export async function cssRows(file: FileBytes, inflate: Inflate, onRow: OnReadRow): Promise<ReadHead> {
  const { after, rows } = await openLetters(file, inflate);
  const said = /^"\);\s+background-repeat: repeat;\s+background-size: ([\d.]+)mm ([\d.]+)mm;/.exec(after);
  if (!said) throw tornFile();
  const head = await rows(onRow);
  const [across, down] = [head.width / Number(said[1]), head.height / Number(said[2])];
  if (Math.abs(across - down) > 0.01 * across) throw tornFile();
  return { ...head, ppi: Math.round(across * MM_PER_INCH) };
}
