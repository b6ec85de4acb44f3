/** Line art of known shape, laid by us, by libvips (through sharp), and exactly: the judge of sampling. */
import sharp from 'sharp';
import { newRaster, pixelPlan, pyramidOf, type Raster, renderBlock } from '../../src/core';

const SIDE = 160;
const FINE = 6;

type Shape = (x: number, y: number) => boolean;

/** Rings and spokes, all `line` px thick, about the middle of a square of SIDE px. */
function drawing(line: number): Shape {
  return (x, y) => {
    const r = Math.hypot(x, y);
    if (r > 72) return false;
    const ring = Math.abs(((r + 7) % 16) - 8) < line / 2;
    const along = Math.atan2(y, x) * (24 / (2 * Math.PI));
    const spoke = r > 24 && Math.abs(along - Math.round(along)) * r * ((2 * Math.PI) / 24) < line / 2;
    return ring || spoke;
  };
}

/** The share of each pixel that a shape covers: the exact picture, `size` px square. */
function covered(shape: Shape, size: number, back: (x: number, y: number) => [number, number]): Float64Array {
  const out = new Float64Array(size * size);
  for (let p = 0; p < out.length; p++) {
    let n = 0;
    for (let k = 0; k < FINE * FINE; k++) {
      const x = (p % size) + ((k % FINE) + 0.5) / FINE;
      const y = Math.floor(p / size) + (Math.floor(k / FINE) + 0.5) / FINE;
      if (shape(...back(x, y))) n++;
    }
    out[p] = n / (FINE * FINE);
  }
  return out;
}

function inked(cover: Float64Array, size: number): Raster {
  const art = newRaster(size, size);
  for (let p = 0; p < cover.length; p++) art.data.set([20, 24, 40, Math.round(cover[p] * 255)], p * 4);
  return art;
}

const spread = (v: ArrayLike<number>) => {
  let [s, q] = [0, 0];
  for (let i = 0; i < v.length; i++) {
    s += v[i];
    q += v[i] * v[i];
  }
  return Math.sqrt(q / v.length - (s / v.length) ** 2);
};
const off = (a: ArrayLike<number>, b: ArrayLike<number>) => {
  let q = 0;
  for (let i = 0; i < a.length; i++) q += (a[i] - b[i]) ** 2;
  return 255 * Math.sqrt(q / a.length);
};
const alphas = (data: ArrayLike<number>) =>
  Float64Array.from({ length: data.length / 4 }, (_, p) => data[4 * p + 3] / 255);

async function byLibvips(art: Raster, scale: number, angle: number, size: number, at: number) {
  const raw = { raw: { width: SIDE, height: SIDE, channels: 4 as const } };
  const side = Math.round(SIDE * scale);
  const small = await sharp(art.data, raw).resize(side, side, { kernel: 'cubic' }).raw().toBuffer();
  const t = (angle * Math.PI) / 180;
  const [c, s] = [Math.cos(t), Math.sin(t)];
  // libvips counts from the middle of the first pixel; whole pixels are found by fitting.
  const mid = side / 2 - 0.5;
  const part = (v: number) => v - Math.floor(v);
  const { data, info } = await sharp(small, { raw: { width: side, height: side, channels: 4 } })
    .affine(
      [
        [c, -s],
        [s, c],
      ],
      {
        background: { r: 0, g: 0, b: 0, alpha: 0 },
        interpolator: 'bicubic',
        odx: part(at - 0.5 - (c * mid - s * mid)),
        ody: part(at - 0.5 - (s * mid + c * mid)),
      },
    )
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { alpha: alphas(data), width: info.width, height: info.height, size };
}

/** The picture of the other one, moved by the whole pixels that fit best. */
function fitted(theirs: Awaited<ReturnType<typeof byLibvips>>, truth: Float64Array): Float64Array {
  const { alpha, width, height, size } = theirs;
  const moved = (dx: number, dy: number) =>
    truth.map((_, p) => {
      const u = (p % size) - ((size - width) >> 1) - dx;
      const v = Math.floor(p / size) - ((size - height) >> 1) - dy;
      return u >= 0 && v >= 0 && u < width && v < height ? alpha[v * width + u] : 0;
    });
  const steps = [-2, -1, 0, 1, 2];
  const all = steps.flatMap((dy) => steps.map((dx) => moved(dx, dy)));
  return all.reduce((best, one) => (off(one, truth) < off(best, truth) ? one : best));
}

export const TURNS = [0, 7, 23, 45, 71];

/**
 * Lines `line` px thick laid at a scale and an angle: how much of their contrast is left (1 is all of it) and how far
 * pixels are off (root mean square, levels), ours and libvips'.
 */
export async function judgeLines(line: number, scale: number, angle: number, shift: number) {
  const shape = drawing(line);
  const art = inked(
    covered(shape, SIDE, (x, y) => [x - SIDE / 2, y - SIDE / 2]),
    SIDE,
  );
  const size = SIDE + 4;
  const at = size / 2 + shift;
  const t = (angle * Math.PI) / 180;
  const truth = covered(shape, size, (x, y) => {
    const [dx, dy] = [(x - at) / scale, (y - at) / scale];
    return [dx * Math.cos(t) + dy * Math.sin(t), -dx * Math.sin(t) + dy * Math.cos(t)];
  });
  const mm = (px: number) => (px / 300) * 25.4;
  const layout = { kind: 'straight' as const, drop: { p: 0, q: 1 } };
  const scene = {
    ground: null,
    motifs: new Map([['m', { pyramid: pyramidOf(art), ppi: 300 }]]),
    placements: [{ motif: 'm', x: mm(at), y: mm(at), angle, scale, mirror: false }],
  };
  const block = renderBlock(scene, pixelPlan(layout, { width: mm(size), height: mm(size) }, 300));
  const told = (seen: ArrayLike<number>) => ({
    contrast: spread(seen) / spread(truth),
    off: off(seen, truth),
  });
  return {
    ours: told(alphas(block.data)),
    libvips: told(fitted(await byLibvips(art, scale, angle, size, at), truth)),
  };
}
