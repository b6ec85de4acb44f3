import { labDistance, oklabOf } from '../../colour';
import { imagesOf, type PixelPlan, pixelPlan, twinOf } from '../../lattice';
import { type Torus, torusIndex, torusOf } from '../../raster';
import { artOf, inkShares, layersOf, type Scene, spriteOf } from '../../render';

/**
 * The cloth as it is looked over: one piece of the torus, as large as a cell of its lattice. `labels` names the image on
 * top at each pixel (a placement's number; where cells alternate, its twin is the number plus the count of
 * placements), -1 for bare ground.
 */
export type ClothPicture = {
  plan: PixelPlan;
  torus: Torus;
  /** What is to be added to a place of the picture for its place on the cloth, px: less than one. */
  off: { x: number; y: number };
  labels: Int16Array;
  /** Share of the cloth that art covers, soft edges by their share. */
  cover: number;
  /** What is seen, RGB on the ground, and how far each pixel is from the ground in OKLab. */
  colours: { paint: Uint8ClampedArray; weight: Float32Array } | null;
  /** Pixels that each placement covers, and those of them that stay in sight. */
  drawn: Int32Array;
  seen: Int32Array;
  /** Where two placements lie on each other: key `low * count + high` to how many px, and the sum of their places. */
  overlaps: Map<number, { px: number; x: number; y: number }>;
};

/** Alpha from which a pixel counts as covered: by half, where things are measured; seen from afar a soft rim counts too. */
const COVERED = { near: 128, far: 64 };

/** How many ppi near the one that is wanted are tried, and how far they reach, as a share of it. */
const TRIES = 61;
const NEAR = 0.12;

/**
 * A plan of the same cloth with about `area` px in one cell of its lattice: of those near it the one whose pixels are the
 * nearest to square, so that a length is the same across and down.
 */
export function coarsePlan(full: PixelPlan, area: number): PixelPlan {
  const { a, b } = full.lattice;
  const now = Math.abs(a.x * b.y - a.y * b.x);
  const cellMm = { width: full.cell.width / full.scale.x, height: full.cell.height / full.scale.y };
  const wanted = full.ppi * Math.min(1, Math.sqrt(area / now));
  const plans = Array.from({ length: TRIES }, (_, k) =>
    pixelPlan(full.layout, cellMm, wanted * (1 - (NEAR * k) / (TRIES - 1))),
  );
  const oblong = ({ scale }: PixelPlan) => Math.abs(Math.log(scale.x / scale.y));
  return plans.reduce((best, plan) => (oblong(plan) < oblong(best) - 1e-9 ? plan : best));
}

/**
 * Draws what lies on the cloth, for looking over. Glazes count as ink laid over; grain is left out.
 * @param coloured whether colours are wanted, or only what lies where.
 */
export function pictureOf(scene: Scene, plan: PixelPlan, coloured: boolean): ClothPicture {
  const torus = torusOf(plan.lattice);
  const { width, height, step } = torus;
  const size = width * height;
  const count = scene.placements.length;
  const labels = new Int16Array(size).fill(-1);
  const paint = new Uint8ClampedArray(coloured ? size * 3 : 0);
  if (coloured) paintGround(scene, plan, torus, paint);
  const base = coloured && scene.split ? paint.slice() : null;
  const bare = new Float32Array(size).fill(1);
  const drawn = new Int32Array(count);
  const overlaps: ClothPicture['overlaps'] = new Map();
  const cellMm = { width: plan.cell.width / plan.scale.x, height: plan.cell.height / plan.scale.y };
  const twin = twinOf(plan.layout, cellMm);
  // Pixels are laid out from the first placement, so that it does not matter where the block is cut.
  const [first] = scene.placements;
  const part = (v: number) => v - Math.floor(v);
  const off = first ? { x: part(first.x * plan.scale.x), y: part(first.y * plan.scale.y) } : { x: 0, y: 0 };
  for (const [n, placed] of scene.placements.entries()) {
    const art = artOf(scene, placed);
    if (!art) continue;
    for (const [k, image] of imagesOf(placed, twin).entries()) {
      const at = { ...image, x: image.x - off.x / plan.scale.x, y: image.y - off.y / plan.scale.y };
      const sprite = spriteOf(at, art, plan, true);
      const bar = (coloured ? COVERED.far : COVERED.near) * (placed.opacity ?? 1);
      const label = n + k * count;
      for (let py = 0; py < sprite.height; py++) {
        const y = sprite.y + py;
        let i = py * sprite.width * 4;
        for (let x = sprite.x; x < sprite.x + sprite.width; ) {
          const end = Math.min(sprite.x + sprite.width, (Math.floor(x / width) + 1) * width);
          let o = torusIndex(torus, x, y);
          for (; x < end; x++, o++, i += 4) {
            const a = sprite.data[i + 3];
            if (a === 0) continue;
            const under = 255 - a;
            bare[o] *= under / 255;
            for (let c = 0; coloured && c < 3; c++)
              paint[o * 3 + c] = sprite.data[i + c] + (paint[o * 3 + c] * under) / 255;
            if (a < bar) continue;
            drawn[n]++;
            const below = labels[o];
            if (below >= 0) {
              const m = below % count;
              const key = Math.min(m, n) * count + Math.max(m, n);
              const met = overlaps.get(key) ?? { px: 0, x: 0, y: 0 };
              // Places of one overlap are summed near each other, not over the edge of the piece.
              overlaps.set(key, { px: met.px + 1, x: met.x + x, y: met.y + y });
            }
            labels[o] = label;
          }
        }
      }
    }
  }
  const seen = new Int32Array(count);
  for (const label of labels) if (label >= 0) seen[label % count]++;
  return {
    plan,
    torus: { width, height, step },
    off,
    labels,
    cover: 1 - bare.reduce((s, v) => s + v, 0) / size,
    colours: coloured ? { paint, weight: weightOf(paint, base, groundOf(scene), size) } : null,
    drawn,
    seen,
    overlaps,
  };
}

