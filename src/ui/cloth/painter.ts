import type { Box, Placement, Project, SceneSplit, Size } from '@/core';
import type { Held, Sprite } from '@/session/cloth';
import {
  Brush,
  type Context,
  isHeld,
  isPlaced,
  type Seen,
  type Thing,
  thingsOn,
  withHeld,
} from '@/session/cloth';
import { type Screen, screenOf } from './screen';

export type Picture = {
  project: Project;
  ground: string;
  /** The ground where it is split. */
  split?: SceneSplit;
  sprites: Map<string, Sprite>;
  screen: Screen;
  held: Held | null;
  ghosts: boolean;
  /** The zoom is moving: paint what is ready, at once. */
  quick: boolean;
  /** Everything in one dark tone on paper. */
  flat?: boolean;
  /** A map of one block to show instead of the cloth. */
  map?: ImageBitmap;
  /** Grain as it lies on one block, to lay over all. */
  grain?: ImageBitmap;
  /** Part of the canvas to paint, device px; `from`: how far right of the origin the cloth begins there. */
  region?: { x: number; width: number; from: number };
};

/** A block is kept whole while it is at most this many times the window; beyond, the window's part of it. */
const KEPT_WINDOWS = 1.5;
/** Long side of the block that stands in while the zoom is moving, px. */
const QUICK_PX = 1400;

type Layer = { key: unknown[]; canvas: OffscreenCanvas };
type LayerName = 'whole' | 'under' | 'over' | 'quick';

/**
 * Paints the cloth. What is not held is kept as ready bitmaps (what lies under the held copies, and what lies
 * over them): one repeat block, set side by side, or, when that is larger than the window, the window's part.
 * Only held copies are drawn afresh. While the zoom is moving a small block is stretched instead.
 */
export class Painter {
  private layers: Partial<Record<LayerName, Layer>> = {};
  /** What is on the cloth, kept from paint to paint so that layers know it again. */
  private seen: { of: unknown[]; list: Thing[] } = { of: [], list: [] };

  paint(canvas: HTMLCanvasElement, picture: Picture) {
    const context = canvas.getContext('2d', { alpha: false });
    if (!context) return;
    const { screen, held, region } = picture;
    const { plan, dpr } = screen;
    const left = Math.round(screen.origin.x * screen.sx * dpr) + (region ? region.from - region.x : 0);
    const top = Math.round(screen.origin.y * screen.sy * dpr);
    const window: Box = { x0: left, y0: top, x1: left + canvas.width, y1: top + canvas.height };
    const brush = brushOf(picture);
    context.save();
    if (region) {
      context.beginPath();
      context.rect(region.x, 0, region.width, canvas.height);
      context.clip();
    }
    const all = this.thingsOf(picture.project);
    if (picture.map && !held) {
      tile(context, picture.map, plan.block, window);
      context.restore();
      return;
    }
    if (picture.flat && !held) {
      this.silhouettes(
        context,
        brush,
        all.filter((t) => isPlaced(t) || t.kind === 'drawing'),
        window,
      );
      context.restore();
      return;
    }
    if (picture.quick && !held) {
      context.imageSmoothingEnabled = false;
      tile(context, this.quickBlock(picture, all), plan.block, window);
      context.imageSmoothingEnabled = true;
    } else if (held) {
      const still = (t: Thing) => !isPlaced(t) || !isHeld(held, t.id);
      const last = all.findLastIndex((p) => !still(p));
      // With several held at different depths, those between are drawn under all of them until let go.
      this.lay(
        context,
        'under',
        brush,
        all.filter((t, n) => still(t) && n < last),
        window,
      );
      for (const p of picture.project.placements) {
        if (isHeld(held, p.id)) {
          const seen = placedIn(all, p.id);
          if (seen) brush.draw(context, { ...seen, ...placeOf(withHeld(p, held)) }, window, true);
        }
      }
      const over = all.slice(last + 1);
      // A glaze needs what is under it: no bitmap of its own.
      if (over.some((t) => (t.blend ?? 'normal') !== 'normal'))
        for (const t of over) brush.draw(context, t, window, true);
      else if (over.length) this.lay(context, 'over', brush, over, window);
    } else this.lay(context, 'whole', brush, all, window);

    if (picture.grain) tile(context, picture.grain, plan.block, window);
    if (picture.ghosts) {
      context.globalAlpha = 0.66;
      context.fillStyle = '#b9b4bd';
      context.fillRect(0, 0, canvas.width, canvas.height);
      context.globalAlpha = 1;
      for (const p of picture.project.placements) {
        const seen = placedIn(all, p.id);
        if (seen) brush.one(context, { ...seen, ...placeOf(withHeld(p, held)) }, 0, 0, window);
      }
    }
    context.restore();
  }

