import { MM_PER_INCH, type PixelPlan, type Point, type Project, pixelPlan } from '@/core';

/**
 * The screen's own pixel plan: the cell is a whole number of device pixels, so that copies on screen sit as
 * exactly as in the file. `sx`, `sy`: CSS px per mm.
 */
export type Screen = { plan: PixelPlan; dpr: number; sx: number; sy: number; origin: Point };

export function screenOf(
  project: Pick<Project, 'brief' | 'layout'>,
  view: { zoom: number; origin: Point },
  dpr: number,
): Screen {
  const { widthMm, heightMm } = project.brief;
  const plan = pixelPlan(project.layout, { width: widthMm, height: heightMm }, view.zoom * dpr * MM_PER_INCH);
  return { plan, dpr, sx: plan.scale.x / dpr, sy: plan.scale.y / dpr, origin: view.origin };
}

export const toScreen = (s: Screen, p: Point): Point => ({
  x: (p.x - s.origin.x) * s.sx,
  y: (p.y - s.origin.y) * s.sy,
});

export const toCloth = (s: Screen, p: Point): Point => ({
  x: p.x / s.sx + s.origin.x,
  y: p.y / s.sy + s.origin.y,
});