/** The colour of what lies under all: of the ground, or of a texture that covers it, in the mean. */
function groundOf(scene: Scene): number[] {
  const plain = scene.ground ?? [255, 255, 255];
  for (const layer of layersOf(scene)) {
    if (layer.kind !== 'tile' || !layer.texture || (layer.blend ?? 'normal') !== 'normal') break;
    const level = scene.motifs.get(layer.art)?.pyramid.levels.at(-1);
    if (!level) break;
    const mean = [0, 0, 0, 0];
    for (let i = 0; i < level.data.length; i++) mean[i % 4] += (level.data[i] * 4) / level.data.length;
    const cover = (mean[3] / 255) * (layer.opacity ?? 1);
    return plain.map((v, c) => mean[c] * (layer.opacity ?? 1) + v * (1 - cover));
  }
  return plain;
}

/** What is seen before anything is laid. */
function paintGround(scene: Scene, plan: PixelPlan, { width, height }: Torus, paint: Uint8ClampedArray) {
  const ground = groundOf(scene);
  for (let i = 0; i < paint.length; i++) paint[i] = ground[i % 3];
  const { split } = scene;
  const shares = split && inkShares({ ...split, inks: split.colours.length }, plan);
  if (!split || !shares) return;
  const part = new Float64Array(split.colours.length);
  for (let p = 0; p < width * height; p++) {
    shares(p % width, Math.floor(p / width), part);
    for (let c = 0; c < 3; c++) {
      let v = 0;
      for (let k = 0; k < part.length; k++) v += part[k] * split.colours[k][c];
      paint[p * 3 + c] = v;
    }
  }
}

/** How far each pixel is from the ground (`base`: the ground at each pixel, where it is not the same), by colours of five bits each. */
function weightOf(
  paint: Uint8ClampedArray,
  base: Uint8ClampedArray | null,
  ground: number[],
  size: number,
): Float32Array {
  const lab = (r: number, g: number, b: number) => oklabOf(Math.round(r), Math.round(g), Math.round(b));
  const plain = lab(ground[0], ground[1], ground[2]);
  const known = new Float32Array(32768).fill(-1);
  const out = new Float32Array(size);
  const [gr, gg, gb] = ground.map(Math.round);
  for (let p = 0, i = 0; p < size; p++, i += 3) {
    const [r, g, b] = [paint[i], paint[i + 1], paint[i + 2]];
    if (base) {
      if (r !== base[i] || g !== base[i + 1] || b !== base[i + 2])
        out[p] = labDistance(lab(base[i], base[i + 1], base[i + 2]), oklabOf(r, g, b));
      continue;
    }
    if (r === gr && g === gg && b === gb) continue;
    const key = ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3);
    if (known[key] < 0) known[key] = labDistance(plain, oklabOf(r, g, b));
    out[p] = known[key];
  }
  return out;
}
