import type { Size } from '../../lattice';
import { newRaster, type Raster } from '../../raster';
import { ArgumentError, MM_PER_INCH } from '../../units';
import { pageMap, quarterTurn } from '../page';
import { type Arranged, type Arrangement, AS_CAME, arrangeQuarters } from './arrange';
import { hideCut } from './hide-cut';
import { commonPaper, gainOf, type Quarter, quarterOf, squaredQuarter } from './quarter';
import { PARTS, type Seam, type Shade, seamsOf, shadeAt, sidesOf } from './seams';
import type { Side } from './sides';

/** A sheet that was put together. */
export type JoinedSheet = {
  raster: Raster;
  ppi: number;
  /** The borders that run over the cuts; how far the furthest was off, and how far 95 % of them still are, mm. */
  borders: number;
  wasOffMm: number;
  offMm: number;
};

/** A sheet is made no larger than this, px; larger scans come out at fewer ppi. */
const MOST_PX = 80e6;
/** Quarters are compared at most so large, px. */
const LOOK = 1600;
/** What is moved along a cut fades away inside so much, mm; what is made lighter, inside so much. */
const MOVED_MM = 14;
const LIT_MM = 25;
/** So much on either side of a cut is filled from beside it, mm; where the cut shows in one scan of all, so much. */
const HIDDEN_MM = 0.3;
const SEEN_MM = 0.55;

/** Finds how four quarters lie by what crosses their sides. @param ppi of their pictures. @throws ArgumentError for another number of them. */
export function arrangementOf(quarters: Quarter[], ppi: number): Arranged {
  if (quarters.length !== 4) throw new ArgumentError('A sheet is put together from four quarters.');
  const { colour, bare } = commonPaper(quarters);
  const sides = quarters.map((q, n) => {
    const { size, k } = lookedAt(q.size);
    const pxPerMm = (k * ppi) / MM_PER_INCH;
    const all = sidesOf(squaredQuarter(q, size, bare[n] ? colour : null), pxPerMm);
    return { strips: all.map((s) => s.strip), pxPerMm };
  });
  return arrangeQuarters(sides);
}

const lookedAt = ({ width, height }: Size) => {
  const k = Math.min(1, LOOK / Math.max(width, height));
  return { k, size: { width: Math.round(width * k), height: Math.round(height * k) } };
};

/** Quarters by their places, each turned to lie right. */
const laid = (quarters: Quarter[], { place, turns }: Arrangement): Quarter[] =>
  place.map((n, at) => {
    let { corners } = quarters[n];
    for (let t = 0; t < turns[at]; t++) corners = quarterTurn(corners);
    return turns[at] ? quarterOf(quarters[n].picture, corners) : quarters[n];
  });

/**
 * Puts a sheet together from its four quarters, laid by rows: each is squared by its own corners, levelled to one paper white, what runs
 * over the cuts is moved to meet (half on each side, fading inward), the light on both sides is made one, and the cut is filled from
 * beside it. The sheet repeats: its outer sides are joined as the inner ones are.
 * @param scanPpi of the pictures. @param seen whether the inner cuts are seen in one scan of all four.
 * @returns the sheet at the scale of the scans, or smaller where it would be too large to lay.
 * @throws ArgumentError for another number of quarters.
 */
