import { PICTURE_LIMITS } from '../../format';
import type { Point, Size } from '../../lattice';
import { newRaster, type Raster } from '../../raster';
import { ArgumentError } from '../../units';
import type { Corners } from './settings';

/** The corners of a whole picture. Pixel edges, so the right edge is at its width. */
export const wholePicture = ({ width, height }: Size): Corners => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
];

/**
 * Size of the squared page, px: the mean of each pair of opposite edges, or the height that an aspect (height for
 * a width of 1) gives: seen at a slant, a page looks shorter than it is.
 */
export function pageSize(corners: Corners, aspect: number | null = null): Size {
  const [a, b, c, d] = corners;
  const long = (p: Point, q: Point) => Math.hypot(p.x - q.x, p.y - q.y);
  const width = Math.max(1, Math.round((long(a, b) + long(d, c)) / 2));
  const height = aspect ? width * aspect : (long(a, d) + long(b, c)) / 2;
  return { width, height: Math.max(1, Math.round(height)) };
}

/** What is said of a page that would be larger than a picture may be. */
export const PAGE_TOO_LARGE = `A page can have up to ${PICTURE_LIMITS.megapixels} megapixels and ${PICTURE_LIMITS.edgePx} px on a side.`;

/** True when the corners go round clockwise with no bend inwards and some area. */
export function cornersAreSound(corners: Corners): boolean {
  return corners.every((p, i) => {
    const q = corners[(i + 1) % 4];
    const r = corners[(i + 2) % 4];
    return (q.x - p.x) * (r.y - q.y) - (q.y - p.y) * (r.x - q.x) > 16;
  });
}

/** True when the corners go round a page that is no larger than a picture may be. */
export function pageFits(corners: Corners, aspect: number | null = null): boolean {
  const { width, height } = pageSize(corners, aspect);
  const { edgePx, megapixels } = PICTURE_LIMITS;
  const small = width <= edgePx && height <= edgePx && width * height <= megapixels * 1e6;
  return small && cornersAreSound(corners);
}

/**
 * The two-way map between the picture and its squared page, px: the projective map that takes the page's
 * rectangle to the four corners (Heckbert, "Fundamentals of Texture Mapping", 1989, square to quadrilateral).
 * @throws ArgumentError when the corners do not go round a page, or round one too large.
 */
export function pageMap(corners: Corners, aspect: number | null = null) {
  if (!cornersAreSound(corners)) {
    throw new ArgumentError('The four corners must go round the page, each in its own quarter.');
  }
  if (!pageFits(corners, aspect)) throw new ArgumentError(PAGE_TOO_LARGE);
  const { width, height } = pageSize(corners, aspect);
  const [p0, p1, p2, p3] = corners;
  const sx = p0.x - p1.x + p2.x - p3.x;
  const sy = p0.y - p1.y + p2.y - p3.y;
  const [dx1, dx2, dy1, dy2] = [p1.x - p2.x, p3.x - p2.x, p1.y - p2.y, p3.y - p2.y];
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / det;
  const h = (dx1 * sy - sx * dy1) / det;
  const m = [
    (p1.x - p0.x + g * p1.x) / width,
    (p3.x - p0.x + h * p3.x) / height,
    p0.x,
    (p1.y - p0.y + g * p1.y) / width,
    (p3.y - p0.y + h * p3.y) / height,
    p0.y,
    g / width,
    h / height,
    1,
  ];
  const back = inverse(m);
  const by =
    (k: number[]) =>
    ({ x, y }: Point): Point => {
      const w = k[6] * x + k[7] * y + k[8];
      return { x: (k[0] * x + k[1] * y + k[2]) / w, y: (k[3] * x + k[4] * y + k[5]) / w };
    };
  return { width, height, toPicture: by(m), toPage: by(back) };
}

function inverse([a, b, c, d, e, f, g, h, i]: number[]): number[] {
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
}

