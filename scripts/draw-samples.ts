/** Draws the sample pages and files of the demo. Run `npm run draw-samples` (about 4 min); same pictures every time. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { zipSync } from 'fflate';
import sharp from 'sharp';
import { DEFAULT_INTAKE, encodePng, newRaster, type Raster, splitPieces } from '../src/core';
import { balloonLines, balloonParts } from './art/balloon';
import { along, type Board, circle, ink, newBoard, type Pts, wash } from './art/brush';
import { BLUSH, MADDER, NAVY, OCHRE, SEA } from './art/colours';
import { bow, boxKite, diamondKite } from './art/kites';
import { cloudy, noise } from './art/noise';
import { layOut, scanPage } from './art/sheet';

const OUT = 'public/demo/samples';
mkdirSync(OUT, { recursive: true });

const bytesOf = (b: Board) =>
  Buffer.from(Uint8Array.from(b.rgb, (v) => Math.max(0, Math.min(255, Math.round(v * 255)))));
const picture = (b: Board) => sharp(bytesOf(b), { raw: { width: b.width, height: b.height, channels: 3 } });

async function enlarged(b: Board, k: number): Promise<Board> {
  const [width, height] = [Math.round(b.width * k), Math.round(b.height * k)];
  const raw = await picture(b).resize(width, height, { kernel: 'lanczos3' }).raw().toBuffer();
  return { width, height, rgb: Float32Array.from(raw, (v) => v / 255) };
}

/** A4 at 600 ppi: kites in other colours. */
async function largeSheet() {
  const page = { width: 4960, height: 7016, ppi: 600 };
  const drawn = [
    await diamondKite([NAVY, BLUSH, NAVY, BLUSH], [MADDER, OCHRE, SEA, MADDER], 1011, true),
    await diamondKite([SEA, OCHRE, SEA, OCHRE], [MADDER, SEA], 1051, false),
    await diamondKite([MADDER, BLUSH, MADDER, BLUSH], [SEA, OCHRE], 1071, false),
    await boxKite(),
    await bow(BLUSH, 1100),
    await bow(MADDER, 1130),
    await bow(SEA, 1160),
    await bow(OCHRE, 1190),
  ];
  const boards: Board[] = [];
  for (const b of drawn) boards.push(await enlarged(b, 2));
  const scan = scanPage(layOut(boards, page), 600, page, (-0.8 * Math.PI) / 180);
  await sharp(scan, { raw: { width: page.width, height: page.height, channels: 3 } })
    .jpeg({ quality: 86 })
    .withMetadata({ density: 600 })
    .toFile(`${OUT}/kites-600.jpg`);
}

/** A page lying on a table, taken with a camera held at a slant and on its side. */
async function phonePhoto() {
  const page = { width: 1748, height: 2480, ppi: 300 };
  const boards = [
    await diamondKite([OCHRE, SEA, OCHRE, SEA], [MADDER, BLUSH], 1251, false),
    await bow(MADDER, 1300),
    await bow(NAVY, 1330),
    await boxKite(),
  ];
  const scan = scanPage(layOut(boards, page), 77, page, 0);
  const [width, height] = [2268, 3024];
  const corners: Pts = [
    [330, 300],
    [1900, 380],
    [2060, 2700],
    [210, 2600],
  ];
  const toPage = inverseMap(corners, page.width, page.height);
  const out = Buffer.alloc(width * height * 3);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [u, v] = toPage(x, y);
      const grain = (noise(x / 1.4, y / 1.4, 5) - 0.5) * 7;
      const light = 1.04 - 0.2 * Math.hypot(x / width - 0.35, y / height - 0.3);
      const on = u >= 0 && v >= 0 && u < page.width - 1 && v < page.height - 1;
      const wood = cloudy(x / 900, y / 26, 31) * 0.5 + cloudy(x / 500, y / 150, 8) * 0.5;
      for (let c = 0; c < 3; c++) {
        const table = [112, 78, 54][c] * (0.62 + 0.6 * wood);
        out[(y * width + x) * 3 + c] = Math.max(
          0,
          Math.min(
            255,
            (on ? sample(scan, page.width, u, v, c) * [1, 0.98, 0.93][c] : table) * light + grain,
          ),
        );
      }
    }
  }
  // Stored lying on its side, as phones do, with the turn in the EXIF.
  const side = await sharp(out, { raw: { width, height, channels: 3 } })
    .rotate(270)
    .raw()
    .toBuffer({ resolveWithObject: true });
  await sharp(side.data, { raw: { width: side.info.width, height: side.info.height, channels: 3 } })
    .jpeg({ quality: 86 })
    .withMetadata({ orientation: 6, density: 72 })
    .withExifMerge({
      IFD0: { Make: 'Tansy Wharf', Model: 'Pocket camera' },
      IFD2: { ExposureTime: '1/60', FocalLength: '42/10' },
    })
    .toFile(`${OUT}/phone-photo.jpg`);
}

