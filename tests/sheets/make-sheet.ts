import sharp from 'sharp';
import { noise, seeded } from '../../scripts/art/noise';
import { newRaster, type Raster } from '../../src/core';

/** A drawn piece: its box on the page, its share of ink per pixel, and its ink as a white page would show it. */
export type Truth = {
  x: number;
  y: number;
  width: number;
  height: number;
  alpha: Float32Array;
  ink: Float32Array;
};
export type Sheet = { page: Raster; ppi: number; truths: Truth[] };

const PAPERS = [
  [247, 243, 234],
  [236, 229, 212],
  [252, 252, 250],
];
const INKS = [
  [31, 43, 74],
  [187, 70, 49],
  [91, 158, 156],
  [60, 96, 70],
  [120, 60, 120],
  [200, 120, 40],
  [20, 20, 24],
];

/**
 * A page of 40 pieces with what is known of each: three papers, light falling off by up to 15 %, dust, a skew of
 * up to 3 degrees. Every fourth piece stands between 2 and 2.5 mm from the one before it.
 */
export async function makeSheet(seed: number, ppi = 300, heightMm = 148): Promise<Sheet> {
  const random = seeded(seed);
  const between = (a: number, b: number) => a + random() * (b - a);
  const mm = ppi / 25.4;
  const [width, height] = [Math.round(210 * mm), Math.round(heightMm * mm)];
  const paper = PAPERS[seed % 3];
  const skew = between(-3, 3);
  const truths: Truth[] = [];
  const [c, s] = [Math.cos((skew * Math.PI) / 180), Math.sin((skew * Math.PI) / 180)];
  const cell = { w: 24 * mm, h: (heightMm / 6.1) * mm };
  for (let n = 0; n < 40; n++) {
    const gx = (n % 8) - 3.5;
    const gy = Math.floor(n / 8) - 2;
    const r = between(6, 10) * mm;
    const x = width / 2 + gx * cell.w * c - gy * cell.h * s;
    const y = height / 2 + gx * cell.w * s + gy * cell.h * c;
    const piece = await drawPiece(n, r, x, y, skew, ppi, random, paper, seed);
    if (n % 4 === 1) bringNear(truths[n - 1], piece, between(2.05, 2.5) * mm, c, s);
    truths.push(piece);
  }
  const page = newRaster(width, height);
  const fall = between(0, 0.15);
  const aim = between(0, 2 * Math.PI);
  const shade = new Float32Array(width * height * 3);
  for (let p = 0; p < width * height; p++) for (let k = 0; k < 3; k++) shade[p * 3 + k] = paper[k];
  for (const t of truths) {
    for (let y = 0; y < t.height; y++) {
      for (let x = 0; x < t.width; x++) {
        const q = y * t.width + x;
        const p = (t.y + y) * width + t.x + x;
        for (let k = 0; k < 3; k++) {
          const ink = (t.ink[q * 3 + k] * paper[k]) / 255;
          shade[p * 3 + k] += (ink - shade[p * 3 + k]) * t.alpha[q];
        }
      }
    }
  }
  for (let n = 0; n < 160; n++) dust(shade, width, height, random, mm);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const along =
        ((x / width - 0.5) * Math.cos(aim) + (y / height - 0.5) * Math.sin(aim)) / Math.SQRT2 + 0.5;
      const light = 1 - fall * along;
      const grain = (random() - 0.5) * 3.2 + (noise(x / 2, y / 2, seed) - 0.5) * 2.5;
      const p = y * width + x;
      for (let k = 0; k < 3; k++) page.data[p * 4 + k] = shade[p * 3 + k] * light + grain;
      page.data[p * 4 + 3] = 255;
    }
  }
  return { page, ppi, truths };
}

/** Pixels of a piece's outline, on the page. */
function outline({ x, y, width, height, alpha }: Truth): [number, number][] {
  const out: [number, number][] = [];
  const on = (p: number) => alpha[p] >= 0.5;
  for (let p = width; p < width * (height - 1); p++) {
    if (on(p) && !(on(p - 1) && on(p + 1) && on(p - width) && on(p + width))) {
      out.push([x + (p % width), y + Math.floor(p / width)]);
    }
  }
  return out;
}

