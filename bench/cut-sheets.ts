/** Sheets of paper cut in four and scanned, for judging how they are put together: drawn by librsvg, cut, turned and lit by libvips. */
import sharp from 'sharp';
import { MM_PER_INCH, type Raster, seededRandom } from '../src/core';
import { between, drawnCloth, MANNERS, pngOf, rasterFrom } from './drawn-cloths';

export const SCAN_PPI = 200;
const MM = SCAN_PPI / MM_PER_INCH;
type Random = () => number;
type Point = [number, number];

/** How a sheet is cut and scanned: what differs from a perfect cut and a perfect scanner, and on what it lies. */
export type Cutting = {
  offMm: number;
  turnedDeg: number;
  bed: 'dark' | 'grey' | 'white' | 'none';
  packed: boolean;
};
/** One scan: which quarter it shows (0 to 3 by rows), and by how many quarter turns it lies turned. */
export type Scan = { image: Buffer; quarter: number; turns: number };

const BED = { dark: '#2a2a2c', grey: '#9fa3a6', white: '#fdfdfd', none: '#000' };

/** Light that falls off to one side and from the middle, as a picture to multiply by. */
const lightOver = (random: Random, width: number, height: number): Buffer => {
  const dim = () => Math.round(between(random, 228, 250));
  const [a, b, c] = [dim(), 255, dim()];
  return Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">
    <linearGradient id="l" gradientTransform="rotate(${Math.round(between(random, 0, 90))})"><stop offset="0" stop-color="rgb(${a},${a},${a - 4})"/><stop offset="0.6" stop-color="rgb(${b},${b},${b})"/><stop offset="1" stop-color="rgb(${c},${c},${c})"/></linearGradient>
    <rect width="100%" height="100%" fill="url(#l)"/></svg>`);
};

const CLEAR = { r: 0, g: 0, b: 0, alpha: 0 };

/** A part of a sheet inside four corners, with room about it, turned. */
async function pieceOf(
  sheet: Buffer,
  size: { width: number; height: number },
  corners: Point[],
  room: number,
  degrees: number,
): Promise<Buffer> {
  const outline = `<polygon points="${corners.map((p) => p.join(',')).join(' ')}" fill="#fff"/>`;
  const mask = Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size.width}" height="${size.height}">${outline}</svg>`,
  );
  const cut = await sharp(sheet)
    .composite([{ input: mask, blend: 'dest-in' }])
    .png({ compressionLevel: 1 })
    .toBuffer();
  const [xs, ys] = [corners.map((p) => p[0]), corners.map((p) => p[1])];
  const left = Math.max(0, Math.floor(Math.min(...xs)) - 2);
  const top = Math.max(0, Math.floor(Math.min(...ys)) - 2);
  const piece = await sharp(cut)
    .extract({
      left,
      top,
      width: Math.min(size.width, Math.ceil(Math.max(...xs)) + 2) - left,
      height: Math.min(size.height, Math.ceil(Math.max(...ys)) + 2) - top,
    })
    .png({ compressionLevel: 1 })
    .toBuffer();
  const about = await sharp(piece)
    .extend({ top: room, bottom: room, left: room, right: room, background: CLEAR })
    .png({ compressionLevel: 1 })
    .toBuffer();
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  return sharp(about)
    .affine([c, -s, s, c], { background: CLEAR, interpolator: 'bicubic' })
    .png({ compressionLevel: 1 })
    .toBuffer();
}

/** Paper that lies on a bed, scanned: its edges in a little shadow, under uneven light, with noise. */
async function scanOf(
  laid: Buffer,
  { bed, packed }: Cutting,
  random: Random,
  drawn?: Buffer,
): Promise<Buffer> {
  const { width = 0, height = 0 } = await sharp(laid).metadata();
  const lit = await sharp({ create: { width, height, channels: 4, background: BED[bed] } })
    .composite([{ input: laid }, { input: lightOver(random, width, height), blend: 'multiply' }])
    .removeAlpha()
    .png({ compressionLevel: 1 })
    .toBuffer();
  const made = await rasterFrom(lit);
  // The edge of the paper lies in a little shadow, on it and beside it.
  const edge = await rasterFrom(
    await sharp(laid).ensureAlpha().extractChannel('alpha').blur(2.5).png().toBuffer(),
  );
  for (let i = 0; i < made.data.length; i++) {
    if (i % 4 === 3) continue;
    const a = (edge.data[i - (i % 4)] ?? 0) / 255;
    made.data[i] = (made.data[i] ?? 0) * (1 - 0.6 * a * (1 - a)) + between(random, -3.4, 3.4);
  }
  const over = sharp(await pngOf(made)).composite(drawn ? [{ input: drawn }] : []);
  const image = sharp(await over.png({ compressionLevel: 1 }).toBuffer())
    .removeAlpha()
    .withMetadata({ density: SCAN_PPI });
  return packed ? image.jpeg({ quality: 92 }).toBuffer() : image.png({ compressionLevel: 1 }).toBuffer();
}