function sample(d: Uint8Array, width: number, u: number, v: number, c: number): number {
  const [x, y] = [Math.floor(u), Math.floor(v)];
  const [fx, fy] = [u - x, v - y];
  const at = (i: number, j: number) => d[((y + j) * width + x + i) * 3 + c];
  return (at(0, 0) * (1 - fx) + at(1, 0) * fx) * (1 - fy) + (at(0, 1) * (1 - fx) + at(1, 1) * fx) * fy;
}

/** Picture to page: the projective map through four pairs of corners. */
function inverseMap(corners: Pts, width: number, height: number): (x: number, y: number) => [number, number] {
  const from: Pts = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ];
  // Eight equations in eight unknowns: u = (a x + b y + c) / (g x + h y + 1), v likewise.
  const rows: number[][] = [];
  for (let i = 0; i < 4; i++) {
    const [[x, y], [u, v]] = [corners[i], from[i]];
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y, u], [0, 0, 0, x, y, 1, -v * x, -v * y, v]);
  }
  for (let c = 0; c < 8; c++) {
    const pivot = rows.slice(c).reduce((m, r, i) => (Math.abs(r[c]) > Math.abs(rows[m][c]) ? c + i : m), c);
    [rows[c], rows[pivot]] = [rows[pivot], rows[c]];
    for (let r = 0; r < 8; r++) {
      if (r === c) continue;
      const k = rows[r][c] / rows[c][c];
      for (let j = c; j < 9; j++) rows[r][j] -= k * rows[c][j];
    }
  }
  const m = rows.map((r, i) => r[8] / r[i]);
  return (x, y) => {
    const w = m[6] * x + m[7] * y + 1;
    return [(m[0] * x + m[1] * y + m[2]) / w, (m[3] * x + m[4] * y + m[5]) / w];
  };
}

/** Ink alone on A5 paper: a balloon with one line that stops short. */
async function lineDrawing() {
  const page = { width: 1748, height: 2480, ppi: 300 };
  const scan = scanPage(layOut([await balloonLines(true)], page), 41, page, 0);
  await sharp(scan, { raw: { width: page.width, height: page.height, channels: 3 } })
    .jpeg({ quality: 82 })
    .withMetadata({ density: 300 })
    .toFile(`${OUT}/line-drawing.jpg`);
}

async function pennant(n: number): Promise<Board> {
  const b = newBoard(520, 620);
  const colour = [MADDER, SEA, OCHRE][n];
  const outline: Pts = [
    [60, 60],
    [460, 84],
    [268, 560],
  ];
  await wash(b, outline, colour, { seed: 1400 + n, brush: 30 + n * 40 });
  if (n === 2) {
    for (let k = 0; k < 3; k++) {
      const y = 150 + k * 100;
      const half = 160 - k * 42;
      await ink(
        b,
        [
          [262 - half, y],
          [262 + half, y + 12],
        ],
        NAVY,
        { seed: 1430 + k, width: 16, taper: 0.2 },
      );
    }
  }
  await ink(b, outline, NAVY, { seed: 1410 + n, width: 8, closed: true, round: false });
  await ink(
    b,
    [
      [30, 48],
      [250, 74],
      [490, 72],
    ],
    NAVY,
    { seed: 1420 + n, width: 6 },
  );
  return b;
}

