import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

/** A flatbed with one page on its glass: the Kite Weather sheet, A4 at 300 ppi, as a JPEG. */
export async function scanOnePage(): Promise<Uint8Array<ArrayBuffer>> {
  return new Uint8Array(await readFile(join(process.cwd(), 'public', 'demo', 'kite-weather-sheet.jpg')));
}
