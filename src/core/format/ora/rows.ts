import type { FileBytes, Inflate, OnReadRow, ReadHead } from '../format';
import { pngRows, tornFile } from '../png/rows';
import { storedEntries } from '../zip/entries';
import { ORA_MIME } from './mime';

const messageOf = async (file: FileBytes | undefined) => {
  if (!file) throw tornFile();
  return new TextDecoder().decode(await file.bytes(0, file.size));
};

/**
 * Reads a layered picture that was written here: the picture whole, then its layers, the lowest first.
 * @throws Said for a file that is torn or of another kind, and where a layer has another size than the picture.
 */
export async function oraRows(file: FileBytes, inflate: Inflate, onRow: OnReadRow): Promise<ReadHead> {
  const entries = await storedEntries(file);
  if ((await messageOf(entries.get('mimetype'))) !== ORA_MIME) throw tornFile();
  const stack = await messageOf(entries.get('stack.xml'));
  const said = /<image [^>]*w="(\d+)" h="(\d+)" xres="(\d+)"/.exec(stack);
  const sources = [...stack.matchAll(/<layer [^>]*src="([^"]+)"/g)].map((m) => m[1]);
  if (!said || !sources.length) throw tornFile();
  const [width, height, ppi] = said.slice(1).map(Number);
  const read = async (name: string, layer: number) => {
    const png = entries.get(name);
    if (!png) throw tornFile();
    const head = await pngRows(png, inflate, onRow, layer);
    if (head.width !== width || head.height !== height) throw tornFile();
    return head;
  };
  const head = await read('mergedimage.png', 0);
  for (const [n, source] of sources.reverse().entries()) await read(source, n + 1);
  return { ...head, ppi };
}
