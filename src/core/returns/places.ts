import type { Light } from './light';

/** A pixel at which a picture changes, and by how much across and down, levels a px. */
export type Place = { x: number; y: number; across: number; down: number };

/** So many fields each way, and of each the pixel that changes most. */
const FIELDS = 64;
/** Pixels are looked at so far apart in a picture that is larger, px. */
const FINE = 900;

/** The places that tell most of where a picture lies, spread over all of it; none where it changes by less than `least` levels a px. */
export function markedPlaces({ width, height, data }: Light, least: number): Place[] {
  const best = new Map<number, Place & { much: number }>();
  const step = Math.max(1, Math.floor(Math.max(width, height) / FINE));
  for (let y = 1; y < height - 1; y += step) {
    const row = Math.floor((y * FIELDS) / height) * FIELDS;
    for (let x = 1; x < width - 1; x += step) {
      const p = y * width + x;
      const across = (data[p + 1] - data[p - 1]) / 2;
      const down = (data[p + width] - data[p - width]) / 2;
      const much = Math.abs(across) + Math.abs(down);
      if (much < least) continue;
      const field = row + Math.floor((x * FIELDS) / width);
      if (much > (best.get(field)?.much ?? 0)) best.set(field, { x, y, across, down, much });
    }
  }
  return [...best.values()].map(({ x, y, across, down }) => ({ x, y, across, down }));
}
