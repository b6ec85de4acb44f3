import { each, type Loose } from './loose';

/** What version 1 did not know of how a page is taken apart. */
const SETTINGS = {
  corners: null,
  aspect: null,
  evenLight: true,
  white: 100,
  black: 0,
  tolerance: 14,
  joined: true,
  areas: [],
  strokes: [],
  softMm: 0,
  back: null,
  speckMm2: 0.25,
  joinMm: 1.8,
  smallestMm2: 4,
  links: [],
  cuts: [],
  lassos: [],
};

/** Version 1 to 2: motifs learn whose they are, which way is up, and where on the page they were; pages the whole of intake. */
export const from1 = (old: Loose): Loose => ({
  ...old,
  version: 2,
  sheets: each(old.sheets, (s) => ({ ...s, settings: { ...SETTINGS, ...(s.settings as object) } })),
  motifs: each(old.motifs, (m) => ({
    ...m,
    direction: 'free',
    source: '',
    permission: 'ask',
    vector: false,
    box: null,
    parts: [],
    fill: null,
  })),
});
