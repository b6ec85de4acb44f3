/** Whole drawings that repeat straight, drawn by librsvg: shapes whose outlines are known, on grounds of several kinds, over the joins too. */
import sharp, { type Sharp } from 'sharp';
import { type Raster, seededRandom } from '../../src/core';

type Random = () => number;
type At = { x: number; y: number };

export const GROUND_KINDS = ['plain', 'washed', 'textured', 'coloured', 'striped', 'checked'] as const;
export type GroundKind = (typeof GROUND_KINDS)[number];
export const HANDS = ['flat', 'outlined', 'graded', 'lines'] as const;
export type Hand = (typeof HANDS)[number];

/** A shape that was drawn: its middle, px of the drawing, and what it alone covers, cut out about it. */
type DrawnShape = { at: At; alpha: Raster };
export type Drawn = { picture: Raster; ppi: number; shapes: DrawnShape[] };

const GROUNDS: Record<GroundKind, [string, string][]> = {
  plain: [
    ['#fbf7ee', '#fbf7ee'],
    ['#ffffff', '#ffffff'],
  ],
  washed: [
    ['#dfe9e6', '#b9d3d2'],
    ['#f3e3cf', '#e2bf9f'],
  ],
  textured: [
    ['#efe6d6', '#efe6d6'],
    ['#c9b79b', '#c9b79b'],
  ],
  coloured: [
    ['#1f2b4d', '#1f2b4d'],
    ['#c9703f', '#c9703f'],
    ['#2f5d4a', '#2f5d4a'],
  ],
  striped: [['#f2e6d2', '#d8c9e2']],
  checked: [['#eef2ea', '#bcd2c4']],
};
const DARK = ['#22203a', '#7d2438', '#245a54', '#5b3a1e', '#30507e', '#8a5a14'];
const LIGHT = ['#fdf3d8', '#f7c6b0', '#e8f1c9', '#cfe8f6', '#ffdf7a', '#f3d7ea'];

function blob(r: number, random: Random): string {
  const n = 5 + Math.floor(random() * 6);
  const at = Array.from({ length: n }, (_, k) => {
    const t = ((k + 0.3 * random()) * 2 * Math.PI) / n;
    const d = r * (0.55 + 0.45 * random());
    return [d * Math.cos(t), d * Math.sin(t)];
  });
  const mid = (a: number[], b: number[]) => `${(a[0] + b[0]) / 2} ${(a[1] + b[1]) / 2}`;
  return `M ${mid(at[n - 1], at[0])} ${at.map((p, k) => `Q ${p[0]} ${p[1]} ${mid(p, at[(k + 1) % n])}`).join(' ')} Z`;
}

function polygon(r: number, random: Random): string {
  const n = 3 + Math.floor(random() * 5);
  return `M ${Array.from({ length: n }, (_, k) => {
    const t = ((k + 0.4 * random()) * 2 * Math.PI) / n;
    const d = r * (0.6 + 0.4 * random());
    return `${d * Math.cos(t)} ${d * Math.sin(t)}`;
  }).join(' L ')} Z`;
}

function star(r: number, random: Random): string {
  const n = 5 + Math.floor(random() * 3);
  return `M ${Array.from({ length: 2 * n }, (_, k) => {
    const d = k % 2 ? r * 0.5 : r;
    return `${d * Math.cos((k * Math.PI) / n)} ${d * Math.sin((k * Math.PI) / n)}`;
  }).join(' L ')} Z`;
}

function shapeOf(hand: Hand, r: number, mm: number, colours: string[], random: Random, id: string): string {
  const pick = () => colours[Math.floor(random() * colours.length)];
  const body = [blob, polygon, star][Math.floor(random() * 3)](r, random);
  const [a, b] = [pick(), pick()];
  if (hand === 'outlined')
    return `<path d="${body}" fill="${b}" stroke="${a}" stroke-width="${(0.5 + 0.5 * random()) * mm}" stroke-linejoin="round"/>`;
  if (hand === 'graded')
    return `<linearGradient id="${id}"><stop stop-color="${a}"/><stop offset="1" stop-color="${b}"/></linearGradient><path d="${body}" fill="url(#${id})"/>`;
  if (hand === 'lines') {
    const way = Array.from(
      { length: 5 },
      () => `L ${(random() - 0.5) * 1.3 * r} ${(random() - 0.5) * 1.3 * r}`,
    );
    return `<path d="M ${-0.6 * r} 0 Q 0 ${-r} ${0.5 * r} 0 ${way.join(' ')}" fill="none" stroke="${a}" stroke-width="${(0.8 + random()) * mm}" stroke-linecap="round" stroke-linejoin="round"/>`;
  }
  return `<path d="${body}" fill="${a}"/><circle r="${r * 0.18}" fill="${b}"/>`;
}

const read = async (picture: Sharp): Promise<Raster> => {
  const { data, info } = await picture.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
};

const far = (a: At, b: At, size: number) => {
  const d = (v: number) => Math.abs(v - Math.round(v / size) * size);
  return Math.hypot(d(a.x - b.x), d(a.y - b.y));
};

