import {
  type Box,
  type Placement,
  type Point,
  type Project,
  reachOf,
  type Size,
  shiftsInto,
  turnOf,
} from '@/core';
import type { Sprite } from '@/state/arts';
import type { Held } from '@/state/view';
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
};

/** A placement as it stands while the pointer holds it. */
export function withHeld(p: Placement, held: Held | null): Placement {
  if (!held?.ids.includes(p.id)) return p;
  return { ...p, x: p.x + held.dx, y: p.y + held.dy, angle: p.angle + held.turn, scale: p.scale * held.grow };
}

/** A block is kept whole while it is at most this many times the window; beyond, the window's part of it. */
const KEPT_WINDOWS = 1.5;
/** Long side of the block that stands in while the zoom is moving, px. */
const QUICK_PX = 1400;

type Layer = { key: unknown[]; canvas: OffscreenCanvas };
type LayerName = 'under' | 'over' | 'quick';

/**
 * Paints the cloth. What is not held is kept as ready bitmaps (what lies under the held copies, and what lies
 * over them): one repeat block, set side by side, or, when that is larger than the window, the window's part.
 * Only held copies are drawn afresh. While the zoom is moving a small block is stretched instead.
 */
export class Painter {
  private layers: Partial<Record<LayerName, Layer>> = {};

  paint(canvas: HTMLCanvasElement, picture: Picture) {
    const context = canvas.getContext('2d', { alpha: false });
    if (!context) return;
    const { screen, project, held, ghosts } = picture;
    const { plan, dpr } = screen;
    const left = Math.round(screen.origin.x * screen.sx * dpr);
    const top = Math.round(screen.origin.y * screen.sy * dpr);
    const window: Box = { x0: left, y0: top, x1: left + canvas.width, y1: top + canvas.height };
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.fillStyle = picture.ground;
    context.fillRect(0, 0, canvas.width, canvas.height);

    const still = (p: Placement) => !held?.ids.includes(p.id);
    const last = held ? project.placements.findLastIndex((p) => !still(p)) : -1;
    // With several held at different depths, those between are drawn under all of them until let go.
    const low = held ? project.placements.filter((p, n) => still(p) && n < last) : project.placements;
    const high = held ? project.placements.slice(last + 1) : [];

    if (picture.quick && !held) {
      context.imageSmoothingQuality = 'low';
      tile(context, this.quickBlock(picture), plan.block, window);
    } else {
      this.lay(context, 'under', picture, low, window);
      for (const p of project.placements) {
        if (!still(p)) drawCopies(context, picture, withHeld(p, held), window);
      }
      this.lay(context, 'over', picture, high, window);
    }

    if (ghosts) {
      context.globalAlpha = 0.66;
      context.fillStyle = '#b9b4bd';
      context.fillRect(0, 0, canvas.width, canvas.height);
      context.globalAlpha = 1;
      for (const p of project.placements)
        drawOne(context, picture, withHeld(p, held), { x: 0, y: 0 }, window);
    }
  }

  private lay(context: Context, name: LayerName, picture: Picture, placements: Placement[], window: Box) {
    if (!placements.length) return;
    const { block } = picture.screen.plan;
    const area = (window.x1 - window.x0) * (window.y1 - window.y0);
    if (block.width * block.height <= area * KEPT_WINDOWS) {
      const whole = { x0: 0, y0: 0, x1: block.width, y1: block.height };
      tile(context, this.layer(name, picture, placements, whole), block, window);
    } else {
      context.drawImage(this.layer(name, picture, placements, window), 0, 0);
    }
  }

  private quickBlock(picture: Picture): OffscreenCanvas {
    const { brief } = picture.project;
    const { block, cell } = picture.screen.plan;
    const wide = (brief.widthMm * block.width) / cell.width;
    const high = (brief.heightMm * block.height) / cell.height;
    const zoom = QUICK_PX / Math.max(wide, high);
    const screen = screenOf(picture.project, { zoom, origin: { x: 0, y: 0 } }, 1);
    const whole = { x0: 0, y0: 0, x1: screen.plan.block.width, y1: screen.plan.block.height };
    return this.layer('quick', { ...picture, screen }, picture.project.placements, whole);
  }

