import {
  cellOf,
  imagesOf,
  MM_PER_INCH,
  pixelPlan,
  reachOf,
  scenePlacements,
  shiftsInto,
  shownGround,
  turnOf,
  twinOf,
} from '../core';
import { writeThumbnail } from '../shelf';
import { useBolt } from './bolt';

import { session, sessionPart } from './session';
import { drawSprite, spriteFor, useSprites } from './sprites';

const WIDTH = 560;
const HEIGHT = 220;
const waiting = sessionPart((): { timer?: ReturnType<typeof setTimeout> } => ({}));

/** Paints a thumbnail of the cloth for the shelf, a moment after the last change. */
export function keepThumbnail() {
  const mine = session();
  const soon = waiting();
  clearTimeout(soon.timer);
  soon.timer = setTimeout(() => {
    if (!mine.closed) void paint();
  }, 1500);
}

async function paint() {
  const { project } = useBolt.getState();
  const { sprites } = useSprites.getState();
  if (!project || project.placements.some((p) => !sprites.has(p.motif))) return;
  const { brief } = project;
  const ppi = (HEIGHT / Math.min(brief.heightMm * 0.8, brief.widthMm * 0.8)) * MM_PER_INCH;
  const plan = pixelPlan(project.layout, cellOf(project), ppi);
  const canvas = new OffscreenCanvas(WIDTH, HEIGHT);
  const context = canvas.getContext('2d');
  if (!context) return;
  context.imageSmoothingQuality = 'high';
  context.fillStyle = shownGround(project);
  context.fillRect(0, 0, WIDTH, HEIGHT);
  const twin = twinOf(project.layout, cellOf(project));
  for (const p of scenePlacements(project).flatMap((laid) => imagesOf(laid, twin))) {
    const sprite = spriteFor(sprites, p);
    const motif = project.motifs.find((m) => m.id === p.motif);
    if (!sprite || !motif) continue;
    const t = turnOf(p, motif.ppi, plan);
    const reach = reachOf(p, sprite.silhouette);
    const [cx, cy] = [p.x * plan.scale.x, p.y * plan.scale.y];
    const [rx, ry] = [reach.x * plan.scale.x, reach.y * plan.scale.y];
    const box = { x0: cx - rx, y0: cy - ry, x1: cx + rx, y1: cy + ry };
    context.globalCompositeOperation = p.blend === 'normal' || !p.blend ? 'source-over' : p.blend;
    context.globalAlpha = p.opacity ?? 1;
    for (const s of shiftsInto(plan.lattice, box, { x0: 0, y0: 0, x1: WIDTH, y1: HEIGHT })) {
      context.setTransform(t.xx, t.yx, t.xy, t.yy, cx + s.x, cy + s.y);
      drawSprite(context, sprite, motif);
    }
  }
  await writeThumbnail(project.id, await canvas.convertToBlob({ type: 'image/webp', quality: 0.85 }));
}
