import { Said } from '../../units';
import type { FileBytes, Inflate, OnReadRow, ReadHead } from '../format';
import { filteredRows, tornFile } from '../png/rows';

/** An object of a PDF: the words of its dictionary, and where its bytes are. */
type Entry = { words: string; from: number };

/** A dictionary, or the words after it that are looked at, is no longer. */
const MOST_WORDS = 3000;
const latin = (bytes: Uint8Array) => String.fromCharCode(...bytes);
const number = (words: string, name: string) => {
  const said = new RegExp(`/${name}\\s+(-?[\\d.]+)`).exec(words);
  if (!said) throw tornFile();
  return Number(said[1]);
};
const box = (words: string, name: string) => {
  const said = new RegExp(`/${name}\\s*\\[([^\\]]+)\\]`).exec(words)?.[1];
  const four = said?.trim().split(/\s+/).map(Number);
  if (four?.length !== 4 || four.some((v) => !Number.isFinite(v))) throw tornFile();
  return { x: four[0], y: four[1], width: four[2], height: four[3] };
};

/** The objects of a PDF by their number (ISO 32000-1, 7.5: a classic table of them). @throws Said for a file without one. */
async function objectsOf(file: FileBytes): Promise<Map<number, Entry>> {
  const tail = latin(await file.bytes(Math.max(0, file.size - 60), file.size));
  const start = /startxref\s+(\d+)\s+%%EOF/.exec(tail);
  if (!start) throw tornFile();
  const table = latin(await file.bytes(Number(start[1]), file.size));
  const found = new Map<number, Entry>();
  const lines = table.split('\n');
  if (lines[0]?.trim() !== 'xref') throw tornFile();
  for (let n = 1; n < lines.length && lines[n].trim() !== 'trailer'; ) {
    const [first, many] = lines[n++].trim().split(' ').map(Number);
    for (let k = 0; k < many; k++, n++) {
      const said = /^(\d{10}) \d{5} n/.exec(lines[n]);
      if (!said) continue;
      const at = Number(said[1]);
      const words = latin(await file.bytes(at, Math.min(file.size, at + MOST_WORDS)));
      const stream = /stream\r?\n/.exec(words);
      const end = stream ? stream.index + stream[0].length : words.indexOf('endobj');
      found.set(first + k, { words: words.slice(0, end), from: at + end });
    }
  }
  return found;
}

/**
 * Reads a PDF that was written here: that its picture fills its page, in the size that it says, and the picture's rows, once each. By
 * other code than wrote it.
 * @throws Said for a file that is torn or of another kind.
 */
export async function pdfRows(file: FileBytes, inflate: Inflate, onRow: OnReadRow): Promise<ReadHead> {
  const objects = await objectsOf(file);
  const all = [...objects.values()];
  const page = all.find(({ words }) => /\/Type\s*\/Page\b/.test(words));
  const pictures = all.filter(({ words }) => /\/Subtype\s*\/Image\b/.test(words));
  const picture = pictures.find(({ words }) => !/\/ColorSpace\s*\/DeviceGray/.test(words));
  if (!page || !picture) throw tornFile();
  const bled = box(page.words, 'BleedBox');
  const sheet = { width: bled.width - bled.x, height: bled.height - bled.y };
  const [w, h] = [number(picture.words, 'Width'), number(picture.words, 'Height')];
  const pattern = all.find(({ words }) => /\/PatternType\s+1\b/.test(words));
  // A pixel more than a period in a pattern that nothing is seen through.
  const more = pattern && pictures.length === 1 ? 1 : 0;
  const [blockWide, blockHigh] = [w - more, h - more];
  const step = pattern
    ? { width: number(pattern.words, 'XStep'), height: number(pattern.words, 'YStep') }
    : sheet;
  const ppi = (blockWide * 72) / step.width;
  if (Math.abs((blockHigh * 72) / step.height - ppi) > 0.001 * ppi) throw tornFile();
  const size = { width: (sheet.width * ppi) / 72, height: (sheet.height * ppi) / 72 };
  const head: ReadHead = {
    ...{ width: Math.round(size.width), height: Math.round(size.height) },
    ...{ channels: pictures.length > 1 ? 4 : 3, ppi: Math.round(ppi) },
  };
  if (Math.abs(size.width - head.width) > 0.01 || Math.abs(size.height - head.height) > 0.01)
    throw tornFile();
  const once = Math.min(head.width, blockWide);
  const rows = (of: Entry, take: (row: Uint8Array, y: number) => void) =>
    unpackedRows(file, of, objects, inflate, take);
  if (head.channels === 3) {
    await rows(picture, (row, y) => {
      if (y < Math.min(head.height, blockHigh)) onRow(row.subarray(0, once * 3), y, head, 0);
    });
    return head;
  }
  // Colours and what is clear lie apart: those are kept until these come.
  const clear = pictures.find((p) => p !== picture);
  if (!clear) throw tornFile();
  const alpha = new Uint8Array(w * h);
  await rows(clear, (row, y) => alpha.set(row, y * w));
  const rgba = new Uint8Array(once * 4);
  await rows(picture, (row, y) => {
    if (y >= Math.min(head.height, blockHigh)) return;
    for (let x = 0; x < once; x++) {
      for (let c = 0; c < 3; c++) rgba[x * 4 + c] = row[x * 3 + c];
      rgba[x * 4 + 3] = alpha[y * w + x];
    }
    onRow(rgba, y, head, 0);
  });
  return head;
}

/** The rows of a picture in a PDF, in their colours. */
async function unpackedRows(
  file: FileBytes,
  { words, from }: Entry,
  objects: Map<number, Entry>,
  inflate: Inflate,
  take: (row: Uint8Array, y: number) => void,
): Promise<void> {
  const [width, height] = [number(words, 'Width'), number(words, 'Height')];
  const wide = number(words, 'Colors');
  const by = /\/Indexed\s[\s\S]*?(\d+)\s+(\d+)\s+0\s+R\s*\]/.exec(words);
  const palette = by && objects.get(Number(by[2]));
  const colours = palette && (await file.bytes(palette.from, palette.from + number(palette.words, 'Length')));
  const stream = inflate();
  const out = new Uint8Array(width * 3);
  const drain = filteredRows(
    stream,
    () => ({ width, height, wide }),
    (row, y) => {
      if (!colours) return take(row, y);
      for (let x = 0; x < width; x++) for (let c = 0; c < 3; c++) out[x * 3 + c] = colours[row[x] * 3 + c];
      take(out, y);
    },
  );
  const feed = async () => {
    await stream.write(await file.bytes(from, from + number(words, 'Length')));
    await stream.close();
  };
  await Promise.all([feed(), drain]).catch((error) => {
    throw error instanceof Said ? error : tornFile();
  });
}
