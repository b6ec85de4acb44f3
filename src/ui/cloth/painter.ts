import {
  type Box,
  cellOf,
  imagesOf,
  type Motif,
  type Placement,
  type Project,
  reachOf,
  type Size,
  scenePlacements,
  shiftsInto,
  turnOf,
  twinOf,
} from '@/core';
import { withHeld } from '@/session/hold';
import { drawSprite, type Sprite, spriteFor } from '@/session/sprites';
import type { Held } from '@/session/view';
import { type Screen, screenOf } from './screen';

export type Picture = {
  project: Project;
  ground: string;
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

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;
type Seen = ReturnType<typeof scenePlacements>[number];

/** A block is kept whole while it is at most this many times the window; beyond, the window's part of it. */
const KEPT_WINDOWS = 1.5;
/** Long side of the block that stands in while the zoom is moving, px. */
const QUICK_PX = 1400;

type Layer = { key: unknown[]; canvas: OffscreenCanvas };
type LayerName = 'whole' | 'under' | 'over' | 'quick';
const COMPOSITE = { normal: 'source-over', multiply: 'multiply', screen: 'screen' } as const;

/**
 * Paints the cloth. What is not held is kept as ready bitmaps (what lies under the held copies, and what lies
 * over them): one repeat block, set side by side, or, when that is larger than the window, the window's part.
 * Only held copies are drawn afresh. While the zoom is moving a small block is stretched instead.
 */
export class Painter {
  private layers: Partial<Record<LayerName, Layer>> = {};
  /** Placements as they are seen, kept from paint to paint so that layers know them again. */
  private seen: { of: unknown[]; list: Seen[] } = { of: [], list: [] };

  paint(canvas: HTMLCanvasElement, picture: Picture) {
    const context = canvas.getContext('2d', { alpha: false });
    if (!context) return;
    const { screen, held, region } = picture;
    const { plan, dpr } = screen;
    const left = Math.round(screen.origin.x * screen.sx * dpr) + (region ? region.from - region.x : 0);
    const top = Math.round(screen.origin.y * screen.sy * dpr);
    const window: Box = { x0: left, y0: top, x1: left + canvas.width, y1: top + canvas.height };
    const brush = new Brush(picture);
    context.save();
    if (region) {
      context.beginPath();
      context.rect(region.x, 0, region.width, canvas.height);
      context.clip();
    }
    const all = this.placementsOf(picture.project);
    if (picture.map && !held) {
      tile(context, picture.map, plan.block, window);
      context.restore();
      return;
    }
    if (picture.flat && !held) {
      this.silhouettes(context, brush, all, window);
      context.restore();
      return;
    }
    if (picture.quick && !held) {
      context.imageSmoothingEnabled = false;
      tile(context, this.quickBlock(picture, all), plan.block, window);
      context.imageSmoothingEnabled = true;
    } else if (held) {
      const still = (p: Seen) => !held.ids.includes(p.id);
      const last = all.findLastIndex((p) => !still(p));
      // With several held at different depths, those between are drawn under all of them until let go.
      this.lay(
        context,
        'under',
        brush,
        all.filter((p, n) => still(p) && n < last),
        window,
      );
      for (const p of picture.project.placements) {
        if (held.ids.includes(p.id)) {
          const seen = all.find((q) => q.id === p.id);
          if (seen) brush.copies(context, { ...seen, ...placeOf(withHeld(p, held)) }, window, true);
        }
      }
      const over = all.slice(last + 1);
      // A glaze needs what is under it: no bitmap of its own.
      if (over.some((p) => p.blend !== 'normal'))
        for (const p of over) brush.copies(context, p, window, true);
      else if (over.length) this.lay(context, 'over', brush, over, window);
    } else this.lay(context, 'whole', brush, all, window);

    if (picture.grain) tile(context, picture.grain, plan.block, window);
    if (picture.ghosts) {
      context.globalAlpha = 0.66;
      context.fillStyle = '#b9b4bd';
      context.fillRect(0, 0, canvas.width, canvas.height);
      context.globalAlpha = 1;
      for (const p of picture.project.placements) {
        const seen = all.find((q) => q.id === p.id);
        if (seen) brush.one(context, { ...seen, ...placeOf(withHeld(p, held)) }, 0, 0, window);
      }
    }
    context.restore();
  }

  private silhouettes(context: Context, brush: Brush, all: Seen[], window: Box) {
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

  private placementsOf(project: Project): Seen[] {
    const of = [project.placements, project.motifs];
    if (of.some((v, n) => v !== this.seen.of[n])) this.seen = { of, list: scenePlacements(project) };
    return this.seen.list;
  }

  private lay(context: Context, name: LayerName, brush: Brush, placements: Seen[], window: Box) {
    const { block } = brush.picture.screen.plan;
    const area = (window.x1 - window.x0) * (window.y1 - window.y0);
    if (block.width * block.height <= area * KEPT_WINDOWS) {
      const whole = { x0: 0, y0: 0, x1: block.width, y1: block.height };
      tile(context, this.layer(name, brush, placements, whole), block, window);
    } else {
      context.drawImage(this.layer(name, brush, placements, window), 0, 0);
    }
  }

  private quickBlock(picture: Picture, all: Seen[]): OffscreenCanvas {
    const { brief } = picture.project;
    const { block, cell } = picture.screen.plan;
    const wide = (brief.widthMm * block.width) / cell.width;
    const high = (brief.heightMm * block.height) / cell.height;
    const zoom = QUICK_PX / Math.max(wide, high);
    const screen = screenOf(picture.project, { zoom, origin: { x: 0, y: 0 } }, 1);
    const whole = { x0: 0, y0: 0, x1: screen.plan.block.width, y1: screen.plan.block.height };
    return this.layer('quick', new Brush({ ...picture, screen }), all, whole);
  }

  /** Placements in a part of the cloth, drawn again only when something in it changed. */
  private layer(name: LayerName, brush: Brush, placements: Seen[], part: Box): OffscreenCanvas {
    const { screen, sprites, ground } = brush.picture;
    const { block, cell, lattice, layout } = screen.plan;
    const bare = name === 'over' ? null : ground;
    const key: unknown[] = [bare, layout.alternate, block.width, block.height, cell.width, cell.height];
    key.push(lattice.a.x, lattice.a.y, lattice.b.x, part.x0, part.y0, part.x1, part.y1);
    for (const p of placements) {
      const sprite = spriteFor(sprites, p);
      // A finer sprite of the same art is no reason to stop a moving zoom.
      key.push(p, name === 'quick' ? `${sprite?.asset}${sprite?.colours}` : sprite);
    }
    const old = this.layers[name];
    if (old && old.key.length === key.length && key.every((k, i) => k === old.key[i])) return old.canvas;
    const canvas = new OffscreenCanvas(part.x1 - part.x0, part.y1 - part.y0);
    const context = canvas.getContext('2d', { alpha: bare === null });
    if (context) {
      if (bare) {
        context.fillStyle = bare;
        context.fillRect(0, 0, canvas.width, canvas.height);
      }
      for (const p of placements) brush.copies(context, p, part, false);
    }
    this.layers[name] = { key, canvas };
    return canvas;
  }
}

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

/** Draws placements of one picture. */
class Brush {
  private motifs: Map<string, Motif>;
  private twin;

  constructor(readonly picture: Picture) {
    this.motifs = new Map(picture.project.motifs.map((m) => [m.id, m]));
    this.twin = twinOf(picture.project.layout, cellOf(picture.project));
  }

  /** Every copy and twin that touches a window, in the order they lie in. */
  copies(context: Context, p: Seen, window: Box, quick: boolean) {
    const sprite = spriteFor(this.picture.sprites, p);
    if (!sprite) return;
    const { plan } = this.picture.screen;
    const reach = reachOf(p, sprite.silhouette);
    const rx = reach.x * plan.scale.x + 1;
    const ry = reach.y * plan.scale.y + 1;
    const all = imagesOf(p, this.twin).flatMap((image) => {
      const cx = image.x * plan.scale.x;
      const cy = image.y * plan.scale.y;
      const box = { x0: cx - rx, y0: cy - ry, x1: cx + rx, y1: cy + ry };
      return shiftsInto(plan.lattice, box, window).map((s) => ({ image, s, x: cx + s.x, y: cy + s.y }));
    });
    if (this.twin) all.sort((a, b) => a.y - b.y || a.x - b.x);
    for (const { image, s } of all) this.one(context, image, s.x, s.y, window, quick);
  }

  /** One copy, moved by a whole-pixel shift. */
  one(context: Context, p: Seen, sx: number, sy: number, window: Box, quick = false) {
    const sprite = spriteFor(this.picture.sprites, p);
    const motif = this.motifs.get(p.motif);
    if (!sprite || !motif) return;
    const { plan } = this.picture.screen;
    const t = turnOf(p, motif.ppi, plan);
    const x = p.x * plan.scale.x + sx - window.x0;
    const y = p.y * plan.scale.y + sy - window.y0;
    context.setTransform(t.xx, t.yx, t.xy, t.yy, x, y);
    context.globalCompositeOperation = COMPOSITE[p.blend ?? 'normal'];
    context.globalAlpha = p.opacity ?? 1;

    // As core samples: averaged below half size, between pixels up to full, sharply beyond it.
    const wide = (Math.hypot(t.xx, t.yx) * motif.width) / sprite.size.width;
    context.imageSmoothingQuality = quick ? 'low' : wide < 0.5 ? 'medium' : wide < 1 ? 'low' : 'high';
    drawSprite(context, sprite, motif);
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalCompositeOperation = 'source-over';
    context.globalAlpha = 1;
  }
}