/** Moves a piece along its row, by whole pixels, until its gap to the one before it is `gap` px. */
function bringNear(before: Truth, piece: Truth, gap: number, c: number, s: number) {
  const a = outline(before);
  for (let pass = 0; pass < 12; pass++) {
    let least = Number.POSITIVE_INFINITY;
    for (const [px, py] of outline(piece)) {
      for (const [qx, qy] of a) least = Math.min(least, (px - qx) ** 2 + (py - qy) ** 2);
    }
    const over = Math.sqrt(least) - 1 - gap;
    if (over >= 0 && over < 1.5) return;
    const by = over > 0 ? over * 0.7 : over - 1;
    piece.x -= Math.round(by * c) || Math.sign(by);
    piece.y -= Math.round(by * s);
  }
}

async function drawPiece(
  n: number,
  r: number,
  cx: number,
  cy: number,
  skew: number,
  ppi: number,
  random: () => number,
  paper: number[],
  seed: number,
): Promise<Truth> {
  const mm = ppi / 25.4;
  const half = Math.ceil(r + 4);
  const [x, y] = [Math.round(cx) - half, Math.round(cy) - half];
  const size = 2 * half;
  const shape = shapeOf(n, r, random, mm);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}"><rect width="100%" height="100%"/><g transform="translate(${cx - x} ${cy - y}) rotate(${skew})" fill="#fff" stroke="#fff" stroke-width="0">${shape}</g></svg>`;
  const raw = await sharp(Buffer.from(svg)).greyscale().blur(0.6).toColourspace('b-w').raw().toBuffer();
  const alpha = Float32Array.from(raw, (v) => v / 255);
  const ink = new Float32Array(size * size * 3);
  const colour = INKS[Math.floor(random() * INKS.length)];
  for (let p = 0; p < size * size; p++) {
    const px = p % size;
    const wash = 1 + (noise(px / 40, (p - px) / size / 40, seed + n) - 0.5) * 0.16;
    for (let k = 0; k < 3; k++) ink[p * 3 + k] = Math.min(255, (colour[k] * wash * 255) / paper[k]);
  }
  return { x, y, width: size, height: size, alpha, ink };
}

/** Blobs, stars, rings with paper inside, thin curls, and a body with a loose part 0.8 mm from it. */
function shapeOf(n: number, r: number, random: () => number, mm: number): string {
  const round = (lobes: number, deep: number) => {
    const turn = random() * 7;
    return Array.from({ length: 72 }, (_, i) => {
      const t = (i / 72) * 2 * Math.PI;
      const d = r * (1 - deep * (0.5 + 0.5 * Math.cos(lobes * t + turn)));
      return `${(Math.cos(t) * d).toFixed(2)},${(Math.sin(t) * d).toFixed(2)}`;
    }).join(' ');
  };
  switch (n % 5) {
    case 0:
      return `<polygon points="${round(3, 0.25)}"/>`;
    case 1:
      return `<polygon points="${round(7, 0.45)}"/>`;
    case 2:
      return `<circle r="${r - 0.8 * mm}" fill="none" stroke-width="${1.6 * mm}"/>`;
    case 3:
      return `<path d="M${-r * 0.9} 0C${-r * 0.3} ${-r * 1.1} ${r * 0.1} ${r * 1.1} ${r * 0.9} 0" fill="none" stroke-width="${0.7 * mm}"/>`;
    default:
      return `<circle cx="${-r * 0.25}" r="${r * 0.6}"/><circle cx="${r * 0.35 + 0.8 * mm + r * 0.15}" r="${r * 0.15}"/>`;
  }
}

function dust(shade: Float32Array, width: number, height: number, random: () => number, mm: number) {
  const r = (0.03 + random() * 0.1) * mm;
  const [cx, cy] = [random() * width, random() * height];
  const dark = 0.3 + random() * 0.6;
  for (let y = Math.max(0, Math.floor(cy - r)); y <= Math.min(height - 1, cy + r + 1); y++) {
    for (let x = Math.max(0, Math.floor(cx - r)); x <= Math.min(width - 1, cx + r + 1); x++) {
      const share = Math.max(0, Math.min(1, r - Math.hypot(x + 0.5 - cx, y + 0.5 - cy) + 0.5)) * dark;
      for (let k = 0; k < 3; k++) shade[(y * width + x) * 3 + k] *= 1 - share;
    }
  }
}
