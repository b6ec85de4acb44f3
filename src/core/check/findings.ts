import {
  type Layout,
  nearestCopy,
  type PixelPlan,
  type Point,
  pixelPlan,
  type Size,
  wrapPoint,
} from '../lattice';
import { CLOTH_PPI, effectivePpi } from '../print';
import { renderBlock, type Scene } from '../render';
import { type Circle, emptyCircles, medianRadius } from './bare-patch';

/** Something to look at, with its place on the cloth (mm) and its measures (mm or ppi). */
export type Finding =
  | { kind: 'bare-patch'; at: Point; widthMm: number; medianMm: number; limitMm: number }
  | { kind: 'low-ppi'; at: Point; placement: string; ppi: number; wantedPpi: number; largestScale: number };

/** How many times the median gap a patch may be before it is pointed out: one left-out motif of a grid is 1.64. */
const BARE_LIMIT = 1.6;

export type CheckReport = {
  findings: Finding[];
  /** Diameter of the middle empty circle, mm; null when there is too little on the cloth to compare. */
  medianGapMm: number | null;
  /** Diameters of all empty circles, mm, largest first, one for each place on the cloth. */
  gapsMm: number[];
  /** Share of the cloth that is covered by art, 0 to 1. */
  cover: number;
};

/** Long side of the picture that is searched, px. */
const CHECK_PX = 768;
/** Alpha from which a pixel counts as covered. */
const COVERED = 64;

/** A plan of the same cloth, coarse enough to search quickly. */
function checkingPlan(layout: Layout, cellMm: Size, ppi: number): PixelPlan {
  const full = pixelPlan(layout, cellMm, ppi);
  const long = Math.max(full.block.width, full.block.height);
  return long <= CHECK_PX ? full : pixelPlan(layout, cellMm, (ppi * CHECK_PX) / long);
}

/**
 * Looks the cloth over. The scene's ground is ignored; art is what is not clear.
 * @param cellMm the cell in mm, as in the brief; `ppi` the print ppi.
 * @returns findings in order of weight; nothing to compare gives none, never NaN.
 */
export function findings(scene: Scene, layout: Layout, cellMm: Size, ppi: number): CheckReport {
  const plan = checkingPlan(layout, cellMm, ppi);
  const raster = renderBlock({ ...scene, ground: null, grain: undefined }, plan);
  const { width, height } = raster;
  const occupied = new Uint8Array(width * height);
  let covered = 0;
  for (let p = 0; p < occupied.length; p++) {
    if (raster.data[p * 4 + 3] >= COVERED) {
      occupied[p] = 1;
      covered++;
    }
  }
  const circles = onePerPlace(emptyCircles(occupied, width, height), plan);
  const mm = (px: number) => px / plan.scale.x;
  const enough = circles.length >= 3 && scene.placements.length >= 2;
  // Slots between touching motifs are no gaps; the median is of those the eye reads as room. The bar hangs on
  // the upper quarter, not on the largest: one great hole must not hide the others.
  const upper = circles[Math.floor(circles.length / 4)];
  const rooms = circles.filter((c) => c.r >= upper.r * 0.4);
  const median = medianRadius(rooms);
  const limit = BARE_LIMIT * median;
  const bare: Finding[] = enough
    ? rooms
        .filter((c) => c.r > limit && mm(2 * c.r) > 4)
        .slice(0, 8)
        .map((c) => ({
          kind: 'bare-patch',
          at: wrapPoint(latticeMm(plan), { x: c.x / plan.scale.x, y: c.y / plan.scale.y }),
          widthMm: mm(2 * c.r),
          medianMm: mm(2 * median),
          limitMm: mm(2 * limit),
        }))
    : [];
  return {
    findings: [...bare, ...lowPpi(scene)],
    medianGapMm: enough ? mm(2 * median) : null,
    gapsMm: enough ? rooms.map((c) => mm(2 * c.r)) : [],
    cover: covered / occupied.length,
  };
}

function lowPpi(scene: Scene): Finding[] {
  return scene.placements.flatMap((p) => {
    const art = scene.motifs.get(p.motif);
    if (!art) return [];
    const ppi = effectivePpi(art.ppi, p.scale);
    if (ppi >= CLOTH_PPI - 0.5) return [];
    const largestScale = art.ppi / CLOTH_PPI;
    return [
      {
        kind: 'low-ppi',
        at: { x: p.x, y: p.y },
        placement: p.id ?? '',
        ppi,
        wantedPpi: CLOTH_PPI,
        largestScale,
      } as const,
    ];
  });
}

const latticeMm = (plan: PixelPlan) => {
  const { a, b } = plan.lattice;
  const { x, y } = plan.scale;
  return { a: { x: a.x / x, y: a.y / y }, b: { x: b.x / x, y: b.y / y } };
};

/** A block may hold several cells: the same circle in each is one place. */
function onePerPlace(circles: Circle[], plan: PixelPlan): Circle[] {
  const kept: Circle[] = [];
  for (const c of circles) {
    const again = kept.some((k) => {
      const near = nearestCopy(plan.lattice, k, c);
      return Math.abs(k.r - c.r) < 1.5 && Math.hypot(near.x - c.x, near.y - c.y) < 3;
    });
    if (!again) kept.push(c);
  }
  return kept;
}
