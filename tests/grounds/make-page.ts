/** Pages painted on coloured grounds, drawn by librsvg: ten manners of drawing, flat or washed grounds, with what was drawn known. */
import { differenceCiede2000 } from 'culori';
import sharp from 'sharp';
import { type Raster, type Rgb, seededRandom } from '../../src/core';

type Random = () => number;

export const GROUNDS: Record<string, Rgb> = {
  terracotta: [176, 92, 66],
  navy: [34, 44, 84],
  forest: [42, 80, 58],
  mustard: [206, 158, 52],
  black: [30, 27, 30],
  teal: [52, 128, 130],
  plum: [92, 42, 80],
  grey: [132, 130, 128],
  blush: [226, 180, 172],
  sea: [178, 212, 206],
  kraft: [190, 158, 122],
  cobalt: [44, 86, 176],
};

export const MANNERS = [
  'flat',
  'outlined',
  'graded',
  'twigs',
  'rings',
  'strokes',
  'patchwork',
  'hatched',
  'pale',
  'dark',
] as const;
export type Manner = (typeof MANNERS)[number];

/** One piece as it was drawn: its alpha and its colour, in its box on the page. */
export type Truth = { x: number; y: number; art: Raster };
export type Painted = { page: Raster; ppi: number; truths: Truth[] };

const PPI = 150;
const [WIDE, HIGH] = [1200, 900];
const [ACROSS, DOWN] = [4, 3];
const apart = differenceCiede2000();
const asColour = ([r, g, b]: number[]) => ({ mode: 'rgb' as const, r: r / 255, g: g / 255, b: b / 255 });
const hex = (c: number[]) => `#${c.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`;

/** A colour that stands off from the ground by 20 dE00 or more, within what a manner uses. */
function colourFor(ground: Rgb, manner: Manner, random: Random): number[] {
  for (let tries = 0; ; tries++) {
    const v = Array.from({ length: 3 }, () => random());
    const c =
      manner === 'pale'
        ? v.map((t) => 205 + 48 * t)
        : manner === 'dark'
          ? v.map((t) => 15 + 60 * t)
          : v.map((t) => 20 + 225 * t);
    if (apart(asColour(c), asColour(ground)) >= 20 || tries > 400) return c;
  }
}

/** A closed shape about the middle, its rim wavering. */
function blob(r: number, random: Random, points = 9): string {
  const at = Array.from({ length: points }, (_, k) => {
    const t = (2 * Math.PI * k) / points;
    const d = r * (0.72 + 0.28 * random());
    return [d * Math.cos(t), d * Math.sin(t)];
  });
  const mid = (a: number[], b: number[]) => `${(a[0] + b[0]) / 2} ${(a[1] + b[1]) / 2}`;
  const last = at[points - 1];
  return `M ${mid(last, at[0])} ${at.map((p, k) => `Q ${p[0]} ${p[1]} ${mid(p, at[(k + 1) % points])}`).join(' ')} Z`;
}

function drawn(manner: Manner, r: number, ground: Rgb, random: Random, id: string): string {
  const colour = () => hex(colourFor(ground, manner, random));
  const body = blob(r, random);
  switch (manner) {
    case 'outlined':
      return `<path d="${body}" fill="${colour()}" stroke="${colour()}" stroke-width="5"/>`;
    case 'graded':
      return `<linearGradient id="${id}"><stop stop-color="${colour()}"/><stop offset="1" stop-color="${colour()}"/></linearGradient><path d="${body}" fill="url(#${id})"/>`;
    case 'twigs': {
      const c = colour();
      const arms = Array.from({ length: 7 }, (_, k) => {
        const [y, l] = [r - (k * 2 * r) / 7, (k % 2 ? 1 : -1) * r * (0.4 + 0.5 * random())];
        return `M 0 ${y} q ${l / 2} ${-6 * random()} ${l} ${-r * 0.3}`;
      });
      return `<path d="M 0 ${r} L 0 ${-r} ${arms.join(' ')}" fill="none" stroke="${c}" stroke-width="6" stroke-linecap="round"/>`;
    }
    case 'rings':
      return `<circle r="${r * 0.75}" fill="none" stroke="${colour()}" stroke-width="${r * 0.35}"/>`;
    case 'strokes': {
      const way = Array.from(
        { length: 6 },
        () => `L ${(random() - 0.5) * 1.6 * r} ${(random() - 0.5) * 1.6 * r}`,
      );
      return `<path d="M 0 0 ${way.join(' ')}" fill="none" stroke="${colour()}" stroke-width="15" stroke-linejoin="round" stroke-linecap="round"/>`;
    }
    case 'patchwork':
      return Array.from({ length: 9 }, (_, k) => {
        const s = r * 0.5;
        return `<rect x="${((k % 3) - 1.5) * s}" y="${(Math.floor(k / 3) - 1.5) * s}" width="${s + 1}" height="${s + 1}" fill="${colour()}"/>`;
      }).join('');
    case 'hatched': {
      const lines = Array.from({ length: 12 }, (_, k) => `M ${-r + (k * r) / 6} ${-r} l ${r * 0.6} ${2 * r}`);
      return `<clipPath id="${id}"><path d="${body}"/></clipPath><path d="${body}" fill="${colour()}"/><path clip-path="url(#${id})" d="${lines.join(' ')}" stroke="${colour()}" stroke-width="4"/>`;
    }
    default:
      return `<path d="${body}" fill="${colour()}"/><circle r="${r * 0.2}" fill="${colour()}"/><circle cx="${r * 0.3}" cy="${r * 0.2}" r="${r * 0.1}" fill="${colour()}"/>`;
  }
}

