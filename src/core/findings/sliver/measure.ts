import type { Point } from '../../lattice';
import { type Room, roomOnTorus, type Torus, torusIndex } from '../../raster';
import type { ClothMeasures } from '../cloth/measures';
import type { Found } from '../found';
import type { Limits } from '../limits';

export type Sliver = Found & {
  kind: 'sliver';
  widthMm: number;
  longMm: number;
  usualMm: number;
  limitMm: number;
};

/** Fewest px of border that can be told from two corners meeting. */
const LEAST_PX = 6;
/** The strip is what is no wider than so many times its narrowest place, and a px; its ends flare. */
const NARROW = 2;
/** The label of the outline that is worked to; no image has it. */
const OUTLINE = 32000;

/** Where the shares of two images meet closely: how wide at each step along it, px, and where. */
type Strip = { i: number; j: number; steps: { gap: number; x: number; y: number }[] };

/** What is narrow of a strip: how long and how wide it is, px, and the step that lies nearest to its middle. */
function narrowOf({ steps }: Strip, torus: Torus): { px: number; gap: number; least: number; at: Point } {
  const least = Math.min(...steps.map((s) => s.gap));
  const narrow = steps.filter((s) => s.gap <= NARROW * least + 1);
  const mean = (list: number[]) => list.reduce((sum, v) => sum + v, 0) / list.length;
  const plane = narrow.map((s) => nearImage(s, narrow[0], torus));
  const [x, y] = [mean(plane.map((p) => p.x)), mean(plane.map((p) => p.y))];
  const off = (k: number) => Math.hypot(plane[k].x - x, plane[k].y - y);
  const at = narrow[narrow.reduce((best, _, k) => (off(k) < off(best) ? k : best), 0)];
  // A border is counted along its longer way: steps across and steps down are not both its length.
  return { px: 0.75 * narrow.length, gap: mean(narrow.map((s) => s.gap)), least, at };
}

/** The image of a place of a torus that lies nearest to another: a strip runs on over the edge of the picture. */
function nearImage({ x, y }: Point, to: Point, { width, height, step }: Torus): Point {
  const images = [-1, 0, 1].map((i) => {
    const v = y + i * step;
    return { x: x + i * width, y: v + height * Math.round((to.y - v) / height) };
  });
  const far = (p: Point) => Math.hypot(p.x - to.x, p.y - to.y);
  return images.reduce((best, p) => (far(p) < far(best) ? p : best));
}

/**
 * Slivers: strips of ground left between two silhouettes that run side by side, or between one and the outline that is worked
 * to: much narrower than the cloth's gaps and many times as long as they are wide. Read off the border between the two
 * shares of the ground.
 * @param outline corners of the outline, mm; none when the cell itself is worked to.
 */
export function slivers(cloth: ClothMeasures, limits: Limits, outline: Point[] = []): Sliver[] {
  const { rooms, mm, across, scene } = cloth;
  const n = scene.placements.length;
  if (!rooms || n < 2) return [];
  const usualMm = across(rooms.median);
  const roomMm = mm(2 * rooms.median);
  const limitMm = roomMm * limits.sliver;
  const most = (limitMm * 1.6) / mm(1);
  const strips = stripsOf(cloth, cloth, most);
  if (outline.length > 2)
    strips.push(...stripsOf(cloth, outlined(cloth, outline), most).filter((s) => s.j === OUTLINE));
  return strips
    .flatMap((strip): Sliver[] => {
      const { i, j } = strip;
      const { px, gap, least, at } = narrowOf(strip, cloth.picture.torus);
      // At its narrowest it is measured between the silhouettes themselves.
      const [one, other] = [i % n, new Set([j % n])];
      const exact = j === OUTLINE ? [] : cloth.silhouettes.around(one, mm(least) + mm(1.6), other);
      const widthMm = Math.min(mm(least), ...exact.map((g) => g.gap)) + mm(gap - least);
      const longMm = mm(px);
      if (px < LEAST_PX || widthMm > limitMm) return [];
      if (longMm < limits.sliverLong * widthMm || longMm < roomMm * 0.6) return [];
      const ids = [i, j].filter((k) => k !== OUTLINE).map((k) => scene.placements[k % n].id ?? '');
      const place = { kind: 'sliver', severity: 'note', at: cloth.place(at), placements: ids } as const;
      return [{ ...place, widthMm, longMm, usualMm, limitMm }];
    })
    .slice(0, 8);
}

function stripsOf({ picture, scene }: ClothMeasures, { room, near }: Room, most: number): Strip[] {
  const { width, height } = picture.torus;
  const n = scene.placements.length;
  const strips = new Map<number, Strip>();
  const meet = (p: number, q: number, x: number, y: number) => {
    const [i, j] = [Math.min(near[p], near[q]), Math.max(near[p], near[q])];
    const gap = room[p] + room[q];
    if (i < 0 || gap < 1 || (j !== OUTLINE && i % n === j % n)) return;
    const strip = strips.get(i * 32768 + j) ?? { i, j, steps: [] };
    strips.set(i * 32768 + j, strip);
    strip.steps.push({ gap, x, y });
  };
  for (let y = 0; y + 1 < height; y++) {
    for (let x = 0; x + 1 < width; x++) {
      const p = y * width + x;
      if (room[p] > most) continue;
      if (near[p] !== near[p + 1] && room[p] + room[p + 1] <= most) meet(p, p + 1, x, y);
      if (near[p] !== near[p + width] && room[p] + room[p + width] <= most) meet(p, p + width, x, y);
    }
  }
  return [...strips.values()];
}

/** The room on the cloth with the outline drawn on what is bare of it. */
function outlined({ picture }: ClothMeasures, outline: Point[]): Room {
  const { torus, off, plan } = picture;
  const labels = Int16Array.from(picture.labels);
  for (const [k, a] of outline.entries()) {
    const b = outline[(k + 1) % outline.length];
    const [dx, dy] = [(b.x - a.x) * plan.scale.x, (b.y - a.y) * plan.scale.y];
    const steps = Math.ceil(Math.hypot(dx, dy) * 2);
    for (let s = 0; s < steps; s++) {
      const x = Math.floor(a.x * plan.scale.x - off.x + (dx * s) / steps);
      const y = Math.floor(a.y * plan.scale.y - off.y + (dy * s) / steps);
      const p = torusIndex(torus, x, y);
      if (labels[p] < 0) labels[p] = OUTLINE;
    }
  }
  return roomOnTorus(labels, torus);
}
