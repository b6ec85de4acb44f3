import {
  artById,
  type Box,
  cellOf,
  cellSteps,
  counterKey,
  hexOfRgb,
  imagesOf,
  type Motif,
  type PixelPlan,
  type Placed,
  type Project,
  reachOf,
  type SceneLayer,
  type SceneSplit,
  sceneLayers,
  scenePlacements,
  shiftsInto,
  splitPatterns,
  timesIn,
  turnOf,
  twinOf,
} from '../../core';
import { lastAnswer } from '../kernel';
import { drawSprite, type Sprite, spriteFor } from './sprites';

export type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;
export type Seen = ReturnType<typeof scenePlacements>[number];
/** One thing that lies on the cloth: a placement, or a drawing or tile as a whole. */
export type Thing = Seen | Exclude<SceneLayer, { kind: 'placements' }>;

export const isPlaced = (thing: Thing): thing is Seen => !('kind' in thing);

/** All that is seen on a cloth, lowest first; the same list for the same document. */
export const thingsOn = lastAnswer((project: Project): Thing[] =>
  sceneLayers(project).flatMap((l): Thing[] => (l.kind === 'placements' ? scenePlacements(project) : [l])),
);

const COMPOSITE = { normal: 'source-over', multiply: 'multiply', screen: 'screen' } as const;

/** What a brush paints with: the document, its sprites, the ground in its colours, and the plan of the screen. */
export type Paints = {
  project: Project;
  sprites: Map<string, Sprite>;
  ground: string;
  split?: SceneSplit;
  plan: PixelPlan;
};

type Part = { u0: number; u1: number; v0: number; v1: number };

/** Paints parts of a cloth on a canvas, in plane order as core renders it; windows are in px of the plan. */
export class Brush {
  private motifs: Map<string, Motif>;
  private twin;

  constructor(readonly paints: Paints) {
    this.motifs = artById(paints.project);
    this.twin = twinOf(paints.project.layout, cellOf(paints.project));
  }

  /** The ground, over all of a window. */
  bare(context: Context, window: Box) {
    const { ground, split } = this.paints;
    context.fillStyle = ground;
    context.fillRect(0, 0, window.x1 - window.x0, window.y1 - window.y0);
    for (let k = 1; split && k < split.colours.length; k++) {
      context.fillStyle = hexOfRgb(split.colours[k] ?? [0, 0, 0]);
      context.fill(this.region(split, k, window));
    }
  }

  /** What a thing is drawn with: one sprite, or one for each ink of a ground that it changes with. */
  spritesOf(thing: Thing): (Sprite | undefined)[] {
    const { split, sprites } = this.paints;
    const ways = split?.counter ? split.colours.length : 1;
    const own = isPlaced(thing) ? (thing.art ?? thing.motif) : thing.art;
    const motif = isPlaced(thing) ? thing.motif : thing.art;
    return Array.from({ length: ways }, (_, k) => spriteFor(sprites, { art: counterKey(own, k), motif }));
  }

  /** A thing with all its copies that touch a window; `quick`: rather at once than smoothly. */
  draw(context: Context, thing: Thing, window: Box, quick: boolean) {
    const { split } = this.paints;
    if (!split?.counter || (!isPlaced(thing) && thing.kind === 'tile' && thing.texture)) {
      this.lay(context, thing, window, quick, 0);
      return;
    }
    for (let k = 0; k < split.colours.length; k++) {
      context.save();
      context.clip(this.region(split, k, window));
      this.lay(context, thing, window, quick, k);
      context.restore();
    }
  }

  private lay(context: Context, thing: Thing, window: Box, quick: boolean, k: number) {
    if (isPlaced(thing)) {
      this.copies(
        context,
        k ? { ...thing, art: counterKey(thing.art ?? thing.motif, k) } : thing,
        window,
        quick,
      );
    } else if (thing.kind === 'drawing')
      this.copies(context, placedOf(thing, this.paints.project, k), window, quick);
    else this.tile(context, thing, window, k);
  }

