import { MM_PER_INCH, type PixelPlan, type Point, type Project, pixelPlan } from '@/core';

/**
 * The screen's own pixel plan: the cell is a whole number of device pixels, so that copies on screen sit as
 * exactly as in the file. `sx`, `sy`: CSS px per mm of the cloth as it is laid, which is seen `look` times as large.
 */
export type Screen = { plan: PixelPlan; dpr: number; sx: number; sy: number; origin: Point; look: number };

export function screenOf(
  project: Pick<Project, 'brief' | 'layout'>,
  { zoom, origin, look = 1 }: { zoom: number; origin: Point; look?: number },
  dpr: number,
): Screen {
  const { widthMm, heightMm } = project.brief;
  const plan = pixelPlan(
    project.layout,
    { width: widthMm, height: heightMm },
    look * zoom * dpr * MM_PER_INCH,
  );
  const laid = { x: origin.x / look, y: origin.y / look };
  return { plan, dpr, sx: plan.scale.x / dpr, sy: plan.scale.y / dpr, origin: laid, look };
}

export const toScreen = (s: Screen, p: Point): Point => ({
  x: (p.x - s.origin.x) * s.sx,
  y: (p.y - s.origin.y) * s.sy,
});

export const toCloth = (s: Screen, p: Point): Point => ({
  x: p.x / s.sx + s.origin.x,
  y: p.y / s.sy + s.origin.y,
});
