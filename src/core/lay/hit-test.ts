import { imagesOf, type Layout, latticeOf, type Point, type Size, shiftsInto, twinOf } from '../lattice';

/** Where a motif has ink: alpha of a small picture of it, and the motif's printed size at scale 1, mm. */
export type Silhouette = {
  width: number;
  height: number;
  alpha: Uint8Array;
  /** How large a pixel of the small picture is; the last ones may reach beyond the motif. */
  pxMm: number;
  widthMm: number;
  heightMm: number;
};

/** How many pixels the short side of a filled box has, and the long side at most. */
const BOX_PX = { short: 16, long: 2048 };

/**
 * The silhouette of art that is not drawn yet: all of its box.
 * @param width of the art, mm. @param height mm.
 */
export function boxSilhouette({ width: widthMm, height: heightMm }: Size): Silhouette {
  const pxMm = Math.max(
    Math.min(widthMm, heightMm) / BOX_PX.short,
    Math.max(widthMm, heightMm) / BOX_PX.long,
  );
  const [width, height] = [widthMm, heightMm].map((mm) => Math.max(1, Math.ceil(mm / pxMm - 1e-9)));
  return { width, height, alpha: new Uint8Array(width * height).fill(255), pxMm, widthMm, heightMm };
}

type Laid = {
  id: string;
  motif: string;
  x: number;
  y: number;
  angle: number;
  scale: number;
  mirror: boolean;
};

/** The half width and height, mm, of the upright box around a turned placement. */
export function reachOf(p: Laid, s: Pick<Silhouette, 'widthMm' | 'heightMm'>): { x: number; y: number } {
  const t = (p.angle * Math.PI) / 180;
  const w = (s.widthMm * p.scale) / 2;
  const h = (s.heightMm * p.scale) / 2;
  return {
    x: Math.abs(Math.cos(t)) * w + Math.abs(Math.sin(t)) * h,
    y: Math.abs(Math.sin(t)) * w + Math.abs(Math.cos(t)) * h,
  };
}

function inked(p: Laid, s: Silhouette, dx: number, dy: number, slackMm: number): boolean {
  const t = (p.angle * Math.PI) / 180;
  const u = (Math.cos(t) * dx + Math.sin(t) * dy) / p.scale;
  const v = (-Math.sin(t) * dx + Math.cos(t) * dy) / p.scale;
  const x = ((p.mirror ? -u : u) + s.widthMm / 2) / s.pxMm;
  const y = (v + s.heightMm / 2) / s.pxMm;
  const r = Math.ceil(slackMm / p.scale / s.pxMm);
  const x0 = Math.max(0, Math.floor(x) - r);
  const x1 = Math.min(s.width - 1, Math.floor(x) + r);
  const y0 = Math.max(0, Math.floor(y) - r);
  const y1 = Math.min(s.height - 1, Math.floor(y) + r);
  for (let j = y0; j <= y1; j++) {
    for (let i = x0; i <= x1; i++) if (s.alpha[j * s.width + i] >= 64) return true;
  }
  return false;
}

/**
 * A copy on the endless cloth: its placement's id, the middle of that copy, mm, and whether it is the twin of a
 * layout that alternates.
 */
export type CopyHit = { id: string; x: number; y: number; twin: boolean };

/**
 * The uppermost copy whose silhouette lies under a point of the endless cloth, or null.
 * @param cell mm. @param at mm. @param slackMm how near the ink is near enough.
 */
export function hitTest(
  placements: Laid[],
  silhouettes: Map<string, Silhouette>,
  layout: Layout,
  cell: Size,
  at: Point,
  slackMm: number,
): CopyHit | null {
  const lattice = latticeOf(layout, cell);
  const twin = twinOf(layout, cell);
  const near = { x0: at.x - slackMm, y0: at.y - slackMm, x1: at.x + slackMm, y1: at.y + slackMm };
  for (let n = placements.length - 1; n >= 0; n--) {
    const p = placements[n];
    const s = silhouettes.get(p.motif);
    if (!s) continue;
    const reach = reachOf(p, s);
    const copies = imagesOf(p, twin).flatMap((image, k) => {
      const box = {
        x0: image.x - reach.x,
        y0: image.y - reach.y,
        x1: image.x + reach.x,
        y1: image.y + reach.y,
      };
      return shiftsInto(lattice, box, near).map((v) => ({
        image,
        x: image.x + v.x,
        y: image.y + v.y,
        twin: k > 0,
      }));
    });
    // Later copies (lower, then further right) lie on top.
    copies.sort((c, d) => d.y - c.y || d.x - c.x);
    for (const { image, x, y, twin: isTwin } of copies) {
      if (inked(image, s, at.x - x, at.y - y, slackMm)) return { id: p.id, x, y, twin: isTwin };
    }
  }
  return null;
}