  /** Every copy and twin that touches a window, in the order they lie in. */
  private copies(context: Context, p: Placed, window: Box, quick: boolean) {
    const sprite = spriteFor(this.paints.sprites, p);
    if (!sprite) return;
    const { plan } = this.paints;
    const reach = reachOf({ id: '', ...p }, sprite.silhouette);
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
  one(context: Context, p: Placed, sx: number, sy: number, window: Box, quick = false) {
    const sprite = spriteFor(this.paints.sprites, p);
    const motif = this.motifs.get(p.motif);
    if (!sprite || !motif) return;
    const { plan } = this.paints;
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
    rest(context);
  }

  /** A picture that repeats by itself, over a window. */
  private tile(context: Context, tile: Extract<SceneLayer, { kind: 'tile' }>, window: Box, k: number) {
    const { sprites, plan } = this.paints;
    const sprite = sprites.get(counterKey(tile.art, k)) ?? sprites.get(tile.art);
    if (!sprite) return;
    context.globalCompositeOperation = COMPOSITE[tile.blend ?? 'normal'];
    context.globalAlpha = tile.opacity ?? 1;
    context.imageSmoothingQuality = 'medium';
    if (tile.size) this.ownSize(context, sprite, tile.size, window);
    else {
      for (const { x, y, flipX, flipY } of this.cells(window)) {
        const { width, height } = plan.cell;
        context.save();
        context.translate(x - window.x0, y - window.y0);
        if (plan.layout.kind === 'diamond') {
          context.clip(diamond(width, height));
          context.translate(0, -height / 2);
        }
        context.transform(flipX ? -1 : 1, 0, 0, flipY ? -1 : 1, flipX ? width : 0, flipY ? height : 0);
        context.drawImage(sprite.bitmap, 0, 0, sprite.size.width, sprite.size.height, 0, 0, width, height);
        context.restore();
      }
    }
    rest(context);
  }

  /** A tile of its own size, straight from the corner of every block. */
  private ownSize(
    context: Context,
    { bitmap, size: px }: Sprite,
    size: { width: number; height: number },
    window: Box,
  ) {
    const { block, scale } = this.paints.plan;
    const pattern = context.createPattern(bitmap, 'repeat');
    if (!pattern) return;
    const periodOf = (mm: number, all: number) => {
      const { whole, fits } = timesIn(mm, all);
      return fits ? all / whole : mm;
    };
    const wide = periodOf(size.width * scale.x, block.width);
    const high = periodOf(size.height * scale.y, block.height);
    pattern.setTransform(new DOMMatrix([wide / px.width, 0, 0, high / px.height, 0, 0]));
    context.fillStyle = pattern;
    for (const s of shiftsInto(
      { a: { x: block.width, y: 0 }, b: { x: 0, y: block.height } },
      { x0: 0, y0: 0, x1: block.width, y1: block.height },
      window,
    )) {
      context.setTransform(1, 0, 0, 1, s.x - window.x0, s.y - window.y0);
      context.fillRect(0, 0, block.width, block.height);
    }
  }

  /** Where cells lie in a window: their corner (of a diamond its left point), and how they are laid. */
  private cells(window: Box): { x: number; y: number; other: boolean; flipX: boolean; flipY: boolean }[] {
    const { plan } = this.paints;
    const { layout, cell, lattice } = plan;
    const diamond = layout.kind === 'diamond';
    const box = {
      x0: 0,
      y0: diamond ? -cell.height / 2 : 0,
      x1: cell.width,
      y1: diamond ? cell.height / 2 : cell.height,
    };
    const { alternate } = layout;
    const at = (dx: number, dy: number, other: boolean) =>
      shiftsInto(lattice, { x0: box.x0 + dx, y0: box.y0 + dy, x1: box.x1 + dx, y1: box.y1 + dy }, window).map(
        (s) => ({
          x: s.x + dx,
          y: s.y + dy,
          other,
          flipX: other && (alternate?.by === 'across' || alternate?.by === 'half-turn'),
          flipY: other && (alternate?.by === 'down' || alternate?.by === 'half-turn'),
        }),
      );
    if (!alternate) return at(0, 0, false);
    const { a, b } = cellSteps(layout, cell);
    const to = alternate.every === 'column' || diamond ? a : b;
    return [...at(0, 0, false), ...at(to.x, to.y, true)];
  }

  /** Where the ground is the ink of one turn. */
  private region(split: SceneSplit, k: number, window: Box): Path2D {
    const path = new Path2D();
    const pattern = splitPatterns.of(split.pattern);
    const { cell, layout } = this.paints.plan;
    const inks = split.colours.length;
    if (!pattern) {
      if (k === 0) path.rect(0, 0, window.x1 - window.x0, window.y1 - window.y0);
      return path;
    }
    const steps = split.count * inks;
    const [across, down] = [pattern.across ? steps : 1, pattern.down ? steps : 1];
    const parts = (other: boolean): Part[] =>
      Array.from({ length: across * down }, (_, n) => {
        const [i, j] = [n % across, Math.floor(n / across)];
        return { u0: i / across, u1: (i + 1) / across, v0: j / down, v1: (j + 1) / down };
      }).filter((p) => pattern.turn((p.u0 + p.u1) / 2, (p.v0 + p.v1) / 2, steps, other) % inks === k);
    const [own, others] = [parts(false), parts(true)];
    const px = (share: number, all: number) => Math.ceil(share * all - 0.5);
    const { a, b } = cellSteps(layout, cell);
    for (const { x, y, other, flipX, flipY } of this.cells(window)) {
      const [left, top] = [x - window.x0, y - window.y0];
      for (const { u0, u1, v0, v1 } of other ? others : own) {
        if (layout.kind === 'diamond') {
          const corners = [
            [u0, v0],
            [u1, v0],
            [u1, v1],
            [u0, v1],
          ] as const;
          for (const [n, [u, v]] of corners.entries()) {
            const [cx, cy] = [left + u * a.x + v * b.x, top + u * a.y + v * b.y];
            if (n) path.lineTo(cx, cy);
            else path.moveTo(cx, cy);
          }
          path.closePath();
          continue;
        }
        const [x0, x1] = [px(u0, cell.width), px(u1, cell.width)];
        const [y0, y1] = [px(v0, cell.height), px(v1, cell.height)];
        path.rect(
          left + (flipX ? cell.width - x1 : x0),
          top + (flipY ? cell.height - y1 : y0),
          x1 - x0,
          y1 - y0,
        );
      }
    }
    return path;
  }
}

/** A drawing as a placement of its picture. */
function placedOf(
  { art, x, y, scale, blend, opacity }: Extract<SceneLayer, { kind: 'drawing' }>,
  { layers }: Project,
  k: number,
): Placed {
  const layer = layers.find((l) => l.id === art);
  const motif = layer && 'picture' in layer ? layer.picture : '';
  return { motif, art: counterKey(art, k), x, y, angle: 0, scale, mirror: false, blend, opacity };
}

function diamond(width: number, height: number): Path2D {
  const path = new Path2D();
  path.moveTo(0, 0);
  path.lineTo(width / 2, -height / 2);
  path.lineTo(width, 0);
  path.lineTo(width / 2, height / 2);
  path.closePath();
  return path;
}

function rest(context: Context) {
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalCompositeOperation = 'source-over';
  context.globalAlpha = 1;
}
