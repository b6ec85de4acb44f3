import { distanceTo, type Level, labelAreas } from '../../raster';
import type { SceneMotif, WantedLevel } from '../../render';
import { MM_PER_INCH } from '../../units';
import { perShape } from '../cloth/per-shape';
import { innerLines } from './inner-line';

/** Lines are measured where a pixel is no wider than this, mm, or on the art itself. */
const PX_MM = 0.09;
/** Alpha from which a pixel is ink. */
const INK = 128;
/** A ridge so many times as long as it is thick is a line, and not the tip of a shape; thicker than this, mm, none is thin. */
const LONG = 8;
/** Inside a motif a stroke shorter than this, mm, is texture. */
const STROKE_MM = 4;
/** So wide, px, the places along a thick one lie at least. */
const FILLED_PX = 3;
const THICK_MM = 6;
/** Lines thinner than this, px, are measured across by how much of each pixel they cover. */
const FINE_PX = 8;

const pxOf = ({ ppi }: SceneMotif, n: number) => (2 ** n * MM_PER_INCH) / ppi;

/** The level of a motif's art that its lines are measured on. */
function lineLevel(art: SceneMotif): number {
  let n = 0;
  while (n + 1 < art.pyramid.levels.length && pxOf(art, n + 1) <= PX_MM) n++;
  return n;
}

/**
 * How thick the thinnest line of a motif is, mm at scale 1, within 0.1 mm where the art is fine enough: along ridges of
 * the distance to its edge that are many times as long as they are thick, and along lines of another colour inside it;
 * Infinity when it has no line thinner than 6 mm.
 */
export const thinnestLine = perShape((art: SceneMotif): number => {
  const { levels } = art.pyramid;
  const n = lineLevel(art);
  const { width: w, height: h, data } = levels[n];
  const pxMm = pxOf(art, n);
  // A clear rim, so that art cut off at its own edge ends there.
  const clear = new Uint8Array((w + 2) * (h + 2)).fill(1);
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) if (data[(y * w + x) * 4 + 3] >= INK) clear[(y + 1) * (w + 2) + x + 1] = 0;
  }
  const depth = distanceTo(clear, w + 2, h + 2);
  const ridge = new Uint8Array(depth.length);
  const steps = Int32Array.of(1, w + 2, w + 3, w + 1);
  for (let y = 1; y <= h; y++) {
    for (let x = 1; x <= w; x++) {
      const p = y * (w + 2) + x;
      const d = depth[p];
      if (d <= 0 || 2 * d * pxMm > THICK_MM) continue;
      // On a ridge nothing across it is deeper, in at least two of the four ways across.
      let ways = 0;
      for (let k = 0; k < steps.length; k++) {
        if (depth[p - steps[k]] < d && depth[p + steps[k]] <= d) ways++;
      }
      if (ways >= 2) ridge[p] = 1;
    }
  }
  const { labels, count } = labelAreas(ridge, w + 2, h + 2);
  const ridges: number[][] = Array.from({ length: count + 1 }, () => []);
  for (let p = 0; p < labels.length; p++) if (labels[p] > 0) ridges[labels[p]].push(p);
  const alpha = (p: number) => {
    const [x, y] = [(p % (w + 2)) - 1, Math.floor(p / (w + 2)) - 1];
    return x < 0 || y < 0 || x >= w || y >= h ? 0 : data[(y * w + x) * 4 + 3] / 255;
  };
  /** The line across its narrowest of four ways, by how much of each pixel it covers. */
  const across = (p: number) => {
    let least = Number.POSITIVE_INFINITY;
    for (const [step, long] of [
      [1, 1],
      [w + 2, 1],
      [w + 3, Math.SQRT2],
      [w + 1, Math.SQRT2],
    ]) {
      let sum = alpha(p);
      for (const way of [step, -step])
        for (let k = 1, a = alpha(p + way); k < FINE_PX && a > 0.02; k++, a = alpha(p + k * way)) sum += a;
      least = Math.min(least, sum * long);
    }
    return least;
  };
  let mm = Number.POSITIVE_INFINITY;
  for (const list of ridges) {
    const depths = list.map((p) => depth[p]).sort((a, b) => a - b);
    const middle = depths[list.length >> 1];
    if (list.length < LONG * 2 * middle || list.length < LONG) continue;
    const thin =
      2 * middle < FINE_PX ? list.map(across).sort((a, b) => a - b) : depths.map((d) => 2 * d - 0.5);
    mm = Math.min(mm, thin[Math.floor(list.length * 0.2)] * pxMm);
  }
  for (const px of innerLines(levels[n])) {
    const [middle, thin] = [px.length >> 1, Math.floor(px.length * 0.2)].map(
      (k) => px.sort((a, b) => a - b)[k],
    );
    // Its places fill it, or its middle where it is thick: their number tells how long it is.
    if (px.length >= Math.min(middle, FILLED_PX) * Math.max(LONG * middle, STROKE_MM / pxMm))
      mm = Math.min(mm, thin * pxMm);
  }
  return mm;
});

/** What measuring the lines of art of so many ppi reads of it. */
export const levelForLines = (ppi: number): WantedLevel => ({ scale: MM_PER_INCH / PX_MM / ppi });

/** As much of a picture as its lines are measured on: a level, and its ppi. */
export type LinePicture = { level: Level; ppi: number };

/** Leaves out the finer levels, and the coarser. */
export function linePictureOf(art: SceneMotif): LinePicture {
  const n = lineLevel(art);
  return { level: art.pyramid.levels[n], ppi: art.ppi / 2 ** n };
}

/** The same as `thinnestLine` of the art that it comes from. */
export const lineIn = ({ level, ppi }: LinePicture): number =>
  thinnestLine({ pyramid: { ...level, levels: [level] }, ppi });
