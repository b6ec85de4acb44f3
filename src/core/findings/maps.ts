import type { PixelPlan } from '../lattice';
import { newRaster, type Raster, torusIndex } from '../raster';
import type { Scene } from '../render';
import { holeLimit } from './bare-patch/measure';
import { type ClothMeasures, measureCloth } from './cloth/measures';
import { readLayers } from './cloth/read-layers';
import { limitsOf } from './limits';

/** What can be drawn of a cloth instead of itself: the room in its gaps, or each thing's share of the ground. */
export const CLOTH_MAPS = ['gaps', 'neighbours'] as const;
export type ClothMap = (typeof CLOTH_MAPS)[number];

/** From a narrow gap over a usual one to a wide one, and one too wide; and the art itself. */
const GAP_TONES = [
  [247, 243, 236],
  [201, 190, 206],
  [134, 104, 142],
  [74, 38, 74],
] as const;
const TOO_WIDE = [185, 122, 30] as const;
const ART = [34, 26, 43] as const;
/** Eight tones for the shares of neighbours, light enough for the silhouettes to show. */
const SHARES = [
  [236, 214, 190],
  [188, 214, 208],
  [222, 196, 216],
  [226, 226, 190],
  [198, 206, 228],
  [232, 204, 200],
  [204, 222, 190],
  [216, 210, 204],
] as const;

/** One repeat block of a map of the cloth, opaque RGBA, with the size of its block in px of the coarse plan. */
export function clothMap(scene: Scene, plan: PixelPlan, kind: ClothMap): Raster {
  const cloth = measureCloth(readLayers(scene, plan).scene, plan, [], DETAIL);
  const { torus, labels, off } = cloth.picture;
  const { block } = cloth.picture.plan;
  const tone = kind === 'gaps' ? gapTone(cloth) : shareTone(cloth);
  const out = newRaster(block.width, block.height);
  for (let y = 0; y < block.height; y++) {
    for (let x = 0; x < block.width; x++) {
      const p = torusIndex(torus, Math.round(x - off.x), Math.round(y - off.y));
      const [r, g, b] = labels[p] >= 0 ? ART : tone(p);
      out.data.set([r, g, b, 255], (y * block.width + x) * 4);
    }
  }
  return out;
}

/** A map is seen, so it is drawn finer than a check needs. */
export const DETAIL = 5;

type Tone = (p: number) => readonly [number, number, number];

function gapTone(cloth: ClothMeasures): Tone {
  const wide = holeLimit(cloth, limitsOf('even', 'usual').bare);
  const usual = cloth.rooms?.median ?? 1;
  const most = Number.isFinite(wide) ? wide : usual * 2;
  return (p) => {
    const r = cloth.room[p];
    if (r > most) return TOO_WIDE;
    const t = Math.min(GAP_TONES.length - 1.001, (r / most) * (GAP_TONES.length - 1));
    const [a, b] = [GAP_TONES[Math.floor(t)], GAP_TONES[Math.floor(t) + 1]];
    const share = t - Math.floor(t);
    return [0, 1, 2].map((c) => a[c] + (b[c] - a[c]) * share) as [number, number, number];
  };
}

/** Tones by motif, so that two of the same side by side show at once. */
function shareTone(cloth: ClothMeasures): Tone {
  const { placements } = cloth.scene;
  const kinds = [...new Set(placements.map((p) => p.motif))];
  const { width, height } = cloth.picture.torus;
  return (p) => {
    const own = cloth.near[p];
    if (own < 0) return SHARES[7];
    const x = p % width;
    const y = (p - x) / width;
    const right = cloth.near[torusIndex(cloth.picture.torus, x + 1, y)];
    const below = cloth.near[((y + 1) % height) * width + x];
    if (right !== own || below !== own) return [255, 255, 255];
    return SHARES[kinds.indexOf(placements[own % placements.length].motif) % SHARES.length];
  };
}
