import { distanceTo } from '../raster';

/** An empty circle, in px of the picture that was searched: its middle, its radius. */
export type Circle = { x: number; y: number; r: number };

const torusStep = (d: number, n: number) => {
  const m = Math.abs(d) % n;
  return Math.min(m, n - m);
};

/**
 * The empty circles between silhouettes on a torus, largest first: local maxima of the exact distance to
 * the nearest art; one that leans far into a larger one is part of it, and left out.
 * @param occupied 1 where art lies.
 */
export function emptyCircles(occupied: Uint8Array, width: number, height: number): Circle[] {
  const room = distanceTo(occupied, width, height, true);
  if (!Number.isFinite(room[0])) return [];
  const peaks: Circle[] = [];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const r = room[y * width + x];
      if (r < 3) continue;
      let top = true;
      for (let dy = -1; dy <= 1 && top; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          const near = room[((y + dy + height) % height) * width + ((x + dx + width) % width)];
          if (near > r) {
            top = false;
            break;
          }
        }
      }
      if (top) peaks.push({ x: x + 0.5, y: y + 0.5, r });
    }
  }
  peaks.sort((p, q) => q.r - p.r || p.y - q.y || p.x - q.x);
  const kept: Circle[] = [];
  for (const peak of peaks) {
    const covered = kept.some(
      (k) =>
        Math.hypot(torusStep(k.x - peak.x, width), torusStep(k.y - peak.y, height)) < k.r + 0.35 * peak.r,
    );
    if (!covered) kept.push(peak);
  }
  return kept;
}

/** The middle value of a list of radii; 0 for an empty list. */
export function medianRadius(circles: Circle[]): number {
  if (!circles.length) return 0;
  const sorted = circles.map((c) => c.r).sort((a, b) => a - b);
  const mid = sorted.length >> 1;
  return sorted.length % 2 ? sorted[mid] : (sorted[mid - 1] + sorted[mid]) / 2;
}
