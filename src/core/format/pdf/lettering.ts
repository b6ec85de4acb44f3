/** A line of text as a PNG: how large it is, and how far above its lower edge the letters stand, mm. */
export type Lettering = { png: Uint8Array; widthMm: number; heightMm: number; belowMm: number };
