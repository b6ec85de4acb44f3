import { distanceTo, labelAreas } from '../raster';
import type { SceneMotif } from '../render';

/** Longest side of the picture that lines are measured in, px. */
const MEASURE_PX = 800;
/** Alpha from which a pixel is ink. */
const INK = 128;
/** A ridge so many times as long as it is thick is a line, and not the tip of a shape; thicker than this, mm, none is thin. */
const LONG = 8;
const THICK_MM = 6;

const known = new WeakMap<SceneMotif, number>();

/**
 * How thick the thinnest line of a motif is, mm at scale 1: twice the depth of the ridge of the distance to its edge, for
 * ridges many times as long as that; Infinity when it has no line thinner than 6 mm. Found once for each art.
 */
export function thinnestLine(art: SceneMotif): number {
  const found = known.get(art);
  if (found !== undefined) return found;
  const { levels, width } = art.pyramid;
  const level = levels.find((l) => Math.max(l.width, l.height) <= MEASURE_PX) ?? levels[levels.length - 1];
  const { width: w, height: h, data } = level;
  // A clear rim, so that art cut off at its own edge ends there.
  const clear = new Uint8Array((w + 2) * (h + 2)).fill(1);
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) if (data[(y * w + x) * 4 + 3] >= INK) clear[(y + 1) * (w + 2) + x + 1] = 0;
  }
  const depth = distanceTo(clear, w + 2, h + 2);
  const pxMm = ((width / w) * 25.4) / art.ppi;
  const ridge = new Uint8Array(depth.length);
  for (let y = 1; y <= h; y++) {
    for (let x = 1; x <= w; x++) {
      const p = y * (w + 2) + x;
      const d = depth[p];
      if (d <= 0 || 2 * d * pxMm > THICK_MM) continue;
      // On a ridge nothing across it is deeper, in at least two of the four ways across.
      const ways = [1, w + 2, w + 3, w + 1].filter((s) => depth[p - s] < d && depth[p + s] <= d).length;
      if (ways >= 2) ridge[p] = 1;
    }
  }
  const { labels, count } = labelAreas(ridge, w + 2, h + 2);
  const depths: number[][] = Array.from({ length: count + 1 }, () => []);
  for (const [p, label] of labels.entries()) if (label) depths[label].push(depth[p]);
  let mm = Number.POSITIVE_INFINITY;
  for (const list of depths) {
    const middle = list.sort((a, b) => a - b)[list.length >> 1];
    if (list.length < LONG * 2 * middle || list.length < LONG) continue;
    mm = Math.min(mm, (2 * list[Math.floor(list.length * 0.2)] - 1) * pxMm);
  }
  known.set(art, mm);
  return mm;
}