export function joinQuarters(
  came: Quarter[],
  scanPpi: number,
  { arrangement = AS_CAME, seen = false }: { arrangement?: Arrangement; seen?: boolean } = {},
  onProgress?: (share: number) => void,
): JoinedSheet {
  if (came.length !== 4) throw new ArgumentError('A sheet is put together from four quarters.');
  const quarters = laid(came, arrangement);
  const pixels = quarters.reduce((sum, { size }) => sum + size.width * size.height, 0);
  const scale = Math.min(1, Math.sqrt(MOST_PX / pixels));
  const ppi = scanPpi * scale;
  const mean = (a: number, b: number) => Math.round(((a + b) / 2) * scale);
  const wide = [0, 1].map((c) => mean(quarters[c].size.width, quarters[c + 2].size.width));
  const high = [0, 2].map((r) => mean(quarters[r].size.height, quarters[r + 1].size.height));
  const sizes = quarters.map((_, n) => ({ width: wide[n % 2], height: high[n >> 1] }));
  const k = Math.min(1, LOOK / Math.max(...wide, ...high));
  const { colour, bare } = commonPaper(quarters);
  const looked = quarters.map((q, n) => {
    const { width, height } = sizes[n];
    const size = { width: Math.round(width * k), height: Math.round(height * k) };
    return squaredQuarter(q, size, bare[n] ? colour : null);
  });
  const pxPerMm = ppi / MM_PER_INCH;
  const sides = looked.map((raster) => sidesOf(raster, pxPerMm * k));
  const seams = seamsOf(sides, quarters.map(sideLengths), pxPerMm * k);
  onProgress?.(0.2);
  const [width, height] = [wide[0] + wide[1], high[0] + high[1]];
  const raster = newRaster(width, height);
  for (const [n, q] of quarters.entries()) {
    const origin = { x: n % 2 ? wide[0] : 0, y: n > 1 ? high[0] : 0 };
    const mends = mendsOf(n, sizes[n], seams, sides[n], k, pxPerMm);
    layQuarter(raster, origin, q, sizes[n], bare[n] ? colour : null, mends, pxPerMm);
    onProgress?.(0.2 + 0.17 * (n + 1));
  }
  const half = (mm: number) => Math.max(1, Math.round(mm * pxPerMm));
  const inner = half(seen ? SEEN_MM : HIDDEN_MM);
  hideCut(raster, true, wide[0], inner);
  hideCut(raster, true, 0, half(HIDDEN_MM));
  hideCut(raster, false, high[0], inner);
  hideCut(raster, false, 0, half(HIDDEN_MM));
  const left = seams.flatMap((s) => s.meeting.left).sort((a, b) => a - b);
  const furthest = seams.map(({ meeting }) => meeting.by.reduce((m, v) => Math.max(m, Math.abs(v)), 0));
  return {
    raster,
    ppi,
    borders: left.length,
    wasOffMm: Math.max(...furthest) / (k * pxPerMm),
    offMm: (left[Math.floor(left.length * 0.95)] ?? 0) / (k * pxPerMm),
  };
}

/** How long the sides of a quarter are in its picture, px, from the top clockwise. */
const sideLengths = ({ corners }: Quarter) =>
  corners.map((p, n) => Math.hypot(corners[(n + 1) % 4].x - p.x, corners[(n + 1) % 4].y - p.y));

/** What is done to a quarter toward each of its sides: by px along the side how far it is moved (px) and how much lighter it gets (log of RGB); and what takes its shade away, in `deep` px for each. */
type Mend = { moved: Float32Array; lighter: Float32Array; deep: number; shade: Float32Array };

function mendsOf(
  n: number,
  size: Size,
  seams: Seam[],
  sides: { shade: Shade }[],
  k: number,
  pxPerMm: number,
): Mend[] {
  return ([0, 1, 2, 3] as Side[]).map((side) => {
    const length = side % 2 ? size.height : size.width;
    const seam = seams.find(
      (s) => (s.first === n && s.side === side) || (s.second === n && s.other === side),
    ) as Seam;
    // Each side goes half of the way.
    const half = seam.first === n && seam.side === side ? 0.5 : -0.5;
    const { by } = seam.meeting;
    const moved = Float32Array.from(
      { length },
      (_, t) => (half * by[Math.min(by.length - 1, Math.round(t * k))]) / k,
    );
    const lighter = new Float32Array(length * 3);
    for (let t = 0; t < length; t++) {
      const at = Math.min(PARTS - 1.001, Math.max(0, ((t + 0.5) / length) * PARTS - 0.5));
      const i = Math.floor(at);
      for (let c = 0; c < 3; c++) {
        const [p, q] = [seam.lighter[i * 3 + c], seam.lighter[(i + 1) * 3 + c]];
        lighter[t * 3 + c] = -half * (p + (q - p) * (at - i));
      }
    }
    const { shade: small } = sides[side];
    const deep = Math.ceil(2 * pxPerMm);
    const shade = new Float32Array(length * deep * 3);
    for (let t = 0; t < length; t++)
      for (let d = 0; d < deep; d++)
        for (let c = 0; c < 3; c++)
          shade[(t * deep + d) * 3 + c] =
            1 / shadeAt(small, Math.min(small.deep - 1, Math.round(d * k)), (t + 0.5) / length, c);
    return { moved, lighter, deep, shade };
  });
}

