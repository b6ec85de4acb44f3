import { contours } from 'd3-contour';
import fitCurve from 'fit-curve';
import { hexOfRgb, oklabOf, type Plates, platesOf, type Rgb } from '../colour';
import type { Raster } from '../raster';
import { ArgumentError, pxToMm } from '../units';

export type TraceOptions = {
  /** How far a curve may run from the outline, px of the art. */
  smooth: number;
  /** Areas smaller than this, px, are left out. */
  smallestPx: number;
};

/** One colour's outlines: SVG path data in px of the art. */
export type TracedPlate = { name: string; rgb: Rgb; path: string; curves: number };

/** A turn sharper than this, degrees, is a corner and stays one. */
const CORNER = 52;

/**
 * Turns art into outlines, one plate for each ink that it holds, from the largest to the smallest. Each plate
 * runs on under those above it, so that no gap shows between two. Outlines are where an ink's share is one half
 * (marching squares), cut at corners and fitted with cubic curves (Schneider, Graphics Gems, 1990).
 * @param inks sRGB; pixels go to the nearest, edges are shared.
 * @throws ArgumentError for options below 0, or art without inks.
 */
export function traceArt(
  art: Raster,
  inks: { name: string; rgb: Rgb }[],
  options: TraceOptions,
): TracedPlate[] {
  const { smooth, smallestPx } = options;
  if (!(smooth > 0 && smallestPx >= 0))
    throw new ArgumentError('Smoothness and smallest area must be above 0.');
  const plates = platesOf(
    art,
    inks.map((i) => i.rgb),
  );
  const cover = inks.map((_, k) => coverOf(plates, k));
  const order = cover
    .map((values, k) => ({ k, area: values.reduce((s, v) => s + v, 0) }))
    .filter((o) => o.area >= Math.max(1, smallestPx))
    .sort((a, b) => b.area - a.area);
  const above = new Float64Array(art.width * art.height);
  const traced = [...order].reverse().map(({ k }) => {
    for (let p = 0; p < above.length; p++) above[p] += cover[k][p];
    return { ...inks[k], ...outline(above, art.width, art.height, smooth, smallestPx) };
  });
  return traced.reverse().filter((t) => t.curves > 0);
}

function coverOf({ index, codes }: Plates, ink: number): Float64Array {
  const { first, second, share, alpha } = codes;
  const told = Float64Array.from(alpha, (a, t) => {
    const part = (first[t] === ink ? 255 - share[t] : 0) + (second[t] === ink ? share[t] : 0);
    return (part / 255) * (a / 255);
  });
  return Float64Array.from(index, (t) => told[t]);
}

function outline(values: Float64Array, width: number, height: number, smooth: number, smallestPx: number) {
  const [shape] = contours().size([width, height]).thresholds([0.5])(values as unknown as number[]);
  let path = '';
  let curves = 0;
  for (const ring of shape.coordinates.flat()) {
    const pts = ring.slice(0, -1).map(([x, y]): [number, number] => [x, y]);
    const area = pts.reduce((s, [x, y], i) => {
      const [u, v] = pts[(i + 1) % pts.length];
      return s + x * v - u * y;
    }, 0);
    if (pts.length < 4 || Math.abs(area) / 2 < smallestPx) continue;
    const fitted = fitRing(pts, smooth);
    if (!fitted.length) continue;
    curves += fitted.length;
    path += `M${at(fitted[0][0])}${fitted.map(([, b, c, d]) => `C${at(b)} ${at(c)} ${at(d)}`).join('')}Z`;
  }
  return { path, curves };
}

const at = ([x, y]: number[]) => `${Number(x.toFixed(2))} ${Number(y.toFixed(2))}`;

/** A closed line as cubic curves, parted at its corners. */
function fitRing(ring: [number, number][], smooth: number) {
  const n = ring.length;
  const reach = Math.max(1, Math.min(4, Math.floor(n / 12)));
  const turn = ring.map((p, i) => {
    const a = ring[(i - reach + n) % n];
    const b = ring[(i + reach) % n];
    const t = Math.atan2(b[1] - p[1], b[0] - p[0]) - Math.atan2(p[1] - a[1], p[0] - a[0]);
    return Math.abs(Math.atan2(Math.sin(t), Math.cos(t)) * (180 / Math.PI));
  });
  const corners: number[] = [];
  for (let i = 0; i < n; i++) {
    let sharpest = turn[i] > CORNER;
    for (let k = 1; k <= reach && sharpest; k++) {
      sharpest = turn[i] >= turn[(i - k + n) % n] && turn[i] > turn[(i + k) % n];
    }
    if (sharpest) corners.push(i);
  }
  // A ring without corners is parted at four places, so that no curve closes on itself.
  const parts = corners.length >= 2 ? corners : [0, n >> 2, n >> 1, (3 * n) >> 2];
  return parts.flatMap((from, k) => {
    const to = parts[(k + 1) % parts.length];
    const count = (to - from + n) % n || n;
    const run = Array.from({ length: count + 1 }, (_, i) => ring[(from + i) % n]);
    return fitCurve(run, smooth * smooth);
  });
}

const escaped = (text: string) => text.replace(/[<>&"]/g, (c) => `&#${c.charCodeAt(0)};`);

/** The traced art as an SVG, in mm at the art's ppi: one group for each plate, named after its ink. */
export function svgOf(plates: TracedPlate[], size: { width: number; height: number; ppi: number }): string {
  const mm = (px: number) => Number(pxToMm(px, size.ppi).toFixed(3));
  const groups = plates.map(
    (p, n) =>
      ` <g id="plate-${n + 1}" fill="${hexOfRgb(p.rgb)}"><title>${escaped(p.name)}</title><path fill-rule="evenodd" d="${p.path}"/></g>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${mm(size.width)}mm" height="${mm(size.height)}mm" viewBox="0 0 ${size.width} ${size.height}">\n${groups.join('\n')}\n</svg>\n`;
}

/**
 * How far a drawn trace is from the art, both over one ground: a picture that shows it (the art in grey, what
 * differs in red), the share of pixels that differ plainly, and the mean step in OKLab.
 */
export function traceDifference(
  art: Raster,
  drawn: Raster,
  [gr, gg, gb]: Rgb,
): { picture: Raster; share: number; mean: number } {
  const n = art.width * art.height;
  const picture = { width: art.width, height: art.height, data: new Uint8ClampedArray(n * 4) };
  let off = 0;
  let sum = 0;
  let inked = 0;
  const over = (d: Uint8ClampedArray, i: number): Rgb => {
    const a = d[i + 3] / 255;
    return [
      Math.round(gr + (d[i] - gr) * a),
      Math.round(gg + (d[i + 1] - gg) * a),
      Math.round(gb + (d[i + 2] - gb) * a),
    ];
  };
  for (let i = 0; i < n * 4; i += 4) {
    const had = over(art.data, i);
    const light = 60 + ((2 * had[0] + 4 * had[1] + 3 * had[2]) / 9) * 0.7;
    let red = 0;
    if (art.data[i + 3] || drawn.data[i + 3]) {
      inked++;
      const [p, q] = [oklabOf(...had), oklabOf(...over(drawn.data, i))];
      const step = Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
      sum += step;
      if (step > 0.1) off++;
      red = Math.min(1, step * 5);
    }
    picture.data[i] = light + (200 - light) * red;
    picture.data[i + 1] = light + (30 - light) * red;
    picture.data[i + 2] = light + (30 - light) * red;
    picture.data[i + 3] = 255;
  }
  return { picture, share: inked ? off / inked : 0, mean: inked ? sum / inked : 0 };
}
