/** How true the gaps are that are told, against shapes whose outlines are known: `tsx bench/gaps.ts`, SEED. */
import { outlineOfArt, type Placed, SilhouetteIndex, seededRandom } from '../src/core';
import { knownShape, laid, motifOf, trueGap } from '../tests/gaps/known-shapes';

const random = seededRandom(Number(process.env.SEED ?? 4711));
const off: { told: number; gap: number; say: string }[] = [];
let corners = 0;
for (let n = 0; n < 120; n++) {
  const shapes = [0, 1].map((k) =>
    knownShape(n + 2 * k + (n % 3), 12 + random() * 90, [150, 300, 300, 600][n % 4], n * 7 + k),
  );
  const arts = await Promise.all(shapes.map(motifOf));
  const outlines = new Map(arts.map((art, k) => [`m${k}`, outlineOfArt(art)]));
  for (const o of outlines.values()) corners += o.rings.reduce((s, r) => s + r.length / 2, 0);
  const cell = { width: 600, height: 600 };
  for (let tries = 0; tries < 6; tries++) {
    const lay = (motif: string, x: number, y: number): Placed => ({
      motif,
      x,
      y,
      angle: random() * 360,
      scale: 0.4 + random() * 0.8,
      mirror: random() < 0.5,
    });
    const a = lay('m0', 300, 300);
    const t = random() * 6.3;
    const d = 10 + random() * 60;
    const b = lay('m1', 300 + d * Math.cos(t), 300 + d * Math.sin(t));
    const gap = trueGap(laid(shapes[0], a), laid(shapes[1], b));
    if (gap < 0.4 || gap > 15) continue;
    const silhouettes = new SilhouetteIndex({ kind: 'straight', drop: { p: 0, q: 1 } }, cell, outlines);
    silhouettes.add(a);
    silhouettes.add(b);
    const told = silhouettes.nearest(0)?.gap ?? 0;
    off.push({
      told,
      gap,
      say: `${n} ${shapes.map((s) => `${s.width}x${s.height}@${s.ppi}`).join(' ')} x${a.scale.toFixed(2)} x${b.scale.toFixed(2)}`,
    });
  }
}
const errors = off.map(({ told, gap }) => told - gap);
const mean = errors.reduce((s, v) => s + v, 0) / errors.length;
const beyond = off.filter(({ told, gap }) => Math.abs(told - gap) > Math.max(0.3, 0.02 * gap)).length;
console.log(
  `${off.length} gaps: mean ${mean.toFixed(3)} mm, mean size ${(errors.reduce((s, v) => s + Math.abs(v), 0) / errors.length).toFixed(3)}, ` +
    `least ${Math.min(...errors).toFixed(3)}, most ${Math.max(...errors).toFixed(3)}; ${beyond} off by over 0.3 mm and 2 %, ${errors.filter((e) => e > 0.05).length} told over 0.05 mm too large; ${(corners / 240).toFixed(0)} corners an outline`,
);
for (const o of [...off].sort((p, q) => q.told - q.gap - (p.told - p.gap)).slice(0, 8))
  console.log(o.told.toFixed(2), 'for', o.gap.toFixed(2), o.say);
