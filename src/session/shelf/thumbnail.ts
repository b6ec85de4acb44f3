import { cellOf, MM_PER_INCH, pixelPlan, sceneSplit, shownColourway, shownGround } from '../../core';
import { writeThumbnail } from '../../shelf';
import { useBolt } from '../bolt';
import { allDrawn, Brush, thingsOn, useSprites } from '../cloth';
import { messageOf, session, sessionPart } from '../kernel';

const WIDTH = 560;
const HEIGHT = 220;
const waiting = sessionPart((): { timer?: ReturnType<typeof setTimeout> } => ({}));

/** Paints a thumbnail of the cloth for the shelf, a moment after the last change. */
export function keepThumbnail() {
  const mine = session();
  const soon = waiting();
  clearTimeout(soon.timer);
  soon.timer = setTimeout(() => {
    // Nothing hangs on it: the next change paints it anew.
    if (!mine.away) void paint().catch(messageOf);
  }, 1500);
}

async function paint() {
  const { project } = useBolt.getState();
  const { sprites } = useSprites.getState();
  if (!project || !allDrawn(project)) return;
  const { brief } = project;
  const ppi = (HEIGHT / Math.min(brief.heightMm * 0.8, brief.widthMm * 0.8)) * MM_PER_INCH;
  const plan = pixelPlan(project.layout, cellOf(project), ppi);
  const canvas = new OffscreenCanvas(WIDTH, HEIGHT);
  const context = canvas.getContext('2d');
  if (!context) return;
  const window = { x0: 0, y0: 0, x1: WIDTH, y1: HEIGHT };
  const split = sceneSplit(project, shownColourway(project).colours);
  const brush = new Brush({ project, sprites, ground: shownGround(project), split, plan });
  brush.bare(context, window);
  for (const thing of thingsOn(project)) brush.draw(context, thing, window, false);
  await writeThumbnail(project.id, await canvas.convertToBlob({ type: 'image/webp', quality: 0.85 }));
}