/** Three pennants and their paper, each on a layer of its own. */
async function layered() {
  const [width, height] = [1900, 900];
  const layers: { name: string; x: number; y: number; art: Raster }[] = [];
  for (const [n, name] of ['Madder pennant', 'Sea pennant', 'Striped pennant'].entries()) {
    const raw = bytesOf(await pennant(n));
    const page = newRaster(520, 620);
    for (let p = 0; p < 520 * 620; p++)
      page.data.set([raw[p * 3], raw[p * 3 + 1], raw[p * 3 + 2], 255], p * 4);
    const [piece] = splitPieces(page, 300, { ...DEFAULT_INTAKE, joinMm: 4 });
    layers.push({ name, x: 60 + n * 620 + piece.x, y: 120 + piece.y, art: piece.art });
  }
  const paper = newRaster(width, height);
  for (let i = 0; i < paper.data.length; i += 4) paper.data.set([246, 240, 228, 255], i);
  layers.push({ name: 'Paper', x: 0, y: 0, art: paper });
  const text = (s: string) => new TextEncoder().encode(s);
  const stack = layers
    .map(
      (l, n) =>
        `  <layer name="${l.name}" src="data/layer${n}.png" x="${l.x}" y="${l.y}" opacity="1.0" visibility="visible"/>`,
    )
    .join('\n');
  const zip = zipSync({
    mimetype: [text('image/openraster'), { level: 0 }],
    'stack.xml': text(
      `<?xml version="1.0" encoding="UTF-8"?>\n<image version="0.0.3" w="${width}" h="${height}" xres="300" yres="300">\n <stack>\n${stack}\n </stack>\n</image>\n`,
    ),
    ...Object.fromEntries(
      layers.map((l, n) => [`data/layer${n}.png`, [encodePng(l.art, 300), { level: 0 }]] as const),
    ),
  });
  writeFileSync(`${OUT}/pennants.ora`, zip);
}

/** A weather vane, 60 mm wide. */
function vane() {
  const path = (pts: Pts, closed = true) =>
    `M${pts.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}${closed ? 'Z' : ''}`;
  const css = (c: number[]) =>
    `#${c
      .map((v) =>
        Math.round(v * 255)
          .toString(16)
          .padStart(2, '0'),
      )
      .join('')}`;
  const arrow: Pts = along(
    [
      [40, 150],
      [120, 108],
      [118, 138],
      [430, 128],
      [470, 84],
      [560, 96],
      [516, 152],
      [562, 206],
      [472, 214],
      [432, 172],
      [120, 164],
      [122, 194],
    ],
    true,
    false,
  );
  const body = [
    `<path d="${path(
      along(
        [
          [292, 168],
          [308, 168],
          [314, 560],
          [288, 560],
        ],
        true,
        false,
      ),
    )}" fill="${css(NAVY)}"/>`,
    `<path d="${path(
      along(
        [
          [150, 330],
          [452, 322],
          [454, 338],
          [152, 346],
        ],
        true,
        false,
      ),
    )}" fill="${css(NAVY)}"/>`,
    `<path d="${path(arrow)}" fill="${css(MADDER)}" stroke="${css(NAVY)}" stroke-width="7" stroke-linejoin="round"/>`,
    ...[
      [150, 338],
      [452, 330],
    ].map(
      ([x, y]) =>
        `<path d="${path(circle(x, y, 24, 28))}" fill="${css(OCHRE)}" stroke="${css(NAVY)}" stroke-width="6"/>`,
    ),
    `<path d="${path(circle(300, 150, 30, 30, 34))}" fill="${css(SEA)}" stroke="${css(NAVY)}" stroke-width="6"/>`,
    `<path d="${path(
      along(
        [
          [210, 560],
          [392, 556],
          [420, 600],
          [184, 602],
        ],
        true,
        false,
      ),
    )}" fill="${css(OCHRE)}" stroke="${css(NAVY)}" stroke-width="6" stroke-linejoin="round"/>`,
  ];
  writeFileSync(
    `${OUT}/weather-vane.svg`,
    `<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="64mm" viewBox="0 0 600 640">\n${body.join('\n')}\n</svg>\n`,
  );
}

vane();
await layered();
await lineDrawing();
for (const [kind, png] of Object.entries(await balloonParts()))
  writeFileSync(`${OUT}/balloon-${kind}.png`, png);
await phonePhoto();
await largeSheet();
console.log('Drew the samples.');