const pixels = async (svg: string): Promise<Raster> => {
  const { data, info } = await sharp(Buffer.from(svg))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
};

/** A page of twelve pieces. @param washed the ground was painted: it pools and streaks. */
export async function paintedPage(
  manner: Manner,
  ground: Rgb,
  washed: boolean,
  seed: number,
): Promise<Painted> {
  const random = seededRandom(seed);
  const [w, h] = [WIDE / ACROSS, HIGH / DOWN];
  const truths: Truth[] = [];
  for (let n = 0; n < ACROSS * DOWN; n++) {
    const r = h * (0.2 + 0.14 * random());
    const turn = random() * 360;
    const [dx, dy] = [(random() - 0.5) * (w - 2.9 * r), (random() - 0.5) * (h - 2.9 * r)];
    const art = await pixels(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}"><g transform="translate(${w / 2 + dx} ${h / 2 + dy}) rotate(${turn})">${drawn(manner, r, ground, random, `g${n}`)}</g></svg>`,
    );
    truths.push({ x: (n % ACROSS) * w, y: Math.floor(n / ACROSS) * h, art });
  }
  const waves = Array.from({ length: 9 }, (_, k) => {
    const f = 1 + k * 0.8 * random();
    const t = random() * 6.28;
    return {
      u: (f * Math.cos(t) * 6.28) / WIDE,
      v: (f * Math.sin(t) * 6.28) / WIDE,
      at: random() * 6.28,
      by: 5 / (1 + k * 0.5),
    };
  });
  const data = new Uint8ClampedArray(WIDE * HIGH * 4);
  for (let y = 0, i = 0; y < HIGH; y++) {
    const streak = washed ? 3 * Math.sin(y / 7 + 2 * Math.sin(y / 31)) : 0;
    for (let x = 0; x < WIDE; x++, i += 4) {
      let t = washed ? streak : 0;
      if (washed) for (const q of waves) t += q.by * Math.sin(q.u * x + q.v * y + q.at);
      for (let c = 0; c < 3; c++) data[i + c] = ground[c] + t * (0.7 + 0.15 * c);
      data[i + 3] = 255;
    }
  }
  for (const { x, y, art } of truths) {
    for (let q = 0; q < art.width * art.height; q++) {
      const a = art.data[q * 4 + 3] / 255;
      if (!a) continue;
      const i = ((y + Math.floor(q / art.width)) * WIDE + x + (q % art.width)) * 4;
      for (let c = 0; c < 3; c++) data[i + c] += (art.data[q * 4 + c] - data[i + c]) * a;
    }
  }
  for (let i = 0; i < data.length; i += 4) {
    const grain = (random() + random() + random() - 1.5) * 6;
    for (let c = 0; c < 3; c++) data[i + c] += grain;
  }
  let page: Raster = { width: WIDE, height: HIGH, data };
  if (seed % 2) {
    const jpeg = await sharp(Buffer.from(data), { raw: { width: WIDE, height: HIGH, channels: 4 } })
      .blur(0.6)
      .jpeg({ quality: 92 })
      .toBuffer();
    const { data: back } = await sharp(jpeg).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    page = { ...page, data: new Uint8ClampedArray(back) };
  }
  return { page, ppi: PPI, truths };
}
