/** The fonts that words in files are set in: they ship with the application. */
const FILES = {
  plain: () =>
    new URL(
      '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff',
      import.meta.url,
    ),
  bold: () =>
    new URL(
      '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff',
      import.meta.url,
    ),
};

/** A font as a file, to be put into one. */
export const fontFile = async (weight: keyof typeof FILES): Promise<Uint8Array<ArrayBuffer>> =>
  new Uint8Array(await (await fetch(FILES[weight]())).arrayBuffer());