  private silhouettes(context: Context, brush: Brush, all: Thing[], window: Box) {
    const { width, height } = context.canvas;
    const ink = new OffscreenCanvas(width, height);
    const on = ink.getContext('2d');
    if (!on) return;
    this.lay(on, 'over', brush, all, window);
    on.globalCompositeOperation = 'source-in';
    on.fillStyle = '#221a2b';
    on.fillRect(0, 0, width, height);
    context.fillStyle = '#f7f3ec';
    context.fillRect(0, 0, width, height);
    context.drawImage(ink, 0, 0);
  }

  private thingsOf(project: Project): Thing[] {
    const of = [project.placements, project.motifs, project.layers];
    if (of.some((v, n) => v !== this.seen.of[n])) this.seen = { of, list: thingsOn(project) };
    return this.seen.list;
  }

  private lay(context: Context, name: LayerName, brush: Brush, things: Thing[], window: Box) {
    const { block } = brush.paints.plan;
    const area = (window.x1 - window.x0) * (window.y1 - window.y0);
    if (block.width * block.height <= area * KEPT_WINDOWS) {
      const whole = { x0: 0, y0: 0, x1: block.width, y1: block.height };
      tile(context, this.layer(name, brush, things, whole), block, window);
    } else {
      context.drawImage(this.layer(name, brush, things, window), 0, 0);
    }
  }

  private quickBlock(picture: Picture, all: Thing[]): OffscreenCanvas {
    const { brief } = picture.project;
    const { block, cell } = picture.screen.plan;
    const wide = (brief.widthMm * block.width) / cell.width;
    const high = (brief.heightMm * block.height) / cell.height;
    const zoom = QUICK_PX / Math.max(wide, high);
    const screen = screenOf(picture.project, { zoom, origin: { x: 0, y: 0 } }, 1);
    const whole = { x0: 0, y0: 0, x1: screen.plan.block.width, y1: screen.plan.block.height };
    return this.layer('quick', brushOf({ ...picture, screen }), all, whole);
  }

  /** What lies in a part of the cloth, drawn again only when something in it changed. */
  private layer(name: LayerName, brush: Brush, things: Thing[], part: Box): OffscreenCanvas {
    const { plan, ground, split } = brush.paints;
    const { block, cell, lattice, layout } = plan;
    const bare = name === 'over' ? null : ground;
    const key: unknown[] = [bare, layout.alternate, block.width, block.height, cell.width, cell.height];
    key.push(lattice.a.x, lattice.a.y, lattice.b.x, part.x0, part.y0, part.x1, part.y1);
    if (split) key.push(split.pattern, split.count, split.counter !== undefined, ...split.colours.flat());
    for (const t of things) {
      key.push(t);
      // A finer sprite of the same art is no reason to stop a moving zoom.
      for (const sprite of brush.spritesOf(t))
        key.push(name === 'quick' ? `${sprite?.asset}${sprite?.colours}` : sprite);
    }
    const old = this.layers[name];
    if (old && old.key.length === key.length && key.every((k, i) => k === old.key[i])) return old.canvas;
    const canvas = new OffscreenCanvas(part.x1 - part.x0, part.y1 - part.y0);
    const context = canvas.getContext('2d', { alpha: bare === null });
    if (context) {
      if (bare) brush.bare(context, part);
      for (const t of things) brush.draw(context, t, part, false);
    }
    this.layers[name] = { key, canvas };
    return canvas;
  }
}

const brushOf = ({ project, sprites, ground, split, screen }: Picture): Brush =>
  new Brush({ project, sprites, ground, split, plan: screen.plan });

const placedIn = (things: Thing[], id: string): Seen | undefined =>
  things.find((t): t is Seen => isPlaced(t) && t.id === id);

const placeOf = ({ x, y, angle, scale }: Placement) => ({ x, y, angle, scale });

/** Sets a block side by side over the window; drawn at the block's size, whatever the bitmap's. */
function tile(context: Context, bitmap: OffscreenCanvas | ImageBitmap, block: Size, window: Box) {
  const { width, height } = block;
  const x0 = -(((window.x0 % width) + width) % width);
  const y0 = -(((window.y0 % height) + height) % height);
  for (let y = y0; y < window.y1 - window.y0; y += height) {
    for (let x = x0; x < window.x1 - window.x0; x += width) context.drawImage(bitmap, x, y, width, height);
  }
}
