import { labelAreas } from '../../raster';
import type { SceneMotif } from '../../render';
import { pxToMm } from '../../units';
import { perShape } from '../cloth/per-shape';

/** The long side of the level that specks are looked for on, px at most. */
export const SPECKS_PX = 800;
/** Alpha from which a pixel can be seen, and the largest area of a speck, mm2 at scale 1. */
const SEEN = 24;
const SPECK_MM2 = 0.6;
/** A motif drawn in so many bits is drawn that way. */
const MOST = 12;

/** How many specks lie about a motif: bits of ink, far smaller than the rest, that touch nothing. */
export const specksOf = perShape((art: SceneMotif): number => {
  const { levels, width } = art.pyramid;
  const level = levels.find((l) => Math.max(l.width, l.height) <= SPECKS_PX) ?? levels[levels.length - 1];
  const mask = new Uint8Array(level.width * level.height);
  for (let p = 0; p < mask.length; p++) mask[p] = level.data[p * 4 + 3] >= SEEN ? 1 : 0;
  const { labels, count } = labelAreas(mask, level.width, level.height);
  const areas = new Float64Array(count + 1);
  for (const label of labels) if (label) areas[label]++;
  const pxMm = pxToMm(width, level.width) / art.ppi;
  let specks = 0;
  for (let k = 1; k <= count; k++) if (areas[k] * pxMm * pxMm < SPECK_MM2) specks++;
  return specks > MOST ? 0 : specks;
});
