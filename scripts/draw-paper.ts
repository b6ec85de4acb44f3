/**
 * Draws the demo's sheet of paper: laid with the motifs of Kite Weather so that it repeats, cut in four, and scanned quarter by quarter
 * and as one with its quarters changed over. Run `npm run draw-paper`; same pictures every time.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import sharp from 'sharp';
import { fourScans, oneScan, SCAN_PPI } from '../bench/cut-sheets';
import { rasterFrom } from '../bench/drawn-cloths';
import { MM_PER_INCH, openProject, seededRandom } from '../src/core';
import { cloudy, noise } from './art/noise';

const OUT = 'public/demo/samples';
const MM = SCAN_PPI / MM_PER_INCH;
const [WIDTH, HEIGHT] = [2 * Math.round(105 * MM), 2 * Math.round(85 * MM)];

/** Each motif: where its middle lies on the sheet (shares of it), how it is turned, and how large against its own size. */
const LAID: [name: string, x: number, y: number, degrees: number, scale: number][] = [
  ['Diamond kite', 0.27, 0.27, 14, 0.52],
  ['Box kite', 0.76, 0.72, -16, 0.6],
  ['Small kite', 0.74, 0.17, -24, 0.55],
  ['Swift', 0.52, 0.47, -8, 0.5],
  ['Windsock', 0.2, 0.76, 6, 0.62],
  ['Cloud curl', 0.5, 0.93, 0, 0.62],
  ['Small cloud', 0.99, 0.42, 0, 0.8],
  ['Spool of line', 0.99, 0.93, 20, 0.62],
  ['Tail bow, madder', 0.5, 0.2, 30, 0.7],
  ['Tail bow, ochre', 0.47, 0.71, -20, 0.7],
  ['Tail bow, sea', 0.02, 0.6, 12, 0.7],
  ['Knot', 0.98, 0.07, 70, 0.7],
];

const project = openProject(JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')));

/** The sheet as it is once it is drawn: what leaves at one side comes in at the other. */
async function sheet() {
  const layers: { input: Buffer; left: number; top: number }[] = [];
  for (const [name, x, y, degrees, scale] of LAID) {
    const motif = project.motifs.find((m) => m.name === name);
    if (!motif) throw new Error(`There is no ${name} in the demo.`);
    const width = Math.round((motif.width * scale * SCAN_PPI) / motif.ppi);
    const input = await sharp(`public/demo/assets/${motif.asset}.png`)
      .resize(width)
      .rotate(degrees, { background: { r: 0, g: 0, b: 0, alpha: 0 } })
      .png()
      .toBuffer();
    const size = await sharp(input).metadata();
    for (const i of [-1, 0, 1])
      for (const j of [-1, 0, 1]) {
        const left = Math.round((x + i) * WIDTH - (size.width ?? 0) / 2);
        const top = Math.round((y + j) * HEIGHT - (size.height ?? 0) / 2);
        layers.push({ input, left: left + WIDTH, top: top + HEIGHT });
      }
  }
  const inside = layers.filter(
    ({ left, top }) => left > 0 && top > 0 && left < 2.6 * WIDTH && top < 2.6 * HEIGHT,
  );
  const wide = await sharp({
    create: { width: 3 * WIDTH, height: 3 * HEIGHT, channels: 4, background: '#f4eee1' },
  })
    .composite(inside)
    .png({ compressionLevel: 1 })
    .toBuffer();
  const made = await rasterFrom(
    await sharp(wide).extract({ left: WIDTH, top: HEIGHT, width: WIDTH, height: HEIGHT }).png().toBuffer(),
  );
  for (let p = 0; p < WIDTH * HEIGHT; p++) {
    const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
    const grain = (noise(x / 1.6, y / 1.6, 12) - 0.5) * 4 + (cloudy(x / 9, y / 9, 15) - 0.5) * 3;
    for (let c = 0; c < 3; c++) made.data[p * 4 + c] = (made.data[p * 4 + c] ?? 0) + grain;
  }
  return made;
}

const drawn = await sheet();
const random = seededRandom(72);
const cutting = { offMm: 1, turnedDeg: 0.9, bed: 'dark', packed: true } as const;
const scans = await fourScans(
  drawn,
  cutting,
  [0, 1, 2, 3].map((quarter) => ({ quarter, turns: 0 })),
  random,
);
for (const { image, quarter } of scans) writeFileSync(`${OUT}/sheet-quarter-${quarter + 1}.jpg`, image);
writeFileSync(`${OUT}/sheet-changed-over.jpg`, await oneScan(drawn, { ...cutting, bed: 'grey' }, random));