export const cutManners = Object.keys(MANNERS);

/** A drawing that repeats, on paper. */
export async function paperCloth(manner: string, seed: number): Promise<Raster> {
  const random = seededRandom(seed ^ 0x51ab);
  const [width, height] = [between(random, 150, 210), between(random, 130, 200)].map(
    (mm) => 2 * Math.round((mm * MM) / 2),
  );
  return drawnCloth(manner, 3 * seed + 1, width ?? 1200, height ?? 1200);
}

/** The lines of the cuts of a sheet: where the upright one crosses its top and bottom, the level one its left and right. */
function cutsOf({ width, height }: Raster, { offMm, turnedDeg }: Cutting, random: Random) {
  const off = () => between(random, -offMm, offMm) * MM;
  const lean = () => Math.tan((between(random, -turnedDeg, turnedDeg) * Math.PI) / 180);
  const [x, y] = [width / 2 + off(), height / 2 + off()];
  const [dx, dy] = [(lean() * height) / 2, (lean() * width) / 2];
  const [a, b]: Point[] = [
    [x - dx, 0],
    [x + dx, height],
  ];
  const [l, r]: Point[] = [
    [0, y - dy],
    [width, y + dy],
  ];
  const k = (r[1] - l[1]) / width;
  const m = (b[0] - a[0]) / height;
  const my = (l[1] + k * a[0]) / (1 - k * m);
  const middle: Point = [a[0] + m * my, my];
  return { a, b, l, r, middle };
}

/** The corners of the four quarters of a sheet that is cut. */
function quartersCut(cloth: Raster, cutting: Cutting, random: Random): Point[][] {
  const { width: w, height: h } = cloth;
  const { a, b, l, r, middle } = cutsOf(cloth, cutting, random);
  return [
    [[0, 0], a, middle, l],
    [a, [w, 0], r, middle],
    [l, middle, b, [0, h]],
    [middle, r, [w, h], b],
  ];
}

/** A sheet cut in four, each quarter scanned by itself, in the order that is asked for. */
export async function fourScans(
  cloth: Raster,
  cutting: Cutting,
  lies: { quarter: number; turns: number }[],
  random: Random,
): Promise<Scan[]> {
  const corners = quartersCut(cloth, cutting, random);
  const sheet = await pngOf(cloth);
  const scans: Scan[] = [];
  for (const { quarter, turns } of lies) {
    const room = cutting.bed === 'none' ? 0 : Math.round(between(random, 6, 14) * MM);
    const lean = between(random, -cutting.turnedDeg, cutting.turnedDeg) + 90 * turns;
    const piece = await pieceOf(sheet, cloth, corners[quarter] ?? [], room, lean);
    scans.push({ image: await scanOf(piece, cutting, random), quarter, turns });
  }
  return scans;
}

/** A sheet cut in four, 1 laid in the place of 4 and 2 in that of 3, none quite in its place, drawn on over the cuts and scanned as one. */
export async function oneScan(
  cloth: Raster,
  cutting: Cutting,
  random: Random,
  drawn: (width: number, height: number) => string = () => '',
): Promise<Buffer> {
  const { width: w, height: h } = cloth;
  const corners = quartersCut(cloth, cutting, random);
  const sheet = await pngOf(cloth);
  const about = Math.round(9 * MM);
  const layers = [];
  for (const [place, quarter] of [3, 2, 1, 0].entries()) {
    const own = corners[quarter] ?? [];
    // Turned about the corner that lies in the middle of the sheet, by less: the far end is what is seen.
    const lean = between(random, -0.5, 0.5) * cutting.turnedDeg;
    const piece = await pieceOf(sheet, cloth, own, 0, lean);
    const { width = 0, height = 0 } = await sharp(piece).metadata();
    const off = () => Math.round(between(random, 0, 0.4) * cutting.offMm * MM);
    const left = place % 2 ? w / 2 + off() : w / 2 - width - off();
    const top = place > 1 ? h / 2 + off() : h / 2 - height - off();
    layers.push({ input: piece, left: Math.round(left) + about, top: Math.round(top) + about });
  }
  const size = { width: w + 2 * about, height: h + 2 * about };
  const laid = await sharp({ create: { ...size, channels: 4, background: CLEAR } })
    .composite(layers)
    .png({ compressionLevel: 1 })
    .toBuffer();
  const over = Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size.width}" height="${size.height}">${drawn(size.width, size.height)}</svg>`,
  );
  return scanOf(laid, cutting, random, over);
}
