import { type Torus, torusIndex } from '../../raster';

/** An empty circle, px of the picture that was searched: its middle, its radius. */
export type Circle = { x: number; y: number; r: number };

/** A circle whose middle lies within so many radii of a larger one's middle is part of it. */
const PART = 1.15;

/**
 * The empty circles between silhouettes on a torus, largest first: local maxima of the room round everything; one that
 * leans far into a larger one is part of it, and left out.
 * @param room px to the nearest art, from every pixel.
 */
export function emptyCircles(room: Float32Array, torus: Torus): Circle[] {
  if (!Number.isFinite(room[0])) return [];
  const { width, height } = torus;
  const peaks: Circle[] = [];
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      const r = room[p];
      if (r < 2) continue;
      const inside = x > 0 && y > 0 && x + 1 < width && y + 1 < height;
      if (inside && (room[p - 1] > r || room[p + 1] > r || room[p - width] > r || room[p + width] > r))
        continue;
      let top = true;
      for (let dy = -1; dy <= 1 && top; dy++) {
        for (let dx = -1; dx <= 1 && top; dx++) {
          if (room[inside ? p + dy * width + dx : torusIndex(torus, x + dx, y + dy)] > r) top = false;
        }
      }
      if (top) peaks.push({ x: x + 0.5, y: y + 0.5, r });
    }
  }
  peaks.sort((p, q) => q.r - p.r || p.y - q.y || p.x - q.x);
  const least = (peaks[0]?.r ?? 0) * 0.15;
  const kept: Circle[] = [];
  const covered = new Uint8Array(room.length);
  for (const peak of peaks) {
    if (peak.r < least) break;
    if (covered[Math.floor(peak.y) * width + Math.floor(peak.x)]) continue;
    kept.push(peak);
    const reach = peak.r * PART;
    for (let dy = -Math.floor(reach); dy <= reach; dy++) {
      const half = Math.floor(Math.sqrt(reach * reach - dy * dy));
      const [x0, y] = [Math.floor(peak.x) - half, Math.floor(peak.y) + dy];
      for (let x = x0; x <= x0 + 2 * half; ) {
        const end = Math.min(x0 + 2 * half + 1, (Math.floor(x / width) + 1) * width);
        const from = torusIndex(torus, x, y);
        covered.fill(1, from, from + end - x);
        x = end;
      }
    }
  }
  return kept;
}

/**
 * The circles that the eye reads as room, and their middle radius. Slots between touching motifs are no room; the bar
 * hangs on the upper quarter, not on the largest: one great hole must not hide the others. Null for fewer than three.
 */
export function roomsOf(circles: Circle[]): { rooms: Circle[]; median: number } | null {
  if (circles.length < 3) return null;
  const upper = circles[Math.floor(circles.length / 4)];
  const rooms = circles.filter((c) => c.r >= upper.r * 0.4);
  const mid = rooms.length >> 1;
  return { rooms, median: rooms.length % 2 ? rooms[mid].r : (rooms[mid - 1].r + rooms[mid].r) / 2 };
}
