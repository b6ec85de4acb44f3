import { oklabOf } from '../../colour';
import type { Raster } from '../../raster';

/** What two cut-outs of the same thing have in common however it was turned or mirrored. */
type Look = { area: number; numbers: number[]; lab: number[] };

/** How far apart two looks may be to be the same thing: in area (times), in each number, and in colour (OKLab times 100). */
const SIZE = 2.2;
const NUMBER = 0.055;
const COLOUR = 5;
const RINGS = 6;

/**
 * The look of a cut-out: how far from its middle it lies, ring by ring in shares of its area; how long it is for its width, how
 * unequal its ends are (moments, M. K. Hu, "Visual pattern recognition by moment invariants", 1962); and its mean colour.
 */
function lookOf({ width, height, data }: Raster): Look {
  let [area, mx, my] = [0, 0, 0];
  const lab = [0, 0, 0];
  for (let p = 0; p < width * height; p++) {
    const a = data[p * 4 + 3] / 255;
    if (!a) continue;
    area += a;
    mx += a * (p % width);
    my += a * Math.floor(p / width);
    if (a < 1) continue;
    const c = oklabOf(data[p * 4], data[p * 4 + 1], data[p * 4 + 2]);
    for (let k = 0; k < 3; k++) lab[k] += 100 * c[k];
  }
  mx /= area;
  my /= area;
  const unit = Math.sqrt(area);
  let [xx, yy, xy, x3, y3, x2y, xy2, opaque] = [0, 0, 0, 0, 0, 0, 0, 0];
  const rings = new Array<number>(RINGS).fill(0);
  for (let p = 0; p < width * height; p++) {
    const a = data[p * 4 + 3] / 255;
    if (!a) continue;
    if (a === 1) opaque++;
    const [x, y] = [((p % width) - mx) / unit, (Math.floor(p / width) - my) / unit];
    const w = a / area;
    xx += w * x * x;
    yy += w * y * y;
    xy += w * x * y;
    x3 += w * x ** 3;
    y3 += w * y ** 3;
    x2y += w * x * x * y;
    xy2 += w * x * y * y;
    rings[Math.min(RINGS - 1, Math.floor(Math.hypot(x, y) / 0.17))] += w;
  }
  const long = Math.sqrt((xx - yy) ** 2 + 4 * xy * xy);
  const ends = Math.sqrt((x3 - 3 * xy2) ** 2 + (3 * x2y - y3) ** 2);
  const lean = Math.sqrt((x3 + xy2) ** 2 + (x2y + y3) ** 2);
  return {
    area,
    numbers: [xx + yy, long, 3 * ends, 3 * lean, ...rings],
    lab: lab.map((v) => v / Math.max(1, opaque)),
  };
}

const isKin = (p: Look, q: Look): boolean =>
  p.numbers.every((v, k) => Math.abs(v - q.numbers[k]) < NUMBER) &&
  Math.hypot(...p.lab.map((v, k) => v - q.lab[k])) < COLOUR;

const isLike = (p: Look, q: Look): boolean =>
  Math.max(p.area, q.area) < SIZE * Math.min(p.area, q.area) && isKin(p, q);

/**
 * For each cut-out the number of the first of those that look like it, the same shape in the same colours: at about one size
 * (`like`), and at any (`kin`). One that is like another is of its group, though the two ends of a group may be less alike.
 */
export function alikeGroups(pieces: { raster: Raster }[]): { like: number[]; kin: number[] } {
  const looks = pieces.map(({ raster }) => lookOf(raster));
  return { like: grouped(looks, isLike), kin: grouped(looks, isKin) };
}

function grouped(looks: Look[], belong: (p: Look, q: Look) => boolean): number[] {
  const groups: number[] = [];
  for (const [n, look] of looks.entries()) {
    const k = looks.findIndex((other, m) => m === n || belong(look, other));
    groups.push(groups[k] ?? n);
  }
  return groups;
}
