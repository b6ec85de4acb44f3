import { type Box, type Placement, type Point, type Project, reachOf, shiftsInto, turnOf } from '@/core';
import type { Sprite } from '@/state/arts';
import type { Held } from '@/state/view';
import type { Screen } from './screen';

export type Picture = {
  project: Project;
  ground: string;
  sprites: Map<string, Sprite>;
  screen: Screen;
  held: Held | null;
  ghosts: boolean;
};

/** A placement as it stands while the pointer holds it. */
export function withHeld(p: Placement, held: Held | null): Placement {
  if (!held?.ids.includes(p.id)) return p;
  return { ...p, x: p.x + held.dx, y: p.y + held.dy, angle: p.angle + held.turn, scale: p.scale * held.grow };
}

/** Larger blocks than this many device px are not kept as a bitmap: few copies are in view then. */
const LARGEST_KEPT = 14e6;

/**
 * Paints the cloth. What is not held is kept as a bitmap of one repeat block (what lies under the held
 * copies, and what lies over them) and set side by side; only held copies are drawn afresh.
 */
export class Painter {
  private under: { key: unknown[]; block: OffscreenCanvas } | null = null;
  private over: { key: unknown[]; block: OffscreenCanvas } | null = null;

  paint(canvas: HTMLCanvasElement, picture: Picture) {
    const context = canvas.getContext('2d', { alpha: false });
    if (!context) return;
    const { screen, project, held, ghosts } = picture;
    const { plan, dpr } = screen;
    const left = Math.round(screen.origin.x * screen.sx * dpr);
    const top = Math.round(screen.origin.y * screen.sy * dpr);
    const window: Box = { x0: left, y0: top, x1: left + canvas.width, y1: top + canvas.height };
    context.imageSmoothingQuality = 'medium';
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.fillStyle = picture.ground;
    context.fillRect(0, 0, canvas.width, canvas.height);

    const first = held ? project.placements.findIndex((p) => held.ids.includes(p.id)) : -1;
    const last = held ? project.placements.findLastIndex((p) => held.ids.includes(p.id)) : -1;
    const still = (p: Placement) => !held?.ids.includes(p.id);
    const low = held ? project.placements.filter((p, n) => still(p) && n < last) : project.placements;
    const high = held ? project.placements.slice(last + 1) : [];
    // With several held at different depths, those between are drawn under all of them until let go.
    const heldOnes = held
      ? project.placements.slice(Math.max(0, first), last + 1).filter((p) => !still(p))
      : [];

    const kept = plan.block.width * plan.block.height <= LARGEST_KEPT;
    const layer = (which: 'under' | 'over', placements: Placement[]) => {
      if (!placements.length) return;
      if (!kept) {
        for (const p of placements) drawCopies(context, picture, p, window);
        return;
      }
      const block = this.block(which, picture, placements);
      const { width, height } = plan.block;
      const x0 = -(((left % width) + width) % width);
      const y0 = -(((top % height) + height) % height);
      for (let y = y0; y < canvas.height; y += height) {
        for (let x = x0; x < canvas.width; x += width) context.drawImage(block, x, y);
      }
    };
    layer('under', low);
    for (const p of heldOnes) drawCopies(context, picture, withHeld(p, held), window);
    layer('over', high);

    if (ghosts) {
      context.setTransform(1, 0, 0, 1, 0, 0);
      context.globalAlpha = 0.66;
      context.fillStyle = '#b9b4bd';
      context.fillRect(0, 0, canvas.width, canvas.height);
      context.globalAlpha = 1;
      for (const p of project.placements)
        drawOne(context, picture, withHeld(p, held), { x: 0, y: 0 }, window);
    }
  }

  /** One repeat block of some placements at screen size, drawn again only when something in it changed. */
  private block(which: 'under' | 'over', picture: Picture, placements: Placement[]): OffscreenCanvas {
    const { plan } = picture.screen;
    const { width, height } = plan.block;
    const key: unknown[] = [
      width,
      height,
      plan.cell.width,
      plan.cell.height,
      plan.lattice.a.y,
      plan.lattice.b.x,
    ];
    for (const p of placements) key.push(p, picture.sprites.get(p.motif));
    const old = this[which];
    if (old && old.key.length === key.length && key.every((k, i) => k === old.key[i])) return old.block;
    const block = new OffscreenCanvas(width, height);
    const context = block.getContext('2d');
    if (context) {
      context.imageSmoothingQuality = 'medium';
      const window = { x0: 0, y0: 0, x1: width, y1: height };
      for (const p of placements) drawCopies(context, picture, p, window);
    }
    this[which] = { key, block };
    return block;
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
  context.drawImage(
    sprite.bitmap,
    -motif.width / 2,
    -motif.height / 2,
    sprite.bitmap.width * k,
    sprite.bitmap.height * k,
  );
  context.setTransform(1, 0, 0, 1, 0, 0);
}
