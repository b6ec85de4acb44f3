import { type Raster, type Torus, torusIndex } from '../raster';
import type { TorusPicture } from './lab-picture';
import { onPlane, type TorusParts } from './torus-parts';

/**
 * A piece that lies on a picture: its cut-out (straight alpha), where the cut-out's corner lies, px of the picture on the plane,
 * and how much of it is covered, mm2.
 */
export type PicturePiece = {
  raster: Raster;
  x: number;
  y: number;
  areaMm2: number;
  /** It runs on through its own copies, as a vine does: this is as much of it as lies in one period. */
  through?: true;
};

/** How far pixels are from the ground, from where on they may be and surely are art, and how opaque they are where that is known. */
export type Off = { off: Float32Array; weak: number; strong: number; alpha?: Float32Array };

type Box = { x0: number; y0: number; x1: number; y1: number };

/** Where each area lies on the plane, px. */
export function boxesOf({ torus }: TorusPicture, found: TorusParts): Box[] {
  const boxes = found.parts.map(() => ({ x0: 1e9, y0: 1e9, x1: -1e9, y1: -1e9 }));
  for (let p = 0; p < found.labels.length; p++) {
    if (!found.labels[p]) continue;
    const box = boxes[found.labels[p] - 1];
    const { x, y } = onPlane(torus, found, p);
    if (x < box.x0) box.x0 = x;
    if (x > box.x1) box.x1 = x;
    if (y < box.y0) box.y0 = y;
    if (y > box.y1) box.y1 = y;
  }
  return boxes;
}

/** By how much to move a box so that it lies nearest to another: whole periods of the torus. */
function beside({ width, height, step }: Torus, box: Box, other: Box): { x: number; y: number } {
  const middle = (b: Box) => ({ x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 });
  const [m, o] = [middle(box), middle(other)];
  let best = { x: 0, y: 0 };
  let least = Number.POSITIVE_INFINITY;
  const i0 = Math.round((o.x - m.x) / width);
  for (let i = i0 - 1; i <= i0 + 1; i++) {
    const j = Math.round((o.y - m.y - i * step) / height);
    const move = { x: i * width, y: i * step + j * height };
    const far = Math.hypot(m.x + move.x - o.x, m.y + move.y - o.y);
    if (far < least) [best, least] = [move, far];
  }
  return best;
}

/** Cuts a piece out: opaque inside, at its rim by how far it is from the ground, against what lies further in. */
export function cutOut(
  { torus, data, scale }: TorusPicture,
  { off, strong, alpha }: Off,
  found: TorusParts,
  all: number[],
  boxes: Box[],
  cut: Uint8Array | null,
): PicturePiece {
  const largest = [...all].sort((a, b) => found.parts[b - 1].area - found.parts[a - 1].area)[0];
  const moves = new Map(all.map((k) => [k, beside(torus, boxes[k - 1], boxes[largest - 1])]));
  let [x0, y0, x1, y1] = [1e9, 1e9, -1e9, -1e9];
  for (const [k, m] of moves) {
    const b = boxes[k - 1];
    x0 = Math.min(x0, b.x0 + m.x - 2);
    y0 = Math.min(y0, b.y0 + m.y - 2);
    x1 = Math.max(x1, b.x1 + m.x + 3);
    y1 = Math.max(y1, b.y1 + m.y + 3);
  }
  const [width, height] = [x1 - x0, y1 - y0];
  const isOurs = new Uint8Array(width * height);
  const at = new Int32Array(width * height);
  for (let y = 0, o = 0; y < height; y++)
    for (let x = 0; x < width; x++, o++) {
      const p = torusIndex(torus, x0 + x, y0 + y);
      at[o] = p;
      const label = found.labels[p];
      const move = label ? moves.get(label) : undefined;
      if (!move) continue;
      const on = onPlane(torus, found, p);
      if (on.x + move.x === x0 + x && on.y + move.y === y0 + y) isOurs[o] = 1;
    }
  const raster: Raster = { width, height, data: new Uint8ClampedArray(width * height * 4) };
  let area = 0;
  for (let y = 1, o = width + 1; y < height - 1; y++, o += 2)
    for (let x = 1; x < width - 1; x++, o++) {
      // A pixel beside the piece may be covered by it in part.
      let [inside, core, rim] = [isOurs[o], 0, !isOurs[o]];
      for (let d = 0; d < 9; d++) {
        const q = o + (Math.floor(d / 3) - 1) * width + (d % 3) - 1;
        inside |= isOurs[q];
        if (!isOurs[q]) rim = true;
      }
      if (!inside) continue;
      for (let d = 0; rim && d < 25; d++) {
        const [px, py] = [x + (d % 5) - 2, y + Math.floor(d / 5) - 2];
        if (px < 0 || py < 0 || px >= width || py >= height) continue;
        if (isOurs[py * width + px]) core = Math.max(core, off[at[py * width + px]]);
      }
      const p = at[o];
      if (found.labels[p] && !isOurs[o]) continue;
      const share = alpha ? alpha[p] : !rim || cut?.[p] ? 1 : Math.min(1, off[p] / Math.max(strong, core));
      if (share < 0.02) continue;
      area += share;
      for (let c = 0; c < 3; c++) raster.data[o * 4 + c] = data[p * 4 + c];
      raster.data[o * 4 + 3] = 255 * share;
    }
  return { raster, x: x0, y: y0, areaMm2: area / (scale.x * scale.y) };
}
