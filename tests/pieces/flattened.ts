/** Cloths with planted faults, flattened into one picture and taken in as a drawing: what the check sees beside the same cloth laid. */
import sharp from 'sharp';
import {
  type CheckReport,
  type Point,
  pixelPlan,
  pyramidOf,
  type Raster,
  renderWindow,
  runCheck,
  type Scene,
  seededRandom,
} from '../../src/core';
import { FINE_AREA } from '../../src/core/pieces';
import type { Piece } from '../eye/capsules';
import { contrast, type EyeCloth, eyeCloth, type Generator, INK_OF, INKS, sceneOf } from '../eye/cloths';
import { FAULTS, type Fault, planted } from '../eye/faults';
import { type Count, look, mark } from '../eye/judge';

export const SURFACES = ['plain', 'textured', 'washed', 'jpeg'] as const;
export type Surface = (typeof SURFACES)[number];

/** The cloth as one picture of a cell, at 150 to 300 ppi unless another is asked for. */
export async function flattened(
  cloth: EyeCloth,
  pieces: Piece[],
  surface: Surface,
  seed: number,
  ppi?: number,
  specks: Point[] = [],
): Promise<Scene> {
  const random = seededRandom(seed * 31 + 7);
  const { layout, cell } = cloth;
  const plan = pixelPlan(layout, cell, ppi ?? 150 + Math.round(150 * random()));
  const { width, height } = plan.cell;
  let raster: Raster = renderWindow(sceneOf(cloth, pieces), plan, width, height, {
    // A diamond's box lies about its middle.
    origin: { x: 0, y: layout.kind === 'diamond' ? -height / 2 : 0 },
  });
  const { data } = raster;
  drawDots(raster, cloth, specks, random);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i += 4) {
      const grain = surface === 'textured' ? 7 * (random() + random() + random() - 1.5) : 0;
      const wash =
        surface === 'washed' && layout.kind === 'straight'
          ? 12 * Math.cos((2 * Math.PI * x) / width) * Math.sin((2 * Math.PI * y) / height)
          : 0;
      for (let c = 0; c < 3; c++) data[i + c] += grain + wash;
    }
  }
  if (surface === 'jpeg') {
    const file = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
      .removeAlpha()
      .jpeg({ quality: 90 })
      .toBuffer();
    const read = await sharp(file).ensureAlpha().raw().toBuffer();
    raster = { width, height, data: new Uint8ClampedArray(read) };
  }
  return {
    ground: [255, 255, 255],
    motifs: new Map([['picture', { pyramid: pyramidOf(raster), ppi: plan.ppi }]]),
    placements: [],
    layers: [{ kind: 'placements' }, { kind: 'tile', art: 'picture', size: null, texture: false }],
  };
}

/** Draws dots of the plainest ink about a third of a mm wide, or as wide as is seen of so large a cell. */
function drawDots(
  { width, height, data }: Raster,
  { layout, cell, ground }: EyeCloth,
  specks: Point[],
  random: () => number,
) {
  const [ink] = INKS.map((_, k) => k).sort((p, q) => contrast(ground, q) - contrast(ground, p));
  const rgb = INK_OF(ink);
  const px = width / cell.width;
  const least = 1.2 * Math.sqrt((cell.width * cell.height) / FINE_AREA);
  // A diamond's box lies about its middle, and holds each twice.
  const copies =
    layout.kind === 'diamond'
      ? [
          [0, 0.5],
          [0.5, 0],
        ]
      : [[0, 0]];
  for (const speck of specks) {
    const r = Math.max(least, 0.12 + 0.12 * random()) * px;
    for (const [across, down] of copies) {
      const [mx, my] = [speck.x * px + across * width, (speck.y * height) / cell.height + down * height];
      for (let y = Math.floor(my - r - 1); y <= my + r + 1; y++)
        for (let x = Math.floor(mx - r - 1); x <= mx + r + 1; x++) {
          const share = Math.min(1, Math.max(0, r + 0.5 - Math.hypot(x + 0.5 - mx, y + 0.5 - my)));
          const i = ((((y % height) + height) % height) * width + (((x % width) + width) % width)) * 4;
          for (let c = 0; c < 3; c++) data[i + c] += share * (rgb[c] - data[i + c]);
        }
    }
  }
}

export const lookFlat = (cloth: EyeCloth, scene: Scene): CheckReport =>
  runCheck(scene, pixelPlan(cloth.layout, cloth.cell, 150), {
    inks: [cloth.ground, ...INKS.map((_, k) => INK_OF(k))],
  });

const fresh = (): Count => ({ planted: 0, found: 0, told: 0, right: 0 });
/** Counts by fault for the same cloths laid and flattened; `say` tells each that was seen in one way only. */
export async function judgeFlattened(
  generators: readonly Generator[],
  each: number,
  seed: number,
  say: (line: string) => void = () => {},
) {
  const laid = Object.fromEntries(FAULTS.map((f) => [f, fresh()])) as Record<Fault, Count>;
  const flat = Object.fromEntries(FAULTS.map((f) => [f, fresh()])) as Record<Fault, Count>;
  let [unread, n] = [0, 0];
  for (const generator of generators) {
    for (let k = 0; k < each; k++, n++) {
      const cloth = eyeCloth(generator, k, seed);
      const surface = SURFACES[n % SURFACES.length];
      const all = cloth.torus.all();
      const clean = look(cloth, all);
      const cleanFlat = lookFlat(cloth, await flattened(cloth, all, surface, seed + n));
      for (const fault of FAULTS) {
        const spoilt = planted(cloth, fault, seed * 101 + k);
        if (!spoilt) continue;
        const report = look(cloth, spoilt.pieces);
        const reportFlat = lookFlat(cloth, await flattened(cloth, spoilt.pieces, surface, seed + n));
        if (reportFlat.unjudged.some((u) => u.includes('told apart'))) {
          unread++;
          say(`${cloth.name} ${surface} ${fault}: ${reportFlat.unjudged.join(' ')}`);
        }
        const a = mark(laid[fault], report, clean, fault, spoilt, cloth).right.length > 0;
        const b = mark(flat[fault], reportFlat, cleanFlat, fault, spoilt, cloth).right.length > 0;
        if (a !== b) say(`${cloth.name} ${surface} ${cloth.layout.kind} ${fault}: laid ${a}, flat ${b}`);
      }
    }
  }
  return { laid, flat, unread };
}
