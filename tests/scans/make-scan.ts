/** Scans of drawn motifs of a manner, with what is known of each: on white, cream and grey paper, in uneven light, grainy, as JPEG or not. */
import sharp from 'sharp';
import { noiseOver, seeded } from '../../scripts/art/noise';
import { newRaster, type Raster } from '../../src/core';
import { drawMotif, type Manner } from './draw-motif';
import type { HeldOut } from './held-out';
import type { Drawn } from './shapes';

/** A motif of a scan: its box, px; how much of each pixel is art, 0 to 1; its colour there as white paper would show it; and its marks, px of the page. */
export type Known = {
  x: number;
  y: number;
  size: number;
  cover: Float32Array;
  ink: Float32Array;
  shut: { x: number; y: number; r: number }[];
  lines: { points: [number, number][]; wide: number }[];
};
export type Scan = { page: Raster; ppi: number; manner: Manner | HeldOut; motifs: Known[] };

const PAPERS = [
  [252, 252, 250],
  [246, 240, 226],
  [226, 227, 224],
];
const BLUR = 0.6;

const svgOf = (size: number, inside: string, black = false) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}">${black ? '<rect width="100%" height="100%"/>' : ''}${inside}</svg>`,
  );
const greys = async (svg: Buffer, blur: number) =>
  sharp(svg).greyscale().blur(blur).toColourspace('b-w').raw().toBuffer();

/** A page of 20 motifs, A5 across. @param jpeg quality 92. */
export async function makeScan(
  manner: Manner | HeldOut,
  seed: number,
  { ppi = 300, jpeg = seed % 2 === 1 } = {},
): Promise<Scan> {
  const random = seeded(seed * 101 + manner.length);
  const mm = ppi / 25.4;
  const [width, height] = [Math.round(210 * mm), Math.round(148 * mm)];
  const paper = PAPERS[seed % 3];
  const shade = new Float32Array(width * height * 3);
  for (let i = 0; i < shade.length; i += 3) for (let k = 0; k < 3; k++) shade[i + k] = paper[k];
  const motifs: Known[] = [];
  const step = { x: width / 5, y: height / 4 };
  for (let n = 0; n < 20; n++) {
    const r = 9 + 5 * random();
    const turn = 360 * random();
    const at = {
      x: ((n % 5) + 0.5) * step.x + 2 * mm * (random() - 0.5),
      y: (Math.floor(n / 5) + 0.5) * step.y + 2 * mm * (random() - 0.5),
    };
    const half = Math.ceil((r + 3) * mm);
    const [x, y, size] = [Math.round(at.x) - half, Math.round(at.y) - half, 2 * half];
    const drawn: Drawn = drawMotif(manner, r, random);
    const place = `<g transform="translate(${at.x - x} ${at.y - y}) rotate(${turn}) scale(${mm})">`;
    const whole = (inside: string) => `${place}${inside}</g>`;
    const cover = await greys(svgOf(size, whole(drawn.cover), true), BLUR);
    const art = await sharp(svgOf(size, `<rect width="100%" height="100%" fill="#fff"/>${whole(drawn.art)}`))
      .removeAlpha()
      .blur(BLUR)
      .raw()
      .toBuffer();
    const dark = drawn.shadow
      ? await greys(
          svgOf(size, `<rect width="100%" height="100%" fill="#fff"/>${whole(drawn.shadow)}`),
          0.9 * mm,
        )
      : null;
    const [c, s] = [Math.cos((turn * Math.PI) / 180) * mm, Math.sin((turn * Math.PI) / 180) * mm];
    const onPage = (px: number, py: number): [number, number] => [
      at.x + c * px - s * py,
      at.y + s * px + c * py,
    ];
    const known: Known = {
      ...{
        x,
        y,
        size,
        cover: Float32Array.from(cover).map((v) => v / 255),
        ink: new Float32Array(size * size * 3),
      },
      shut: drawn.shut.map((h) => {
        const [hx, hy] = onPage(h.x, h.y);
        return { x: hx, y: hy, r: h.r * mm };
      }),
      lines: drawn.lines.map((l) => ({
        points: l.points.map(([px, py]) => onPage(px, py)),
        wide: l.wide * mm,
      })),
    };
    lay(known, art, dark, shade, width, height);
    motifs.push(known);
  }
  const page = grained(shade, width, height, seed, random);
  if (jpeg) {
    const file = await sharp(page.data, { raw: { width, height, channels: 4 } })
      .removeAlpha()
      .jpeg({ quality: 92 })
      .toBuffer();
    page.data.set(await sharp(file).ensureAlpha().raw().toBuffer());
  }
  return { page, ppi, manner, motifs };
}

/** Lays a motif on what light a page gives back: its ink as white paper shows it, and its shadow beside it. */
function lay(
  { x, y, size, cover, ink }: Known,
  art: Uint8Array,
  dark: Uint8Array | null,
  shade: Float32Array,
  width: number,
  height: number,
) {
  for (let p = 0; p < size * size; p++) {
    const px = x + (p % size);
    const py = y + Math.floor(p / size);
    const a = cover[p];
    for (let k = 0; k < 3; k++)
      ink[p * 3 + k] = a > 0.05 ? Math.max(0, 255 - (255 - art[p * 3 + k]) / a) : art[p * 3 + k];
    if (px < 0 || py < 0 || px >= width || py >= height) continue;
    const i = (py * width + px) * 3;
    // The shadow lies on the paper, not on what throws it.
    const lit = dark ? 1 - 0.4 * (1 - dark[p] / 255) * (1 - a) : 1;
    for (let k = 0; k < 3; k++) shade[i + k] *= (art[p * 3 + k] / 255) * lit;
  }
}

/** The page as a scanner sees it: in light that falls off to a side, with the grain of its paper. */
function grained(
  shade: Float32Array,
  width: number,
  height: number,
  seed: number,
  random: () => number,
): Raster {
  const page = newRaster(width, height);
  const fall = 0.1 * random();
  const aim = 2 * Math.PI * random();
  const fibres = noiseOver(width, height, 2.5, seed);
  const tints = [1, 2, 3].map((k) => noiseOver(width, height, 3, seed + k));
  const [c, s] = [Math.cos(aim), Math.sin(aim)];
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      const along = ((x / width - 0.5) * c + (y / height - 0.5) * s) / Math.SQRT2 + 0.5;
      const grain = (random() + random() - 1) * 2.2 + (fibres(x, y) - 0.5) * 3;
      for (let k = 0; k < 3; k++)
        page.data[p * 4 + k] = shade[p * 3 + k] * (1 - fall * along) + grain + 1.2 * (tints[k](x, y) - 0.5);
      page.data[p * 4 + 3] = 255;
    }
  }
  return page;
}
