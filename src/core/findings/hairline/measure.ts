import { type Lattice, type PixelPlan, type Point, wrapPoint } from '../../lattice';
import { reachOf } from '../../lay';
import { layersOf, renderWindow, type Scene } from '../../render';
import { pxToMm } from '../../units';
import type { ClothMeasures } from '../cloth/measures';
import type { Found } from '../found';

export type Hairline = Found & { kind: 'hairline'; px: number; longMm: number; share: number };

/** A motif that reaches this share of the way to its own copies is a ground of its own. */
const GROUND_LIKE = 0.97;
/** Half the width of the strip that is rendered along an edge, px; a gap wider than this is no hairline. */
const STRIP = 6;
/** Longest strip that is rendered, px. */
const LONGEST = 2400;

/**
 * Hairlines: where a motif that covers the whole cell meets its own copies, any line less opaque than both its sides.
 * Rendered at print size, along the edges only.
 */
export function hairlines(
  { scene, lattice, outlines }: Pick<ClothMeasures, 'scene' | 'lattice' | 'outlines'>,
  plan: PixelPlan,
): Hairline[] {
  const out: Hairline[] = [];
  for (const { p, reach, across } of edgesThatMeet(scene, lattice)) {
    if (!outlines.get(p.motif)) continue;
    const found = alongEdge(scene, plan, p, reach, across);
    if (!found) continue;
    out.push({
      kind: 'hairline',
      severity: 'warning',
      at: wrapPoint(lattice, across ? { x: p.x + reach.x, y: p.y } : { x: p.x, y: p.y + reach.y }),
      placements: [p.id ?? ''],
      ...found,
      longMm: found.long / (across ? plan.scale.y : plan.scale.x),
    });
  }
  return out;
}

/** The placements as large as the cell, and in which direction their edges meet their own copies. */
function* edgesThatMeet(scene: Pick<Scene, 'placements' | 'motifs'>, lattice: Lattice) {
  const steps = [lattice.a, lattice.b];
  for (const p of scene.placements) {
    const art = scene.motifs.get(p.motif);
    if (!art) continue;
    const mm = (px: number) => pxToMm(px, art.ppi);
    const reach = reachOf(
      { ...p, id: '' },
      { widthMm: mm(art.pyramid.width), heightMm: mm(art.pyramid.height) },
    );
    for (const across of [true, false]) {
      const step = steps.find((s) => (across ? s.x : s.y) !== 0 && (across ? s.y : s.x) === 0);
      const size = step ? Math.abs(across ? step.x : step.y) : 0;
      const own = 2 * (across ? reach.x : reach.y);
      if (!size || own < size * GROUND_LIKE || own > size * (2 - GROUND_LIKE)) continue;
      yield { p, reach, across };
    }
  }
}

/** Whether a check of this scene renders edges at print size. Reads no pixels; what is drawn in pictures may be as large as the cell. */
export function rendersEdges(
  scene: Pick<Scene, 'placements' | 'motifs' | 'layers'>,
  { lattice, scale }: PixelPlan,
): boolean {
  const mm = (v: Point) => ({ x: v.x / scale.x, y: v.y / scale.y });
  return (
    layersOf(scene).some((l) => l.kind !== 'placements') ||
    !edgesThatMeet(scene, { a: mm(lattice.a), b: mm(lattice.b) }).next().done
  );
}

/** Looks at a strip over the edge of a placement: how wide and long the line there is, and how much it lacks. */
function alongEdge(
  scene: ClothMeasures['scene'],
  plan: PixelPlan,
  p: { x: number; y: number },
  reach: { x: number; y: number },
  across: boolean,
) {
  const { scale } = plan;
  const edge = Math.round(across ? (p.x + reach.x) * scale.x : (p.y + reach.y) * scale.y);
  const long = Math.min(LONGEST, Math.round(2 * (across ? reach.y * scale.y : reach.x * scale.x) * 0.9));
  const start = Math.round((across ? p.y * scale.y : p.x * scale.x) - long / 2);
  const origin = across ? { x: edge - STRIP, y: start } : { x: start, y: edge - STRIP };
  const [w, h] = across ? [2 * STRIP, long] : [long, 2 * STRIP];
  const alone = { ground: null, motifs: scene.motifs, placements: scene.placements };
  const { data } = renderWindow(alone, plan, w, h, { origin });
  const alpha = (k: number, t: number) => data[(across ? t * w + k : k * w + t) * 4 + 3];
  let lines = 0;
  let lacks = 0;
  let px = 0;
  for (let t = 0; t < long; t++) {
    const sides = Math.min(alpha(0, t), alpha(2 * STRIP - 1, t));
    let least = sides;
    let wide = 0;
    for (let k = 0; k < 2 * STRIP; k++) {
      const a = alpha(k, t);
      if (a < sides - 2) wide++;
      least = Math.min(least, a);
    }
    if (!wide) continue;
    lines++;
    lacks += (sides - least) / Math.max(1, sides);
    px += wide;
  }
  return lines > long * 0.1 ? { long: lines, px: px / lines, share: lacks / lines } : null;
}
