import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A file that was handed to the person. */
export type Download = { suggestedFilename: () => string; path: () => Promise<string> };

const waiting: ((file: Download) => void)[] = [];
/** The next one. */
export const nextDownload = () => new Promise<Download>((resolve) => waiting.push(resolve));

const blobs = new Map<string, Blob>();

/** Files that are handed over by a link are caught, as a browser's folder of downloads would have them. */
export function catchDownloads() {
  URL.createObjectURL = (blob: Blob) => {
    const url = `blob:${blobs.size}`;
    blobs.set(url, blob);
    return url;
  };
  URL.revokeObjectURL = (url) => void blobs.delete(url);
  HTMLAnchorElement.prototype.click = function click() {
    const blob = blobs.get(this.getAttribute('href') ?? '');
    const name = this.download;
    if (!blob || !name) throw new Error('This link hands over no file.');
    const path = async () => {
      const at = join(mkdtempSync(join(tmpdir(), 'hexaplex-')), name);
      writeFileSync(at, new Uint8Array(await blob.arrayBuffer()));
      return at;
    };
    for (const tell of waiting.splice(0)) tell({ suggestedFilename: () => name, path });
  };
}
