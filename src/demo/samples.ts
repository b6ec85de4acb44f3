import { Said } from '../core';
/** What comes with the demo besides its bolt: pages and files as designers really have them. */
export const SAMPLES: { name: string; summary: string; files: string[] }[] = [
  { name: 'Large sheet', summary: 'A4 scanned at 600 ppi', files: ['kites-600.jpg'] },
  { name: 'Phone photo', summary: 'a page on a table, at a slant', files: ['phone-photo.jpg'] },
  { name: 'Line drawing', summary: 'ink only, to be filled with colour', files: ['line-drawing.jpg'] },
  { name: 'Layered file', summary: 'ORA, one motif to a layer', files: ['pennants.ora'] },
  { name: 'Vector', summary: 'SVG', files: ['weather-vane.svg'] },
  {
    name: 'Parts of one motif',
    summary: 'four files in register',
    files: ['balloon-fill.png', 'balloon-shadow.png', 'balloon-highlight.png', 'balloon-outline.png'],
  },
];

/** A sheet of paper that was cut in four and drawn on: each quarter scanned by itself, and all as one. */
export const PAPER_SAMPLES = {
  four: [1, 2, 3, 4].map((n) => `sheet-quarter-${n}.jpg`),
  one: ['sheet-changed-over.jpg'],
};

/** The files of a sample by name. */
export async function fetchSample(
  files: string[],
): Promise<{ name: string; bytes: Uint8Array<ArrayBuffer> }[]> {
  return Promise.all(
    files.map(async (name) => {
      const answer = await fetch(`/demo/samples/${name}`);
      if (!answer.ok)
        throw new Said(
          `The sample ${name} could not be read. See that Hexaplex is still running, then try again.`,
        );
      return { name, bytes: new Uint8Array(await answer.arrayBuffer()) };
    }),
  );
}
