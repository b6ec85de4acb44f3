import type { Prepared } from '../../render';
import { MM_PER_INCH } from '../../units';
import { blockInLetters, bytesOf, DATA, openLetters } from '../embedded';
import type { FileBytes, Inflate, OnReadRow, ReadHead, SheetAsk } from '../format';
import { tornFile } from '../png/rows';
import type { OnRow } from '../sheet-rows';
import { escapeXml } from '../text';

/**
 * Writes a sheet as an SVG whose `<pattern>` is the block, an embedded PNG (SVG 1.1, 13.3): true size in mm, a pixel of the block a unit.
 * The block lies in it once, however large the sheet is.
 */
export function* sheetSvg(
  block: Prepared,
  ask: SheetAsk,
  onRow: OnRow = () => {},
): Generator<Uint8Array<ArrayBuffer>> {
  const { width, height, ppi, about } = ask;
  const { width: w, height: h } = block;
  const mm = (px: number) => `${Number(((px / ppi) * MM_PER_INCH).toFixed(4))}mm`;
  const title = about
    ? `<title>${escapeXml(about.title)}</title>\n<desc>${escapeXml(about.description)}</desc>\n`
    : '';
  yield bytesOf(
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="${mm(width)}" height="${mm(height)}" viewBox="0 0 ${width} ${height}">\n${title}` +
      `<defs><pattern id="repeat" patternUnits="userSpaceOnUse" width="${w}" height="${h}"><image width="${w}" height="${h}" xlink:href="${DATA}`,
  );
  yield* blockInLetters(block, ask, onRow);
  yield bytesOf(
    `"/></pattern></defs>\n<rect width="${width}" height="${height}" fill="url(#repeat)"/>\n</svg>\n`,
  );
}

/**
 * Reads such an SVG: that its pattern is as large as the picture in it and fills it, and the picture's rows, once each.
 * @throws Said for a file that is torn or of another kind.
 */
export async function svgRows(file: FileBytes, inflate: Inflate, onRow: OnReadRow): Promise<ReadHead> {
  const { before, after, rows } = await openLetters(file, inflate);
  const said =
    /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="0 0 (\d+) (\d+)"[\s\S]*<pattern id="(\w+)" patternUnits="userSpaceOnUse" width="(\d+)" height="(\d+)"><image width="(\d+)" height="(\d+)"/.exec(
      before,
    );
  if (!said) throw tornFile();
  const [mmWide, mmHigh, width, height] = said.slice(1, 5).map(Number);
  const [w, h, imageWidth, imageHeight] = said.slice(6, 10).map(Number);
  const fills = `<rect width="${width}" height="${height}" fill="url(#${said[5]})"/>`;
  if (w !== imageWidth || h !== imageHeight || !after.includes(fills)) throw tornFile();
  const head: ReadHead = { width, height, channels: 3, ppi: 0 };
  const once = Math.min(width, w);
  const inner = await rows((row, y, { channels }) => {
    head.channels = channels;
    if (y < height) onRow(row.subarray(0, once * channels), y, head, 0);
  });
  if (inner.width !== w || inner.height !== h) throw tornFile();
  const ppi = (width / mmWide) * MM_PER_INCH;
  if (Math.abs((height / mmHigh) * MM_PER_INCH - ppi) > 0.01 * ppi) throw tornFile();
  return { ...head, ppi: Math.round(ppi) };
}
