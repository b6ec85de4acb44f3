/** Flat art of a given number of inks: random shapes as SVG, the same shapes in any inks, by seed. */
import { differenceCiede2000, formatHex } from 'culori';
import sharp from 'sharp';
import { hexOfRgb, type Raster, type Rgb, seededRandom } from '../../src/core';

const distance = differenceCiede2000();

/** Inks that can be told apart: any two at least `apart` dE00 from each other. */
export function randomInks(count: number, seed: number, apart = 12): Rgb[] {
  const random = seededRandom(seed);
  const inks: Rgb[] = [];
  while (inks.length < count) {
    const rgb = [0, 1, 2].map(() => Math.floor(random() * 256)) as Rgb;
    if (inks.every((ink) => distance(hexOfRgb(ink), hexOfRgb(rgb)) >= apart)) inks.push(rgb);
  }
  return inks;
}

/** A fill, or a line drawn along a path. */
type Shape = { ink: number; svg: string; line?: boolean };

/** Inks of which each but the first has one that is only `near` dE00 away, all others 15 and more. */
export function closeInks(count: number, seed: number, near: [number, number]): Rgb[] {
  const random = seededRandom(seed + 31);
  const inks = randomInks(Math.ceil(count / 2), seed, 24);
  for (const ink of inks.slice(0, Math.floor(count / 2))) {
    for (let tries = 0; tries < 4000; tries++) {
      const other = ink.map((v) => Math.round(Math.min(255, Math.max(0, v + (random() - 0.5) * 60)))) as Rgb;
      const d = distance(hexOfRgb(ink), hexOfRgb(other));
      if (d < near[0] || d > near[1]) continue;
      inks.push(other);
      break;
    }
  }
  return inks;
}

/** Discs, rings, blades, bars and thin lines over a ground (ink 0), lengths in mm; every ink has a fair area. */
export function randomShapes(count: number, seed: number, side: number, each = 4): Shape[] {
  const random = seededRandom(seed + 7919);
  const shapes: Shape[] = [];
  const at = () => (random() * side).toFixed(2);
  for (let n = 0; n < count * each; n++) {
    const ink = n % count;
    const r = side * (0.05 + random() * 0.1);
    const kind = Math.floor(random() * 5);
    const turn = `transform="translate(${at()} ${at()}) rotate(${(random() * 360).toFixed(1)})"`;
    const f = (v: number) => v.toFixed(2);
    const svg = [
      `<circle ${turn} r="${f(r)}"`,
      `<path ${turn} fill-rule="evenodd" d="M${f(-r)} 0a${f(r)} ${f(r)} 0 1 0 ${f(2 * r)} 0a${f(r)} ${f(r)} 0 1 0 ${f(-2 * r)} 0M${f(-r / 2)} 0a${f(r / 2)} ${f(r / 2)} 0 1 0 ${f(r)} 0a${f(r / 2)} ${f(r / 2)} 0 1 0 ${f(-r)} 0"`,
      `<path ${turn} d="M0 ${f(-r * 1.6)}Q${f(r)} 0 0 ${f(r * 1.6)}Q${f(-r)} 0 0 ${f(-r * 1.6)}"`,
      `<rect ${turn} x="${f(-r)}" y="${f(-r / 3)}" width="${f(2 * r)}" height="${f(r / 1.5)}"`,
      `<rect ${turn} x="${f(-r * 2)}" y="-0.2" width="${f(r * 4)}" height="0.4"`,
    ][kind];
    shapes.push({ ink, svg });
  }
  // Whatever lies over what, a disc of every ink is seen whole.
  const across = Math.ceil(Math.sqrt(count));
  const step = side / across;
  for (let ink = 0; ink < count; ink++) {
    const x = ((ink % across) + 0.3 + random() * 0.4) * step;
    const y = (Math.floor(ink / across) + 0.3 + random() * 0.4) * step;
    shapes.push({
      ink,
      svg: `<circle cx="${x.toFixed(2)}" cy="${y.toFixed(2)}" r="${(side * 0.055).toFixed(2)}"`,
    });
  }
  return shapes;
}

type Drawing = {
  side: number;
  ppi: number;
  /** As a JPEG of this quality and back. */
  jpeg?: number;
  /** A line round every fill, in one of the inks. */
  outline?: { ink: number; px: number };
};

/** Shapes drawn in some inks at a ppi, with anti-aliasing. */
export async function drawShapes(
  shapes: Shape[],
  inks: Rgb[],
  { side, ppi, jpeg, outline }: Drawing,
): Promise<Raster> {
  const px = Math.round((side / 25.4) * ppi);
  const stroke = (ink: number) => `stroke="${hexOfRgb(inks[ink])}"`;
  const round = outline ? `${stroke(outline.ink)} stroke-width="${(outline.px * side) / px}"` : '';
  const body = shapes
    .map(({ svg, ink, line }) =>
      line ? `${svg} fill="none" ${stroke(ink)}/>` : `${svg} fill="${hexOfRgb(inks[ink])}" ${round}/>`,
    )
    .join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${px}" height="${px}" viewBox="0 0 ${side} ${side}"><rect width="100%" height="100%" fill="${hexOfRgb(inks[0])}"/>${body}</svg>`;
  let picture = sharp(Buffer.from(svg));
  if (jpeg) picture = sharp(await picture.jpeg({ quality: jpeg }).toBuffer());
  const { data, info } = await picture.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return {
    width: info.width,
    height: info.height,
    data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length),
  };
}

/** Share of pixels of two pictures that are nearer than `limit` dE00. */
export function alike(a: Raster, b: Raster, limits: number[]): number[] {
  const within = limits.map(() => 0);
  const known = new Map<number, number>();
  const p = new Uint32Array(a.data.buffer, a.data.byteOffset, a.data.length / 4);
  const q = new Uint32Array(b.data.buffer, b.data.byteOffset, b.data.length / 4);
  const hex = (v: number) =>
    formatHex({ mode: 'rgb', r: (v & 255) / 255, g: ((v >> 8) & 255) / 255, b: ((v >> 16) & 255) / 255 });
  for (let i = 0; i < p.length; i++) {
    let d = 0;
    if (p[i] !== q[i]) {
      const key = (p[i] & 0xffffff) * 16777216 + (q[i] & 0xffffff);
      d = known.get(key) ?? distance(hex(p[i]), hex(q[i]));
      known.set(key, d);
    }
    limits.forEach((limit, n) => {
      if (d < limit) within[n]++;
    });
  }
  return within.map((n) => n / p.length);
}

/** Lines `px` pixels thick at a ppi, in every ink, straight and bent, over a ground and a few large discs. */
export function randomLines(
  count: number,
  seed: number,
  { side, ppi, px }: { side: number; ppi: number; px: number },
): Shape[] {
  const random = seededRandom(seed + 104729);
  const wide = ((px * 25.4) / ppi).toFixed(4);
  const at = () => (random() * side).toFixed(3);
  const discs = Array.from(
    { length: 3 },
    (_, n): Shape => ({
      ink: (n + 1) % count,
      svg: `<circle cx="${at()}" cy="${at()}" r="${(side * (0.08 + random() * 0.12)).toFixed(2)}"`,
    }),
  );
  const lines = Array.from({ length: count * 5 }, (_, n): Shape => {
    const d =
      n % 2
        ? `M${at()} ${at()}L${at()} ${at()}`
        : `M${at()} ${at()}C${at()} ${at()} ${at()} ${at()} ${at()} ${at()}`;
    return { ink: n % count, svg: `<path d="${d}" stroke-width="${wide}"`, line: true };
  });
  return [...discs, ...lines];
}
