import { type Board, type Colour, ink, newBoard, type Pts, wash } from './brush';
import { BLUSH, MADDER, NAVY, OCHRE, SEA } from './colours';
import { seeded } from './noise';

/** The side of the sheet, px: 6 in at 300 ppi. */
export const SIDE = 1800;

const turned = (pts: Pts, x: number, y: number, angle: number, k = 1): Pts => {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return pts.map(([u, v]) => [x + k * (u * c - v * s), y + k * (u * s + v * c)]);
};

/** Every copy of a shape that touches the sheet: what leaves it on one side comes back on the other. */
function copies(pts: Pts): Pts[] {
  const out: Pts[] = [];
  for (const dx of [-SIDE, 0, SIDE]) {
    for (const dy of [-SIDE, 0, SIDE]) {
      const moved = pts.map(([x, y]): [number, number] => [x + dx, y + dy]);
      if (moved.some(([x, y]) => x > -30 && y > -30 && x < SIDE + 30 && y < SIDE + 30)) out.push(moved);
    }
  }
  return out;
}

type Hand = { board: Board; seed: number };
const paint = async (h: Hand, pts: Pts, colour: Colour, more: { brush?: number; dry?: number } = {}) => {
  const seed = h.seed++;
  for (const each of copies(pts))
    await wash(h.board, each, colour, { seed, strength: 0.84, pool: 0.3, rim: 0.45, dry: 0.3, ...more });
};
const line = async (h: Hand, pts: Pts, width: number, taper = 0.6, round = true) => {
  const seed = h.seed++;
  for (const each of copies(pts)) await ink(h.board, each, NAVY, { seed, width, taper, round });
};

/** Where a line runs, by the share of its way round. */
type Way = (t: number) => [number, number];
const WAYS: Way[] = [
  (t) => [t * SIDE, 300 + 150 * Math.sin(2 * Math.PI * t + 0.5) + 46 * Math.sin(6 * Math.PI * t)],
  (t) => [t * SIDE, 900 + 140 * Math.sin(2 * Math.PI * t + 3.4) + 50 * Math.sin(4 * Math.PI * t + 1)],
  (t) => [t * SIDE, 1500 + 150 * Math.sin(2 * Math.PI * t + 5.6) + 44 * Math.sin(6 * Math.PI * t + 2)],
];
const slope = (way: Way, t: number) => {
  const [a, b] = [way(t - 0.002), way(t + 0.002)];
  return Math.atan2(b[1] - a[1], b[0] - a[0]);
};

async function bow(h: Hand, x: number, y: number, angle: number, colour: Colour, k: number) {
  for (const side of [-1, 1]) {
    const wing: Pts = [
      [0, 0],
      [side * 46, -27],
      [side * 54, 0],
      [side * 44, 26],
    ];
    await paint(h, turned(wing, x, y, angle, k), colour, { brush: 80 });
    await line(h, turned([...wing, [0, 0]], x, y, angle, k), 5.5, 0.3, false);
  }
}

async function kite(h: Hand, x: number, y: number, angle: number, colours: Colour[], k: number) {
  const [top, right, low, left]: Pts = [
    [0, -150],
    [98, -34],
    [0, 176],
    [-98, -34],
  ];
  const mid: [number, number] = [0, -34];
  const parts: Pts[] = [
    [top, right, mid],
    [right, low, mid],
    [low, left, mid],
    [left, top, mid],
  ];
  for (const [n, part] of parts.entries())
    await paint(h, turned(part, x, y, angle, k), colours[n % colours.length], { brush: 30 + n * 40 });
  await line(h, turned([top, right, low, left, top], x, y, angle, k), 8, 0.1, false);
  await line(h, turned([top, low], x, y, angle, k), 5, 0.2);
  await line(h, turned([left, right], x, y, angle, k), 5, 0.2);
}

/** A curl of wind: a spiral that runs out into a long stroke, and a shorter stroke under it. */
async function curl(h: Hand, x: number, y: number, angle: number, k: number, way: 1 | -1) {
  const turns = 3.5 * Math.PI;
  const spiral: Pts = Array.from({ length: 22 }, (_, n) => {
    const t = n / 21;
    const r = 8 + 46 * t;
    return [way * (r * Math.cos(turns * t) - 30), r * Math.sin(turns * t)];
  });
  const run: Pts = [
    [way * 10, -58],
    [way * 60, -50],
    [way * 118, -22],
  ];
  await line(h, turned([...spiral, ...run], x, y, angle, k), 8, 0.9);
  await line(
    h,
    turned(
      [
        [way * 30, 44],
        [way * 78, 40],
        [way * 128, 18],
      ],
      x,
      y,
      angle,
      k,
    ),
    6,
    1,
  );
}

async function swift(h: Hand, x: number, y: number, angle: number, k: number) {
  const body: Pts = [
    [64, -6],
    [30, -16],
    [-10, -22],
    [-70, -74],
    [-34, -16],
    [-66, -6],
    [-92, -12],
    [-78, 2],
    [-94, 14],
    [-62, 8],
    [-30, 14],
    [-58, 76],
    [0, 18],
    [34, 10],
  ];
  await paint(h, turned(body, x, y, angle, k), NAVY, { dry: 0.55 });
}

