/** Art whose outline is known to the last digit, and the true gap between two such shapes. */
import sharp from 'sharp';
import { type Placed, pyramidOf, type Raster, type SceneMotif, seededRandom } from '../../src/core';

type Point = { x: number; y: number };
/** Corners in mm about the middle of the art, which is `width` x `height` px at `ppi`. */
export type KnownShape = { corners: Point[]; width: number; height: number; ppi: number };

const KINDS = ['blob', 'star', 'bar', 'box', 'kite', 'crescent', 'tablet'] as const;

/** One of several kinds of shape, `mm` long, drawn at `ppi` with an odd margin round it. */
export function knownShape(kind: number, mm: number, ppi: number, seed: number): KnownShape {
  const random = seededRandom(seed + 17 * kind);
  const corners: Point[] = [];
  const n = 180;
  const phase = [random() * 6, random() * 6];
  const r = mm / 2;
  const around = (radius: (t: number) => number) => {
    for (let k = 0; k < n; k++) {
      const t = (k / n) * 2 * Math.PI;
      corners.push({ x: r * radius(t) * Math.cos(t), y: r * radius(t) * Math.sin(t) });
    }
  };
  const name = KINDS[kind % KINDS.length];
  if (name === 'blob')
    around((t) => 0.75 + 0.15 * Math.sin(3 * t + phase[0]) + 0.1 * Math.sin(5 * t + phase[1]));
  if (name === 'star') around((t) => 0.6 + 0.4 * Math.abs(Math.cos(2.5 * t)) ** 3);
  if (name === 'crescent') {
    // Its horns are blunt: no art keeps a tip thinner than a pixel.
    const [from, to] = [0.12, Math.PI - 0.12];
    for (let k = 0; k <= 60; k++) corners.push(at(r, from + (k / 60) * (to - from)));
    for (let k = 60; k >= 0; k--) {
      const { x, y } = at(r, from + (k / 60) * (to - from));
      corners.push({ x, y: 0.35 * y });
    }
  }
  if (name === 'bar') corners.push(...box(r, r * 0.08));
  if (name === 'box') corners.push(...box(r, r * 0.7));
  if (name === 'tablet') {
    // A box with round corners, of the size that pixels hardly show.
    const [x, y, c] = [r, r * 0.5, r * 0.05];
    for (const [sx, sy, from] of [
      [1, 1, 0],
      [-1, 1, 90],
      [-1, -1, 180],
      [1, -1, 270],
    ])
      for (let k = 0; k <= 8; k++) {
        const t = ((from + (k / 8) * 90) * Math.PI) / 180;
        corners.push({ x: sx * (x - c) + c * Math.cos(t), y: sy * (y - c) + c * Math.sin(t) });
      }
  }
  if (name === 'kite')
    corners.push({ x: 0, y: -r }, { x: r * 0.5, y: -r * 0.3 }, { x: 0, y: r }, { x: -r * 0.5, y: -r * 0.3 });
  const px = (v: number) => (v / 25.4) * ppi;
  const [w, h] = [
    Math.max(...corners.map((c) => Math.abs(c.x))),
    Math.max(...corners.map((c) => Math.abs(c.y))),
  ];
  const margin = 1 + Math.floor(random() * 4);
  return { corners, width: Math.ceil(2 * px(w)) + margin, height: Math.ceil(2 * px(h)) + margin, ppi };
}
const at = (r: number, t: number): Point => ({ x: r * Math.cos(t), y: r * Math.sin(t) });
const box = (x: number, y: number): Point[] => [
  { x: -x, y: -y },
  { x, y: -y },
  { x, y },
  { x: -x, y },
];

/** The shape as a cut-out, drawn by another library. */
export async function rasterOf({ corners, width, height, ppi }: KnownShape): Promise<Raster> {
  const points = corners.map(
    ({ x, y }) =>
      `${((x / 25.4) * ppi + width / 2).toFixed(4)},${((y / 25.4) * ppi + height / 2).toFixed(4)}`,
  );
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><polygon points="${points.join(' ')}" fill="#1f2b4a"/></svg>`;
  const { data, info } = await sharp(Buffer.from(svg))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}

export const motifOf = async (shape: KnownShape): Promise<SceneMotif> => ({
  pyramid: pyramidOf(await rasterOf(shape)),
  ppi: shape.ppi,
});

/** Where the corners of a placed shape lie, mm. */
export const laid = ({ corners }: KnownShape, p: Placed): Point[] => {
  const t = (p.angle * Math.PI) / 180;
  return corners.map(({ x, y }) => {
    const [u, v] = [(p.mirror ? -x : x) * p.scale, y * p.scale];
    return { x: p.x + u * Math.cos(t) - v * Math.sin(t), y: p.y + u * Math.sin(t) + v * Math.cos(t) };
  });
};

const side = (p: Point, q: Point, r: Point) => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);

/** The smallest distance between two outlines that do not meet; 0 where they do. */
export function trueGap(a: Point[], b: Point[]): number {
  let least = Number.POSITIVE_INFINITY;
  const toSegment = (p: Point, q: Point, s: Point) => {
    const [dx, dy] = [s.x - q.x, s.y - q.y];
    const t = Math.min(1, Math.max(0, ((p.x - q.x) * dx + (p.y - q.y) * dy) / (dx * dx + dy * dy || 1)));
    return Math.hypot(p.x - q.x - t * dx, p.y - q.y - t * dy);
  };
  for (const [one, other] of [
    [a, b],
    [b, a],
  ]) {
    for (const [n, p] of one.entries()) {
      let within = false;
      for (const [k, q] of other.entries()) {
        const s = other[(k + 1) % other.length];
        const next = one[(n + 1) % one.length];
        if (side(p, next, q) * side(p, next, s) < 0 && side(q, s, p) * side(q, s, next) < 0) return 0;
        least = Math.min(least, toSegment(p, q, s));
        if (q.y > p.y !== s.y > p.y && p.x < ((s.x - q.x) * (p.y - q.y)) / (s.y - q.y) + q.x)
          within = !within;
      }
      if (within) return 0;
    }
  }
  return least;
}
