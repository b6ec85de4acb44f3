/** Draws the demo's scan sheet. Run `npm run draw-demo`; it writes public/demo. Same bytes every time. */
import { mkdirSync } from 'node:fs';
import sharp from 'sharp';
import { drawMotifs } from './art/motifs';
import { layOut, PAGE, scanPage } from './art/sheet';

mkdirSync('public/demo', { recursive: true });
const drawn = await drawMotifs();
const page = scanPage(layOut(drawn.map((d) => d.board)), 2026);
await sharp(page, { raw: { width: PAGE.width, height: PAGE.height, channels: 3 } })
  .jpeg({ quality: 88, chromaSubsampling: '4:4:4' })
  .withMetadata({ density: PAGE.ppi })
  .toFile('public/demo/kite-weather-sheet.jpg');
console.log(`Drew ${drawn.length} motifs on one sheet at ${PAGE.ppi} ppi.`);