/** Three strokes of wind. */
async function gust(h: Hand, x: number, y: number, angle: number, k: number) {
  for (let n = 0; n < 3; n++)
    await line(
      h,
      turned(
        [
          [-46 + n * 14, n * 17 - 17],
          [0, n * 17 - 22],
          [44 - n * 8, n * 17 - 17],
        ],
        x,
        y,
        angle,
        k,
      ),
      5,
      1,
    );
}

/** Whether nothing was drawn yet within a circle of the sheet, which joins itself. */
function isBare({ rgb }: Board, x: number, y: number, r: number): boolean {
  for (let dy = -r; dy <= r; dy += 5) {
    for (let dx = -r; dx <= r; dx += 5) {
      if (dx * dx + dy * dy > r * r) continue;
      const [px, py] = [x + dx, y + dy].map((v) => ((Math.round(v) % SIDE) + SIDE) % SIDE);
      if (rgb[(py * SIDE + px) * 3] < 0.97) return false;
    }
  }
  return true;
}

/** Kites on long lines wound through the whole sheet, drawn so that it joins itself: RGB 0 to 1 on white. */
export async function windLines(): Promise<Board> {
  const h: Hand = { board: newBoard(SIDE, SIDE), seed: 7001 };
  const random = seeded(41);
  const colours = [MADDER, OCHRE, SEA, BLUSH];
  const kites: [number, number, number, Colour[], number][] = [
    [420, 610, -0.5, [MADDER, BLUSH], 1.24],
    [1330, 640, 0.42, [SEA, OCHRE], 1.12],
    [880, 1205, -0.25, [OCHRE, MADDER, OCHRE, SEA], 1.26],
    [1650, 1210, 0.6, [BLUSH, SEA], 1.02],
    [250, 1230, 0.3, [SEA, NAVY], 0.98],
    [640, 55, 0.5, [OCHRE, BLUSH], 1.06],
    [1440, 40, -0.4, [MADDER, SEA], 1.14],
  ];
  // Tails first: each hangs from its kite to the line under it.
  for (const [n, [x, y, angle, , k]] of kites.entries()) {
    const foot = turned([[0, 176]], x, y, angle, k)[0];
    const way = WAYS[n === 0 || n === 1 ? 1 : n === 5 || n === 6 ? 0 : 2];
    const to = way(((foot[0] - Math.sin(angle) * 120) / SIDE + 1) % 1);
    const end: [number, number] = [foot[0] - Math.sin(angle) * 120, to[1]];
    const tail: Pts = [
      foot,
      [foot[0] - 34, (foot[1] * 2 + end[1]) / 3],
      [foot[0] + 30, (foot[1] + end[1] * 2) / 3],
      end,
    ];
    await line(h, tail, 5, 0.2);
    for (const t of [0.36, 0.7]) {
      const at: [number, number] = [foot[0] + (t < 0.5 ? -26 : 22), foot[1] + (end[1] - foot[1]) * t];
      await bow(h, at[0], at[1], 0.3 - t, colours[(n + (t < 0.5 ? 0 : 2)) % 4], 0.62);
    }
  }
  for (const [n, way] of WAYS.entries()) {
    const pts = Array.from({ length: 73 }, (_, k): [number, number] => way((k - 2) / 68));
    await line(h, pts, 9, 0);
    for (let k = 0; k < 9; k++) {
      const t = (k + 0.5 + (random() - 0.5) * 0.3) / 9;
      const [x, y] = way(t);
      await bow(h, x, y, slope(way, t), colours[(k + n) % 4], 0.86 + 0.2 * random());
    }
  }
  for (const [x, y, angle, of, k] of kites) await kite(h, x, y, angle, of, k);
  // What is left bare is filled: the largest first, each where it has room.
  const fillers: [
    count: number,
    reach: number,
    lay: (x: number, y: number, k: number, n: number) => Promise<void>,
  ][] = [
    [9, 168, (x, y, k, n) => curl(h, x, y, (random() - 0.5) * 0.5, k, n % 2 ? 1 : -1)],
    [8, 122, (x, y, k) => swift(h, x, y, (random() - 0.5) * 1.1, 0.95 * k)],
    [6, 100, (x, y, k, n) => bow(h, x, y, random() * 3, colours[n % 4], 0.9 * k)],
    [26, 66, (x, y, k) => gust(h, x, y, (random() - 0.5) * 0.5, k)],
  ];
  for (const [count, reach, lay] of fillers) {
    for (let n = 0, tries = 0; n < count && tries < 4000; tries++) {
      const k = 0.86 + 0.24 * random();
      const [x, y] = [random() * SIDE, random() * SIDE];
      if (!isBare(h.board, x, y, reach * k)) continue;
      await lay(x, y, k, n++);
    }
  }
  return h.board;
}