  /** Placements in a part of the cloth, drawn again only when something in it changed. */
  private layer(name: LayerName, picture: Picture, placements: Placement[], part: Box): OffscreenCanvas {
    const { plan } = picture.screen;
    const key: unknown[] = [part.x0, part.y0, part.x1, part.y1, plan.cell.width, plan.cell.height];
    key.push(plan.lattice.a.x, plan.lattice.a.y, plan.lattice.b.x);
    for (const p of placements) {
      const sprite = picture.sprites.get(p.motif);
      // A finer sprite of the same art is no reason to stop a moving zoom.
      key.push(p, name === 'quick' ? `${sprite?.asset}${sprite?.colours}` : sprite);
    }
    const old = this.layers[name];
    if (old && old.key.length === key.length && key.every((k, i) => k === old.key[i])) return old.canvas;
    const canvas = new OffscreenCanvas(part.x1 - part.x0, part.y1 - part.y0);
    const context = canvas.getContext('2d');
    if (context) {
      for (const p of placements) drawCopies(context, picture, p, part);
    }
    this.layers[name] = { key, canvas };
    return canvas;
  }
}

/** Sets a block side by side over the window; drawn at the block's size, whatever the bitmap's. */
function tile(context: Context, bitmap: OffscreenCanvas, block: Size, window: Box) {
  const { width, height } = block;
  const x0 = -(((window.x0 % width) + width) % width);
  const y0 = -(((window.y0 % height) + height) % height);
  for (let y = y0; y < window.y1 - window.y0; y += height) {
    for (let x = x0; x < window.x1 - window.x0; x += width) context.drawImage(bitmap, x, y, width, height);
  }
}

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

function drawCopies(context: Context, picture: Picture, p: Placement, window: Box) {
  const sprite = picture.sprites.get(p.motif);
  if (!sprite) return;
  const { plan } = picture.screen;
  const reach = reachOf(p, sprite.silhouette);
  const cx = p.x * plan.scale.x;
  const cy = p.y * plan.scale.y;
  const rx = reach.x * plan.scale.x + 1;
  const ry = reach.y * plan.scale.y + 1;
  const box = { x0: cx - rx, y0: cy - ry, x1: cx + rx, y1: cy + ry };
  for (const shift of shiftsInto(plan.lattice, box, window)) drawOne(context, picture, p, shift, window);
}

function drawOne(context: Context, picture: Picture, p: Placement, shift: Point, window: Box) {
  const sprite = picture.sprites.get(p.motif);
  const motif = picture.project.motifs.find((m) => m.id === p.motif);
  if (!sprite || !motif) return;
  const { plan } = picture.screen;
  const t = turnOf(p, motif.ppi, plan);
  const x = p.x * plan.scale.x + shift.x - window.x0;
  const y = p.y * plan.scale.y + shift.y - window.y0;
  context.setTransform(t.xx, t.yx, t.xy, t.yy, x, y);

  // A reduced picture may be a part of a pixel larger than the art: whole halvings round up.
  const halvings = Math.round(
    Math.log2(Math.max(motif.width, motif.height) / Math.max(sprite.bitmap.width, sprite.bitmap.height)),
  );
  const k = 2 ** halvings;
  // As core samples: bilinear down to half size, averaged levels below that.
  context.imageSmoothingQuality = Math.hypot(t.xx, t.yx) * k < 0.5 ? 'medium' : 'low';
  context.drawImage(
    sprite.bitmap,
    -motif.width / 2,
    -motif.height / 2,
    sprite.bitmap.width * k,
    sprite.bitmap.height * k,
  );
  context.setTransform(1, 0, 0, 1, 0, 0);
}
