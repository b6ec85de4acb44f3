import type { Size } from '../../lattice';
import { type Raster, reduceTo } from '../../raster';
import type { Corners } from '../page';
import { asItIs, estimatePaper, evenLight, pageMap, pageSize, squarePage, type Tone, toneOf } from '../page';

/** A quarter of a sheet: the picture that it is on, where in that it lies, and its size there, px. */
export type Quarter = { picture: Raster; corners: Corners; size: Size; paper: Paper };
type Paper = ReturnType<typeof estimatePaper>;

/** Paper is read from a picture at most so long, px. */
const PAPER_PX = 1200;

export function quarterOf(picture: Raster, corners: Corners): Quarter {
  const { raster, factor } = reduceTo(picture, PAPER_PX);
  const small = corners.map(({ x, y }) => ({ x: x / factor, y: y / factor })) as Corners;
  return { picture, corners, size: pageSize(corners), paper: estimatePaper(squarePage(raster, small)) };
}

const paperColour = ({ paper }: Quarter) => paper.coef.map((c) => c[0]);
const lightOf = ([r, g, b]: number[]) => (2 * r + 4 * g + 3 * b) / 9;
/** What is darker than the lightest paper by so much is painted all over: its light is left as it is. */
const PAINTED = 0.8;

/** The one paper white that quarters are levelled to: the mean of those that show paper, levels. */
export function commonPaper(quarters: Quarter[]): { colour: number[]; bare: boolean[] } {
  const all = quarters.map(paperColour);
  const lightest = Math.max(...all.map(lightOf));
  const bare = all.map((c) => lightOf(c) >= PAINTED * lightest);
  const own = all.filter((_, n) => bare[n]);
  return { colour: [0, 1, 2].map((c) => own.reduce((s, v) => s + v[c] / own.length, 0)), bare };
}

/** Gains by which a quarter of some size comes to one paper colour. */
export function gainOf({ paper }: Quarter, size: Size, colour: number[] | null): Tone {
  if (!colour) return asItIs(size);
  const tone = toneOf(size, paper, { evenLight: true, white: 100, black: 0 });
  const gain = tone.gain.map((g, i) => (g * colour[i % 3]) / 255);
  return { ...tone, gain };
}

/** A quarter squared at a size to be looked at, px, its light levelled. */
export function squaredQuarter(q: Quarter, size: Size, colour: number[] | null): Raster {
  const step = Math.max(1, Math.floor(q.size.width / size.width));
  const { raster, factor } = reduceTo(
    q.picture,
    Math.ceil(Math.max(q.picture.width, q.picture.height) / step),
  );
  const map = pageMap(q.corners);
  const { width, height } = size;
  const at = (x: number, y: number) => {
    const p = map.toPicture({ x: x * map.width, y: y * map.height });
    return { x: p.x / factor, y: p.y / factor };
  };
  const made = sampled(raster, size, (x, y) => at(x / width, y / height));
  return evenLight(made, gainOf(q, size, colour));
}

/** Pixels of a picture at places of its own, bilinear; beyond its edge lies its edge. */
function sampled(
  { width, height, data }: Raster,
  size: Size,
  from: (x: number, y: number) => { x: number; y: number },
): Raster {
  const out = { ...size, data: new Uint8ClampedArray(size.width * size.height * 4) };
  let o = 0;
  for (let y = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++, o += 4) {
      const at = from(x + 0.5, y + 0.5);
      const u = Math.min(width - 1, Math.max(0, at.x - 0.5));
      const v = Math.min(height - 1, Math.max(0, at.y - 0.5));
      const [iu, iv] = [Math.min(width - 2, Math.floor(u)), Math.min(height - 2, Math.floor(v))];
      const [fu, fv] = [u - iu, v - iv];
      const i = (iv * width + iu) * 4;
      const d = i + width * 4;
      for (let c = 0; c < 3; c++) {
        const top = data[i + c] + (data[i + 4 + c] - data[i + c]) * fu;
        const low = data[d + c] + (data[d + 4 + c] - data[d + c]) * fu;
        out.data[o + c] = top + (low - top) * fv;
      }
      out.data[o + 3] = 255;
    }
  return out;
}