/** A drawing of a seed, 200 mm square, at 150 to 300 ppi; every other one comes as a JPEG of quality 90. */
export async function makeDrawing(kind: GroundKind, hand: Hand, seed: number): Promise<Drawn> {
  const random = seededRandom(seed * 7919 + GROUND_KINDS.indexOf(kind) * 101 + HANDS.indexOf(hand) * 11);
  const ppi = 150 + Math.round(150 * random());
  const mm = ppi / 25.4;
  const size = Math.round(180 * mm);
  const [[one, two]] = [GROUNDS[kind][Math.floor(random() * GROUNDS[kind].length)]];
  const dark = kind === 'coloured';
  const colours = dark ? LIGHT : DARK;
  const placed: { at: At; r: number; turn: number; svg: string }[] = [];
  const gap = (1.2 + 3 * random()) * mm;
  for (let tries = 0; tries < 1500 && placed.length < 60; tries++) {
    const r = (4 + 11 * random() ** 1.5) * mm;
    const at = { x: random() * size, y: random() * size };
    if (placed.some((p) => far(p.at, at, size) < p.r + r + gap)) continue;
    const turn = random() * 360;
    placed.push({ at, r, turn, svg: shapeOf(hand, r, mm, colours, random, `s${placed.length}`) });
  }
  const stops = [0, 1, 2, 3].map((k) => 0.5 + 0.5 * Math.sin(k * 2.1 + random() * 6));
  const wash =
    kind === 'washed'
      ? stops
          .map(
            (v, k) =>
              `<radialGradient id="w${k}"><stop stop-color="${two}" stop-opacity="${0.4 + 0.6 * v}"/><stop offset="1" stop-color="${two}" stop-opacity="0"/></radialGradient>${[
                -1, 0, 1,
              ]
                .flatMap((i) => [-1, 0, 1].map((j) => [i, j]))
                .map(
                  ([i, j]) =>
                    `<circle cx="${((k * 0.37 + 0.2) % 1) * size + i * size}" cy="${((k * 0.61 + 0.15) % 1) * size + j * size}" r="${size * 0.35}" fill="url(#w${k})"/>`,
                )
                .join('')}`,
          )
          .join('')
      : '';
  const parts = kind === 'striped' ? 6 : 8;
  const split =
    kind === 'striped'
      ? Array.from(
          { length: parts / 2 },
          (_, k) =>
            `<rect x="${(k * 2 * size) / parts}" width="${size / parts}" height="${size}" fill="${two}"/>`,
        ).join('')
      : kind === 'checked'
        ? Array.from({ length: parts * parts }, (_, k) => [k % parts, Math.floor(k / parts)])
            .filter(([x, y]) => (x + y) % 2)
            .map(
              ([x, y]) =>
                `<rect x="${(x * size) / parts}" y="${(y * size) / parts}" width="${size / parts}" height="${size / parts}" fill="${two}"/>`,
            )
            .join('')
        : '';
  const copies = placed
    .flatMap(({ at, r, turn, svg }) =>
      [-1, 0, 1].flatMap((i) =>
        [-1, 0, 1].map((j) => {
          const [x, y] = [at.x + i * size, at.y + j * size];
          const seen = x > -1.3 * r && y > -1.3 * r && x < size + 1.3 * r && y < size + 1.3 * r;
          return seen ? `<g transform="translate(${x} ${y}) rotate(${turn})">${svg}</g>` : '';
        }),
      ),
    )
    .join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${size}" height="${size}"><rect width="100%" height="100%" fill="${one}"/>${wash}${split}${copies}</svg>`;
  let picture = sharp(Buffer.from(svg), { unlimited: true }).removeAlpha();
  if (kind === 'textured') {
    const grain = sharp({
      create: {
        width: size,
        height: size,
        channels: 3,
        background: '#808080',
        noise: { type: 'gaussian', mean: 128, sigma: 26 },
      },
    }).blur(0.7);
    picture = sharp(await picture.png().toBuffer()).composite([
      { input: await grain.png().toBuffer(), blend: 'soft-light' },
    ]);
  }
  const jpeg = seed % 2 === 1;
  const file = jpeg ? await picture.jpeg({ quality: 90 }).toBuffer() : await picture.png().toBuffer();
  const shapes = await Promise.all(
    placed.map(async ({ at, r, turn, svg: own }): Promise<DrawnShape> => {
      const side = 2 * Math.ceil(1.35 * r) + 1;
      const [dx, dy] = [at.x - Math.floor(at.x), at.y - Math.floor(at.y)];
      const alone = `<svg xmlns="http://www.w3.org/2000/svg" width="${side}" height="${side}"><g transform="translate(${(side - 1) / 2 + dx} ${(side - 1) / 2 + dy}) rotate(${turn})">${own}</g></svg>`;
      return {
        at: { x: Math.floor(at.x), y: Math.floor(at.y) },
        alpha: await read(sharp(Buffer.from(alone))),
      };
    }),
  );
  return { picture: await read(sharp(file)), ppi, shapes };
}
