import type { Raster } from '../../raster';

const TILES = 32;

/**
 * Share of a page under a hard shadow, 0 to 1: plain tiles much darker than the lightest paper though of its
 * colour, with a sharp step to their neighbours. Light that falls off slowly is no shadow.
 */
export function hardShadow({ width, height, data }: Raster): number {
  const tile = Array.from({ length: TILES * TILES }, (_, n) => {
    const tx = n % TILES;
    const ty = (n - tx) / TILES;
    const [x0, x1] = [Math.floor((tx * width) / TILES), Math.floor(((tx + 1) * width) / TILES)];
    const [y0, y1] = [Math.floor((ty * height) / TILES), Math.floor(((ty + 1) * height) / TILES)];
    const step = Math.max(1, Math.floor(Math.min(x1 - x0, y1 - y0) / 12));
    const seen: number[][] = [];
    for (let y = y0; y < y1; y += step) {
      for (let x = x0; x < x1; x += step) {
        const i = (y * width + x) * 4;
        seen.push([(2 * data[i] + 4 * data[i + 1] + 3 * data[i + 2]) / 9, data[i], data[i + 1], data[i + 2]]);
      }
    }
    seen.sort((a, b) => a[0] - b[0]);
    const mid = seen[seen.length >> 1] ?? [0, 0, 0, 0];
    const low = seen[Math.floor(seen.length * 0.2)]?.[0] ?? 0;
    const high = seen[Math.floor(seen.length * 0.9)]?.[0] ?? 0;
    return {
      light: mid[0],
      red: mid[1] / (mid[2] || 1),
      blue: mid[3] / (mid[2] || 1),
      even: high - low < 0.09 * high,
    };
  });
  const plain = tile.filter((t) => t.even && t.light > 40);
  if (plain.length < TILES) return 0;
  const lightest = plain.map((t) => t.light).sort((a, b) => b - a)[Math.floor(plain.length * 0.15)];
  const paper = plain.filter((t) => t.light > 0.92 * lightest);
  const mean = (of: 'red' | 'blue') => paper.reduce((s, t) => s + t[of], 0) / paper.length;
  const [red, blue] = [mean('red'), mean('blue')];
  const like = (t: (typeof tile)[number]) => Math.abs(t.red - red) < 0.09 && Math.abs(t.blue - blue) < 0.11;
  const dark = tile.map((t) => t.even && like(t) && t.light > 0.25 * lightest && t.light < 0.8 * lightest);
  let steps = 0;
  let shadow = 0;
  for (let n = 0; n < tile.length; n++) {
    if (!dark[n]) continue;
    shadow++;
    const x = n % TILES;
    // Across the shadow's own edge tile there is plain paper a quarter lighter, two tiles away.
    const beside = [x > 1 ? n - 2 : n, x < TILES - 2 ? n + 2 : n, n - 2 * TILES, n + 2 * TILES];
    if (beside.some((q) => tile[q]?.even && like(tile[q]) && tile[q].light > 1.22 * tile[n].light)) steps++;
  }
  return steps >= 4 && steps > shadow * 0.05 ? shadow / tile.length : 0;
}