/** The corners turned about their middle by `degrees`, clockwise. */
export function turnCorners(corners: Corners, degrees: number): Corners {
  const mid = { x: 0, y: 0 };
  for (const p of corners) {
    mid.x += p.x / 4;
    mid.y += p.y / 4;
  }
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return corners.map(({ x, y }) => ({
    x: mid.x + (x - mid.x) * c - (y - mid.y) * s,
    y: mid.y + (x - mid.x) * s + (y - mid.y) * c,
  })) as Corners;
}

/** The page turned by a quarter, clockwise: what was left is up. */
export const quarterTurn = ([a, b, c, d]: Corners): Corners => [d, a, b, c];

/** How far the page's top edge leans from level, degrees clockwise. */
export const leanOf = ([a, b]: Corners): number => {
  const lean = (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI;
  return lean - 90 * Math.round(lean / 90);
};

/**
 * The page cut out of a picture and made square, bilinear between pixels. Whole-pixel crops and quarter turns
 * come out byte for byte; corners outside the picture repeat its edge. null gives the picture itself.
 */
export function squarePage(picture: Raster, corners: Corners | null, aspect: number | null = null): Raster {
  if (!corners) return picture;
  const { width, height, toPicture } = pageMap(corners, aspect);
  const { data } = picture;
  const out = newRaster(width, height);
  const lastX = picture.width - 1;
  const lastY = picture.height - 1;
  const straight = isAffine(corners);
  for (let y = 0; y < height; y++) {
    // Along a row of a parallelogram the place in the picture moves by even steps.
    const from = toPicture({ x: 0.5, y: y + 0.5 });
    const to = toPicture({ x: width - 0.5, y: y + 0.5 });
    const stepX = width > 1 ? (to.x - from.x) / (width - 1) : 0;
    const stepY = width > 1 ? (to.y - from.y) / (width - 1) : 0;
    for (let x = 0; x < width; x++) {
      let u = from.x + stepX * x - 0.5;
      let v = from.y + stepY * x - 0.5;
      if (!straight) {
        const p = toPicture({ x: x + 0.5, y: y + 0.5 });
        u = p.x - 0.5;
        v = p.y - 0.5;
      }
      u = u < 0 ? 0 : u > lastX ? lastX : u;
      v = v < 0 ? 0 : v > lastY ? lastY : v;
      // A hair of rounding must not turn a whole pixel into a mixture.
      const iu = Math.min(lastX, Math.floor(u + 1e-7));
      const iv = Math.min(lastY, Math.floor(v + 1e-7));
      const fu = Math.max(0, u - iu);
      const fv = Math.max(0, v - iv);
      const i = (iv * picture.width + iu) * 4;
      const right = i + (iu < lastX ? 4 : 0);
      const down = iv < lastY ? picture.width * 4 : 0;
      const o = (y * width + x) * 4;
      if (fu === 0 && fv === 0) {
        for (let c = 0; c < 4; c++) out.data[o + c] = data[i + c];
        continue;
      }
      const places = [i, right, i + down, right + down];
      const weights = [(1 - fu) * (1 - fv), fu * (1 - fv), (1 - fu) * fv, fu * fv];
      const alphas = weights.map((w, k) => w * data[places[k] + 3]);
      const alpha = alphas[0] + alphas[1] + alphas[2] + alphas[3];
      out.data[o + 3] = alpha;
      if (alpha === 0) continue;
      // Colours count by how much of them there is: what is clear has none.
      for (let c = 0; c < 3; c++) {
        let sum = 0;
        for (let k = 0; k < 4; k++) sum += alphas[k] * data[places[k] + c];
        out.data[o + c] = sum / alpha;
      }
    }
  }
  return out;
}

const isAffine = ([a, b, c, d]: Corners) =>
  Math.abs(a.x - b.x + c.x - d.x) < 1e-9 && Math.abs(a.y - b.y + c.y - d.y) < 1e-9;
