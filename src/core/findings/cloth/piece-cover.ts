import { type Lattice, type Point, type Size, shiftsInto } from '../../lattice';
import type { PieceCover } from '../../pieces';
import { newRaster, type Raster } from '../../raster';
import type { Placed, SceneMotif } from '../../render';
import { pxToMm } from '../../units';
import type { LayerRead } from './read-layers';

/** A rim about a cut-out, mm. */
const RIM_MM = 1;

/** Where a piece lies: its box on the cloth, mm, with a rim about it; by what steps its copies meet the picture; px of that to a mm. */
function placeOf(
  placed: Placed,
  art: SceneMotif,
  { frame }: LayerRead,
  lattice: Lattice,
  size: Size,
  rim = 0,
) {
  const mm = pxToMm(1, art.ppi);
  const half = { x: (art.pyramid.width * mm) / 2 + rim, y: (art.pyramid.height * mm) / 2 + rim };
  const box = { x0: placed.x - half.x, y0: placed.y - half.y, x1: placed.x + half.x, y1: placed.y + half.y };
  const seen = { x0: frame.x, y0: frame.y, x1: frame.x + frame.width, y1: frame.y + frame.height };
  const k = { x: size.width / frame.width, y: size.height / frame.height };
  return { mm, half, box, k, steps: shiftsInto(lattice, box, seen) };
}

/** How much of each pixel of a picture one of its pieces covers, and how much the others do. */
export function coverOn(read: LayerRead, id: string, lattice: Lattice, size: Size): PieceCover {
  const { width, height } = size;
  const cover = new Uint8Array(width * height);
  const others = new Uint8Array(width * height);
  for (const placed of read.placed) {
    const art = read.motifs.get(placed.motif);
    if (!art) continue;
    const onto = placed.id === id ? cover : others;
    const [level] = art.pyramid.levels;
    const { mm, box, k, steps } = placeOf(placed, art, read, lattice, size);
    const [across, down] = [mm * k.x, mm * k.y];
    for (const s of steps) {
      const x0 = (box.x0 + s.x - read.frame.x) * k.x;
      const y0 = (box.y0 + s.y - read.frame.y) * k.y;
      const at = (px: number, py: number) =>
        px < 0 || py < 0 || px >= level.width || py >= level.height
          ? 0
          : level.data[(py * level.width + px) * 4 + 3];
      const y1 = Math.min(height, Math.ceil(y0 + level.height * down) + 1);
      for (let y = Math.max(0, Math.floor(y0) - 1); y < y1; y++) {
        const v = (y + 0.5 - y0) / down - 0.5;
        const py = Math.floor(v);
        const x1 = Math.min(width, Math.ceil(x0 + level.width * across) + 1);
        for (let x = Math.max(0, Math.floor(x0) - 1); x < x1; x++) {
          const u = (x + 0.5 - x0) / across - 0.5;
          const px = Math.floor(u);
          const [fx, fy] = [u - px, v - py];
          const a =
            (at(px, py) * (1 - fx) + at(px + 1, py) * fx) * (1 - fy) +
            (at(px, py + 1) * (1 - fx) + at(px + 1, py + 1) * fx) * fy;
          const p = y * width + x;
          if (a > onto[p]) onto[p] = Math.round(a);
        }
      }
    }
  }
  return { cover, others };
}

/**
 * What was lifted of a piece, whole: cut out of what lies on a picture and, where it runs over its edges, put together from there.
 * @returns the cut-out and the middle of it, mm of the cloth.
 */
export function assembled(
  lifted: Raster,
  read: LayerRead,
  id: string,
  lattice: Lattice,
): { art: Raster; at: Point } | null {
  const placed = read.placed.find((p) => p.id === id);
  const art = placed && read.motifs.get(placed.motif);
  if (!placed || !art) return null;
  const { frame } = read;
  const { half, box, k, steps } = placeOf(placed, art, read, lattice, lifted, RIM_MM);
  const corner = { x: Math.round((box.x0 - frame.x) * k.x), y: Math.round((box.y0 - frame.y) * k.y) };
  const out = newRaster(Math.ceil(2 * half.x * k.x), Math.ceil(2 * half.y * k.y));
  for (const s of steps) {
    const [dx, dy] = [corner.x + Math.round(s.x * k.x), corner.y + Math.round(s.y * k.y)];
    for (let y = Math.max(0, -dy); y < Math.min(out.height, lifted.height - dy); y++)
      for (let x = Math.max(0, -dx); x < Math.min(out.width, lifted.width - dx); x++) {
        const [o, p] = [(y * out.width + x) * 4, ((y + dy) * lifted.width + x + dx) * 4];
        if (lifted.data[p + 3] > out.data[o + 3]) out.data.set(lifted.data.subarray(p, p + 4), o);
      }
  }
  const at = {
    x: frame.x + (corner.x + out.width / 2) / k.x,
    y: frame.y + (corner.y + out.height / 2) / k.y,
  };
  return { art: out, at };
}
