import { labDistance, oklabOf } from '../../colour';
import { imagesOf, type PixelPlan, pixelPlan, twinOf } from '../../lattice';
import { type Torus, torusIndex, torusOf } from '../../raster';
import { artOf, type Scene, spriteOf } from '../../render';

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
  const ground = scene.ground ?? [255, 255, 255];
  for (let i = 0; i < paint.length; i++) paint[i] = ground[i % 3];
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
    colours: coloured ? { paint, weight: weightOf(paint, ground, size) } : null,
    drawn,
    seen,
    overlaps,
  };
}

/** How far each pixel is from the ground, by colours of five bits each. */
function weightOf(paint: Uint8ClampedArray, ground: number[], size: number): Float32Array {
  const base = oklabOf(ground[0], ground[1], ground[2]);
  const known = new Float32Array(32768).fill(-1);
  const out = new Float32Array(size);
  for (let p = 0, i = 0; p < size; p++, i += 3) {
    const [r, g, b] = [paint[i], paint[i + 1], paint[i + 2]];
    if (r === ground[0] && g === ground[1] && b === ground[2]) continue;
    const key = ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3);
    if (known[key] < 0) known[key] = labDistance(base, oklabOf(r, g, b));
    out[p] = known[key];
  }
  return out;
}