/** Fades from 1 at a side to 0 at a depth, without a bend at either end. */
const fadeOver = (depth: number, length: number) =>
  Float32Array.from({ length }, (_, d) => {
    const u = Math.max(0, 1 - (d + 0.5) / depth);
    return u * u * (3 - 2 * u);
  });

function layQuarter(
  out: Raster,
  origin: { x: number; y: number },
  q: Quarter,
  size: Size,
  colour: number[] | null,
  mends: Mend[],
  pxPerMm: number,
) {
  const { width, height } = size;
  const { gain, across } = gainOf(q, size, colour);
  const map = pageMap(q.corners);
  const { picture } = q;
  const [top, right, bottom, left] = mends;
  const most = Math.max(width, height);
  const moves = fadeOver(Math.min(MOVED_MM * pxPerMm, most / 3), most);
  const lights = fadeOver(Math.min(LIT_MM * pxPerMm, most / 3), most);
  const { deep } = top;
  const { data } = picture;
  const [lastX, lastY] = [picture.width - 1, picture.height - 1];
  for (let y = 0; y < height; y++) {
    const low = height - 1 - y;
    let o = ((origin.y + y) * out.width + origin.x) * 4;
    for (let x = 0; x < width; x++, o += 4) {
      const far = width - 1 - x;
      const dx = top.moved[x] * moves[y] + bottom.moved[x] * moves[low];
      const dy = left.moved[y] * moves[x] + right.moved[y] * moves[far];
      // What is moved at one side is taken from inside the others, with the shade that it has there.
      const from = {
        x: Math.min(width - 0.5, Math.max(0.5, x + 0.5 + dx)),
        y: Math.min(height - 0.5, Math.max(0.5, y + 0.5 + dy)),
      };
      const [sx, sy] = [Math.floor(from.x), Math.floor(from.y)];
      const [toRight, toBottom] = [width - 1 - sx, height - 1 - sy];
      const p = map.toPicture({ x: (from.x / width) * map.width, y: (from.y / height) * map.height });
      const u = Math.min(lastX, Math.max(0, p.x - 0.5));
      const v = Math.min(lastY, Math.max(0, p.y - 0.5));
      const [iu, iv] = [Math.floor(u), Math.floor(v)];
      const [fu, fv] = [u - iu, v - iv];
      const i = (iv * picture.width + iu) * 4;
      const r = iu < lastX ? 4 : 0;
      const d = iv < lastY ? picture.width * 4 : 0;
      const g = ((y >> 3) * across + (x >> 4)) * 3;
      for (let c = 0; c < 3; c++) {
        const upper = data[i + c] + (data[i + r + c] - data[i + c]) * fu;
        const lower = data[i + d + c] + (data[i + d + r + c] - data[i + d + c]) * fu;
        const lit =
          top.lighter[x * 3 + c] * lights[y] +
          bottom.lighter[x * 3 + c] * lights[low] +
          left.lighter[y * 3 + c] * lights[x] +
          right.lighter[y * 3 + c] * lights[far];
        let by = gain[g + c] * (1 + lit + (lit * lit) / 2);
        if (sy < deep) by *= top.shade[(sx * deep + sy) * 3 + c];
        if (toBottom < deep) by *= bottom.shade[(sx * deep + toBottom) * 3 + c];
        if (sx < deep) by *= left.shade[(sy * deep + sx) * 3 + c];
        if (toRight < deep) by *= right.shade[(sy * deep + toRight) * 3 + c];
        out.data[o + c] = (upper + (lower - upper) * fv) * by;
      }
      out.data[o + 3] = 255;
    }
  }
}
