/**
 * Washes and papers that do not repeat, mended: `npm run bench -- tiles [n] [seed]`. How many join afterwards, what changed away from
 * the joins beyond the light, and how long a tile of 3600 px takes. The textures are librsvg's turbulence, not our own waves.
 */
import sharp from 'sharp';
import { crop, DEFAULT_MENDING, mendWrap, type Raster, seededRandom, wrapReport } from '../src/core';

async function texture(n: number, seed: number, size: number): Promise<Raster> {
  const random = seededRandom(seed * 131 + n);
  const kind = ['wash', 'paper', 'canvas', 'blotch', 'sponge', 'streaks'][n % 6];
  const f = (v: number) => (v * 600) / size;
  const noise: Record<string, string> = {
    wash: `<feTurbulence type="fractalNoise" baseFrequency="${f(0.004 + 0.004 * random())}" numOctaves="5" seed="${n}"/>`,
    paper: `<feTurbulence type="fractalNoise" baseFrequency="${f(0.05)} ${f(0.08)}" numOctaves="4" seed="${n}"/>`,
    canvas: `<feTurbulence type="turbulence" baseFrequency="${f(0.02)} ${f(0.2)}" numOctaves="3" seed="${n}"/>`,
    blotch: `<feTurbulence type="turbulence" baseFrequency="${f(0.01)}" numOctaves="2" seed="${n}"/>`,
    sponge: `<feTurbulence type="fractalNoise" baseFrequency="${f(0.03)}" numOctaves="2" seed="${n}"/>`,
    streaks: `<feTurbulence type="fractalNoise" baseFrequency="${f(0.002)} ${f(0.05)}" numOctaves="4" seed="${n}"/>`,
  };
  const strength = 0.25 + 0.5 * random();
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}"><filter id="f" x="0" y="0" width="1" height="1">${noise[kind]}<feColorMatrix values="${strength} 0 0 0 ${0.65 - strength / 2} 0 ${strength} 0 0 ${0.6 - strength / 2} 0 0 ${strength} 0 ${0.55 - strength / 2} 0 0 0 0 1"/></filter><rect width="100%" height="100%" filter="url(#f)"/></svg>`;
  const { data } = await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const tilt = [20 * (random() - 0.5), 20 * (random() - 0.5)];
  const out = new Uint8ClampedArray(data);
  for (let y = 0, i = 0; y < size; y++)
    for (let x = 0; x < size; x++, i += 4) {
      const t = (tilt[0] * x + tilt[1] * y) / size + (random() - 0.5) * 6;
      for (let c = 0; c < 3; c++) out[i + c] += t;
    }
  return { width: size, height: size, data: out };
}

const count = Number(process.argv[2] ?? 60);
const seed = Number(process.argv[3] ?? 1);
let [before, after, most] = [0, 0, 0];
const failed: string[] = [];
for (let n = 0; n < count; n++) {
  const tile = crop(await texture(n, seed, 640), 0, 0, 560 + (n % 7) * 10, 600);
  if (wrapReport(tile).holds) before++;
  const mended = mendWrap(tile);
  const report = wrapReport(mended);
  if (report.holds) after++;
  else
    failed.push(
      `${n} (${n % 6}): ${report.joins.across.beyond.toFixed(1)} ${report.joins.down.beyond.toFixed(1)}`,
    );
  // Away from the joins only the light may change.
  const light = mendWrap(tile, { ...DEFAULT_MENDING, cut: false });
  const band = 0.05;
  let [sum, of] = [0, 0];
  for (let y = Math.ceil(band * tile.height); y < tile.height * (1 - band); y++)
    for (let x = Math.ceil(band * tile.width); x < tile.width * (1 - band); x++) {
      const i = (y * tile.width + x) * 4;
      sum += Math.abs(mended.data[i] - light.data[i]);
      of++;
    }
  most = Math.max(most, sum / of);
}
console.log(
  `${count} tiles: ${before} join as they are, ${after} mended; away from the joins at most ${most.toFixed(2)} levels on the mean`,
);
if (failed.length) console.log(failed.join('\n'));
const large = await texture(0, seed, 3600);
const times: number[] = [];
for (let n = 0; n < 3; n++) {
  const t = performance.now();
  mendWrap(large);
  times.push(performance.now() - t);
}
const reported = performance.now();
wrapReport(large);
console.log(
  `3600 px: ${(times.sort((a, b) => a - b)[1] / 1000).toFixed(2)} s to mend, ${((performance.now() - reported) / 1000).toFixed(2)} s to report`,
);
