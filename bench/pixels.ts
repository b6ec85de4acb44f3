/**
 * Line art laid reduced and turned, beside libvips' bicubic (through sharp) and the exact picture: how much of the
 * lines' contrast is left, and how far pixels are off. `npm run bench -- pixels`.
 */
import { judgeLines, TURNS } from '../tests/pixels/lines';

const rows: Record<string, number>[] = [];
const round = (v: number) => Number(v.toFixed(3));
const mean = (v: number[]) => round(v.reduce((s, x) => s + x, 0) / v.length);
for (const line of [1, 1.5, 2, 3]) {
  for (const scale of [1, 0.7, 0.5, 0.3]) {
    const told = [];
    for (const [n, angle] of TURNS.entries()) {
      told.push(await judgeLines(line, scale, angle, ((n * 19 + 5) % 64) / 64));
    }
    rows.push({
      'line px': line,
      scale,
      contrast: mean(told.map((t) => t.ours.contrast)),
      'of libvips': mean(told.map((t) => t.libvips.contrast)),
      'off, levels': mean(told.map((t) => t.ours.off)),
      'off libvips': mean(told.map((t) => t.libvips.off)),
    });
  }
}
console.table(rows);
