import { along, type Board, type Colour, circle, ink, newBoard, type Pts, wash } from './brush';

const hex = (h: string): Colour =>
  [1, 3, 5].map((i) => Number.parseInt(h.slice(i, i + 2), 16) / 255) as Colour;
const NAVY = hex('#1f2b4a');
const MADDER = hex('#bb4631');
const OCHRE = hex('#dc9c37');
const SEA = hex('#5b9e9c');
const BLUSH = hex('#e2a596');

const lerp = (a: [number, number], b: [number, number], t: number): [number, number] => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
];

async function bowAt(
  b: Board,
  x: number,
  y: number,
  size: number,
  turn: number,
  colour: Colour,
  seed: number,
) {
  const c = Math.cos(turn);
  const s = Math.sin(turn);
  const at = (u: number, v: number): [number, number] => [
    x + (u * c - v * s) * size,
    y + (u * s + v * c) * size,
  ];
  const left: Pts = along(
    [at(-0.06, 0), at(-0.55, -0.46), at(-1, -0.34), at(-0.92, 0.06), at(-1.02, 0.42), at(-0.5, 0.38)],
    true,
    true,
  );
  const right: Pts = along(
    [at(0.06, 0), at(0.52, -0.4), at(1.02, -0.42), at(0.9, 0.02), at(0.98, 0.36), at(0.5, 0.42)],
    true,
    true,
  );
  await wash(b, left, colour, { seed, brush: 70 });
  await wash(b, right, colour, { seed: seed + 1, brush: 110 });
  const w = Math.max(3.4, size * 0.075);
  await ink(b, left, NAVY, { seed: seed + 2, width: w, closed: true });
  await ink(b, right, NAVY, { seed: seed + 3, width: w, closed: true });
  for (const side of [-1, 1]) {
    await ink(b, [at(side * 0.16, -0.04), at(side * 0.48, -0.14), at(side * 0.66, -0.12)], NAVY, {
      seed: seed + 5,
      width: w * 0.7,
      taper: 1,
    });
    await ink(b, [at(side * 0.16, 0.06), at(side * 0.44, 0.12), at(side * 0.6, 0.2)], NAVY, {
      seed: seed + 6,
      width: w * 0.7,
      taper: 1,
    });
  }
  const knot = circle(x, y, size * 0.17, 14, size * 0.22, turn);
  await wash(b, knot, NAVY, { seed: seed + 4, dry: 0, strength: 1, pool: 0.1 });
}

async function diamondKite(colours: Colour[], tail: Colour[], seed: number, big: boolean): Promise<Board> {
  const k = big ? 1 : 0.66;
  const b = newBoard(Math.round(700 * k + 60), Math.round(1330 * k + 60));
  const at = (x: number, y: number): [number, number] => [30 + x * k, 30 + y * k];
  const top = at(330, 8);
  const right = at(640, 300);
  const low = at(365, 790);
  const left = at(40, 325);
  const mid: [number, number] = at(345, 312);
  const panels: Pts[] = [
    [top, right, mid],
    [right, low, mid],
    [low, left, mid],
    [left, top, mid],
  ];
  for (const [i, p] of panels.entries()) {
    await wash(b, p, colours[i], { seed: seed + i, brush: [30, 120, 50, 140][i], dry: 0.5 });
  }
  const w = 7.2 * k + 1;
  // Stitched bands across two panels, and hatching in the others: the cloth's own little patterns.
  for (const [n, t] of [0.34, 0.58, 0.8].entries()) {
    await ink(b, [lerp(mid, right, t), lerp(mid, low, t)], NAVY, {
      seed: seed + 20 + n,
      width: w * 0.55,
      round: false,
      taper: 0.9,
    });
    await ink(b, [lerp(mid, left, t), lerp(mid, top, t)], NAVY, {
      seed: seed + 30 + n,
      width: w * 0.55,
      round: false,
      taper: 0.9,
    });
  }
  for (let n = 0; n < 5; n++) {
    const t = 0.22 + n * 0.15;
    const p = lerp(mid, lerp(top, right, 0.5), t + 0.1);
    await wash(
      b,
      [
        [p[0] - 12 * k, p[1] + 11 * k],
        [p[0], p[1] - 14 * k],
        [p[0] + 12 * k, p[1] + 11 * k],
      ],
      NAVY,
      { seed: seed + 40 + n, dry: 0, strength: 0.95 },
    );
    const q = lerp(mid, lerp(low, left, 0.42), t + 0.06);
    await wash(
      b,
      [
        [q[0], q[1] - 15 * k],
        [q[0] + 13 * k, q[1]],
        [q[0], q[1] + 15 * k],
        [q[0] - 13 * k, q[1]],
      ],
      NAVY,
      { seed: seed + 50 + n, dry: 0, strength: 0.95 },
    );
  }
  await ink(b, [top, right, low, left], NAVY, { seed: seed + 60, width: w, closed: true, round: false });
  await ink(b, [top, mid, low], NAVY, { seed: seed + 61, width: w * 0.9, round: false, taper: 0.3 });
  await ink(b, [left, mid, right], NAVY, { seed: seed + 62, width: w * 0.9, round: false, taper: 0.3 });
  const string: Pts = [
    low,
    at(330, 870),
    at(415, 950),
    at(470, 1035),
    at(395, 1110),
    at(320, 1180),
    at(380, 1260),
    at(455, 1310),
  ];
  await ink(b, string, NAVY, { seed: seed + 63, width: w * 0.6, taper: 0.7 });
  const bows: [number, number, number][] = [
    [352, 905, 0.5],
    [466, 1030, -0.4],
    [345, 1150, 0.7],
    [425, 1296, 0.2],
  ];
  for (const [n, [x, y, turn]] of bows.entries()) {
    const [px, py] = at(x, y);
    await bowAt(b, px, py, 62 * k, turn, tail[n % tail.length], seed + 70 + n * 9);
  }
  return b;
}

async function boxKite(): Promise<Board> {
  const b = newBoard(620, 900);
  // Three long sticks of a prism seen from a corner; cloth at both ends, air between.
  const A: [[number, number], [number, number]] = [
    [60, 110],
    [150, 850],
  ];
  const B: [[number, number], [number, number]] = [
    [300, 40],
    [390, 780],
  ];
  const C: [[number, number], [number, number]] = [
    [480, 150],
    [570, 860],
  ];
  const stick = (s: typeof A, t: number) => lerp(s[0], s[1], t);
  const band = (s: typeof A, t: typeof A, from: number, to: number): Pts => [
    stick(s, from),
    stick(t, from),
    stick(t, to),
    stick(s, to),
  ];
  const back: Pts = [stick(A, 0.03), [222, 200], stick(C, 0.03)];
  await ink(b, back, NAVY, { seed: 7, width: 5, round: false });
  for (const [n, [from, to]] of [
    [0.03, 0.36],
    [0.64, 0.97],
  ].entries()) {
    await wash(b, band(A, B, from, to), n ? MADDER : SEA, { seed: 100 + n, brush: 84, dry: 0.55 });
    await wash(b, band(B, C, from, to), n ? OCHRE : BLUSH, { seed: 110 + n, brush: 80, dry: 0.45 });
    for (const t of [0.2, 0.4, 0.6, 0.8]) {
      const s = from + (to - from) * t;
      if (t === 0.2 || t === 0.8) {
        await ink(b, [stick(A, s), stick(B, s)], NAVY, {
          seed: 120 + n * 9 + t * 10,
          width: 4.4,
          round: false,
        });
        await ink(b, [stick(B, s), stick(C, s)], NAVY, {
          seed: 125 + n * 9 + t * 10,
          width: 4.4,
          round: false,
        });
      }
    }
    for (let i = 0; i < 5; i++) {
      const c = lerp(stick(A, (from + to) / 2), stick(B, (from + to) / 2), 0.14 + i * 0.18);
      await wash(
        b,
        [
          [c[0], c[1] - 26],
          [c[0] + 17, c[1]],
          [c[0], c[1] + 26],
          [c[0] - 17, c[1]],
        ],
        n ? OCHRE : NAVY,
        { seed: 140 + n * 8 + i, dry: 0.1, strength: 0.95 },
      );
      if (i < 4) {
        const d = lerp(stick(B, (from + to) / 2), stick(C, (from + to) / 2), 0.2 + i * 0.2);
        await ink(
          b,
          [
            [d[0], d[1] - 24],
            [d[0] + 3, d[1] + 24],
          ],
          NAVY,
          { seed: 160 + n * 8 + i, width: 6, taper: 0.9 },
        );
      }
    }
    for (const pair of [
      [A, B],
      [B, C],
    ] as const) {
      await ink(b, band(pair[0], pair[1], from, to), NAVY, {
        seed: 180 + n * 5,
        width: 7,
        closed: true,
        round: false,
      });
    }
  }
  for (const [n, s] of [A, B, C].entries()) {
    await ink(b, [lerp(s[0], s[1], -0.03), s[1], lerp(s[0], s[1], 1.03)], NAVY, {
      seed: 200 + n,
      width: 8.4,
      round: false,
      taper: 0.4,
    });
  }
  await ink(b, [stick(B, 0.5), [470, 420], [560, 400], [602, 330]], NAVY, {
    seed: 210,
    width: 4.6,
    taper: 0.9,
  });
  return b;
}

async function swift(): Promise<Board> {
  const b = newBoard(900, 560);
  const body: Pts = along(
    [
      [598, 178],
      [566, 166],
      [536, 178],
      [500, 194],
      [430, 176],
      [330, 160],
      [220, 174],
      [110, 216],
      [24, 292],
      [120, 250],
      [220, 226],
      [320, 228],
      [398, 250],
      [438, 276],
      [414, 334],
      [370, 404],
      [322, 466],
      [276, 548],
      [350, 470],
      [374, 446],
      [380, 474],
      [374, 556],
      [412, 462],
      [446, 388],
      [486, 322],
      [524, 292],
      [604, 276],
      [700, 220],
      [790, 142],
      [878, 34],
      [780, 92],
      [690, 150],
      [620, 186],
    ],
    true,
    true,
  );
  await wash(b, body, NAVY, { seed: 301, strength: 0.95, pool: 0.16, brush: 14, dry: 0.75, rim: 0.2 });
  // Feathers left bare: thin lines of paper laid back over the paint.
  const PAPER: Colour = [1, 1, 1];
  for (let n = 0; n < 6; n++) {
    await ink(
      b,
      [
        [140 + n * 40, 236 - n * 3],
        [182 + n * 40, 212 - n * 4],
        [226 + n * 36, 204 - n * 2],
      ],
      PAPER,
      { seed: 310 + n, width: 5, taper: 1 },
    );
    await ink(
      b,
      [
        [806 - n * 36, 118 + n * 25],
        [776 - n * 34, 126 + n * 19],
        [744 - n * 32, 150 + n * 14],
      ],
      PAPER,
      { seed: 320 + n, width: 5, taper: 1 },
    );
  }
  await ink(
    b,
    [
      [516, 244],
      [548, 228],
      [572, 202],
    ],
    PAPER,
    { seed: 331, width: 15, taper: 0.9 },
  );
  await wash(b, circle(562, 186, 6, 12), PAPER, { seed: 332, dry: 0, strength: 1, pool: 0 });
  return b;
}

async function windsock(): Promise<Board> {
  const b = newBoard(880, 480);
  const up = (t: number): [number, number] => [150 + t * 520, 92 + t * 66 + Math.sin(t * 5) * 9];
  const down = (t: number): [number, number] => [176 + t * 500, 332 - t * 46 + Math.sin(t * 5 + 0.6) * 9];
  for (let n = 0; n < 7; n++) {
    if (n === 1 || n === 3 || n === 5) continue;
    const [s, e] = [n / 7, (n + 1) / 7];
    const strip: Pts = [
      up(s),
      up((s + e) / 2),
      up(e),
      [up(e)[0] + 18, (up(e)[1] + down(e)[1]) / 2],
      down(e),
      down((s + e) / 2),
      down(s),
      [up(s)[0] + 22, (up(s)[1] + down(s)[1]) / 2],
    ];
    await wash(b, along(strip, true, true), MADDER, { seed: 400 + n, brush: 92, dry: 0.5 });
  }
  const mouth = circle(163, 212, 42, 30, 121, 0.1);
  await wash(b, mouth, OCHRE, { seed: 420, brush: 80 });
  await wash(b, circle(160, 212, 25, 24, 92, 0.1), NAVY, { seed: 421, strength: 0.92, dry: 0.3 });
  await ink(b, mouth, NAVY, { seed: 422, width: 6.4, closed: true });
  await ink(b, [0, 0.2, 0.4, 0.6, 0.8, 1].map(up), NAVY, { seed: 423, width: 6.6 });
  await ink(b, [0, 0.2, 0.4, 0.6, 0.8, 1].map(down), NAVY, { seed: 424, width: 6.6 });
  for (let n = 1; n < 7; n++) {
    const t = n / 7;
    await ink(b, [up(t), [up(t)[0] + 22, (up(t)[1] + down(t)[1]) / 2], down(t)], NAVY, {
      seed: 430 + n,
      width: 4.4,
    });
  }
  const tips = [up(1), [694, 190], [690, 224], [690, 256], down(1)] as Pts;
  const ends: Pts = [
    [842, 96],
    [868, 168],
    [832, 236],
    [862, 300],
    [812, 372],
  ];
  for (const [n, tip] of tips.entries()) {
    const m: [number, number] = [(tip[0] + ends[n][0]) / 2, (tip[1] + ends[n][1]) / 2 + (n % 2 ? 16 : -14)];
    const ribbon: Pts = along(
      [
        [tip[0], tip[1] - 9],
        [m[0], m[1] - 11],
        [ends[n][0], ends[n][1] - 5],
        [ends[n][0] - 6, ends[n][1] + 9],
        [m[0] - 2, m[1] + 9],
        [tip[0], tip[1] + 9],
      ],
      true,
      true,
    );
    await wash(b, ribbon, n % 2 ? OCHRE : SEA, { seed: 450 + n, brush: 5 });
    await ink(b, ribbon, NAVY, { seed: 460 + n, width: 3.8, closed: true });
  }
  for (const [n, y] of [112, 212, 306].entries()) {
    await ink(
      b,
      [
        [150 - (y === 212 ? 14 : 0), y],
        [80, 212 + (y - 212) * 0.36],
        [26, 226],
      ],
      NAVY,
      { seed: 470 + n, width: 4.6, taper: 0.5 },
    );
  }
  await wash(b, circle(26, 226, 12, 14), NAVY, { seed: 480, dry: 0, strength: 0.96 });
  return b;
}

async function cloud(colour: Colour, seed: number, k: number, flip: boolean): Promise<Board> {
  const b = newBoard(Math.round(780 * k + 50), Math.round(400 * k + 50));
  const at = (x: number, y: number): [number, number] => [25 + (flip ? 780 - x : x) * k, 25 + y * k];
  const rim: Pts = along(
    [
      at(20, 330),
      at(10, 270),
      at(60, 214),
      at(122, 214),
      at(140, 140),
      at(214, 96),
      at(276, 128),
      at(312, 52),
      at(410, 14),
      at(496, 66),
      at(512, 132),
      at(590, 108),
      at(660, 160),
      at(664, 228),
      at(730, 236),
      at(768, 290),
      at(746, 346),
      at(640, 366),
      at(400, 360),
      at(160, 370),
    ],
    true,
    true,
  );
  await wash(b, rim, colour, { seed, brush: 8, dry: 0.62, pool: 0.4, rim: 0.9 });
  const spiral = (x: number, y: number, r: number, turns: number, way: number, start: number): Pts =>
    Array.from({ length: 30 }, (_, i) => {
      const t = i / 29;
      const a = start + way * t * turns * 2 * Math.PI;
      return at(x + Math.cos(a) * r * (1 - t * 0.86), y + Math.sin(a) * r * (1 - t * 0.86));
    });
  const w = 6.6 * k + 1.2;
  const curls: [number, number, number, number, number][] = [
    [212, 214, 76, 1, 2.4],
    [412, 142, 94, 1, 2.6],
    [590, 222, 74, 1, 2.7],
    [108, 298, 46, -1, 0.4],
    [690, 306, 42, 1, 3.4],
  ];
  for (const [n, [x, y, r, way, start]] of curls.entries()) {
    await ink(b, spiral(x, y, r, 1.6, way, start), NAVY, { seed: seed + 20 + n, width: w, taper: 0.9 });
  }
  await ink(b, rim, NAVY, { seed: seed + 40, width: w, closed: true });
  await ink(b, spiral(292, 312, 34, 1.3, -1, 3.6), NAVY, { seed: seed + 41, width: w * 0.8, taper: 0.9 });
  await ink(b, spiral(492, 316, 36, 1.3, 1, 2.6), NAVY, { seed: seed + 42, width: w * 0.8, taper: 0.9 });
  return b;
}

async function spool(): Promise<Board> {
  const b = newBoard(520, 460);
  const body: Pts = [
    [124, 96],
    [300, 90],
    [306, 318],
    [130, 324],
  ];
  await wash(b, body, BLUSH, { seed: 600, brush: 4, dry: 0.3 });
  for (let n = 0; n < 4; n++) {
    await wash(
      b,
      [
        [124, 118 + n * 54],
        [304, 108 + n * 54],
        [305, 132 + n * 54],
        [126, 142 + n * 54],
      ],
      MADDER,
      { seed: 604 + n, brush: 2, dry: 0.3 },
    );
  }
  for (let n = 0; n < 11; n++) {
    await ink(
      b,
      [
        [122, 112 + n * 20],
        [210, 105 + n * 20],
        [307, 101 + n * 20],
      ],
      NAVY,
      { seed: 610 + n, width: 3.4, taper: 0.8 },
    );
  }
  for (const [n, y] of [70, 334].entries()) {
    const slab = along(
      [
        [80, y - 24],
        [210, y - 32],
        [346, y - 26],
        [352, y + 16],
        [214, y + 26],
        [82, y + 22],
      ],
      true,
      true,
    );
    await wash(b, slab, OCHRE, { seed: 630 + n, brush: 3, dry: 0.5 });
    await ink(b, slab, NAVY, { seed: 634 + n, width: 6, closed: true });
    await ink(
      b,
      [
        [104, y + 2],
        [210, y + 6],
        [326, y],
      ],
      NAVY,
      { seed: 637 + n, width: 3.4, taper: 1 },
    );
  }
  await ink(
    b,
    [
      [124, 96],
      [120, 210],
      [128, 324],
    ],
    NAVY,
    { seed: 640, width: 6 },
  );
  await ink(
    b,
    [
      [304, 90],
      [311, 200],
      [306, 320],
    ],
    NAVY,
    { seed: 641, width: 6 },
  );
  await ink(
    b,
    [
      [306, 260],
      [372, 286],
      [420, 240],
      [392, 196],
      [366, 236],
      [416, 300],
      [484, 288],
      [498, 236],
    ],
    NAVY,
    { seed: 642, width: 4.8, taper: 0.8 },
  );
  await wash(b, circle(212, 62, 22, 18, 9), NAVY, { seed: 643, dry: 0.1, strength: 0.92 });
  return b;
}

async function bow(colour: Colour, seed: number): Promise<Board> {
  const b = newBoard(330, 230);
  await ink(
    b,
    [
      [150, 118],
      [130, 160],
      [92, 178],
      [78, 212],
    ],
    NAVY,
    { seed: seed + 30, width: 5, taper: 0.8 },
  );
  await ink(
    b,
    [
      [172, 118],
      [196, 162],
      [226, 176],
      [250, 214],
    ],
    NAVY,
    { seed: seed + 31, width: 5, taper: 0.8 },
  );
  await bowAt(b, 163, 100, 132, 0.06, colour, seed);
  return b;
}

async function knot(): Promise<Board> {
  const b = newBoard(360, 300);
  const rope: Pts = [
    [16, 206],
    [90, 190],
    [180, 128],
    [246, 84],
    [264, 140],
    [206, 196],
    [130, 176],
    [100, 110],
    [150, 58],
    [212, 92],
    [238, 168],
    [286, 214],
    [344, 196],
  ];
  await ink(b, rope, NAVY, { seed: 800, width: 33, taper: 0.2 });
  await ink(b, rope, OCHRE, { seed: 800, width: 21, taper: 0.2 });
  const fine = along(rope, false, true, 15);
  for (let i = 2; i < fine.length - 2; i++) {
    const [x, y] = fine[i];
    const [dx, dy] = [fine[i + 1][0] - fine[i - 1][0], fine[i + 1][1] - fine[i - 1][1]];
    const len = Math.hypot(dx, dy) || 1;
    const [ux, uy] = [dx / len, dy / len];
    await ink(
      b,
      [
        [x - uy * 9 - ux * 4, y + ux * 9 - uy * 4],
        [x + uy * 9 + ux * 4, y - ux * 9 + uy * 4],
      ],
      NAVY,
      { seed: 810 + i, width: 3.2, taper: 0.7 },
    );
  }
  return b;
}

export type Drawn = { name: string; role: 'hero' | 'secondary' | 'filler'; board: Board };

/** All the Kite Weather motifs, each on its own board at 300 ppi. */
export async function drawMotifs(): Promise<Drawn[]> {
  return [
    {
      name: 'Diamond kite',
      role: 'hero',
      board: await diamondKite([OCHRE, MADDER, OCHRE, MADDER], [MADDER, SEA, BLUSH, MADDER], 11, true),
    },
    { name: 'Box kite', role: 'hero', board: await boxKite() },
    {
      name: 'Small kite',
      role: 'secondary',
      board: await diamondKite([SEA, BLUSH, SEA, BLUSH], [SEA, OCHRE], 51, false),
    },
    { name: 'Windsock', role: 'secondary', board: await windsock() },
    { name: 'Swift', role: 'secondary', board: await swift() },
    { name: 'Cloud curl', role: 'secondary', board: await cloud(SEA, 500, 1, false) },
    { name: 'Small cloud', role: 'secondary', board: await cloud(BLUSH, 550, 0.64, true) },
    { name: 'Spool of line', role: 'filler', board: await spool() },
    { name: 'Tail bow, madder', role: 'filler', board: await bow(MADDER, 700) },
    { name: 'Tail bow, sea', role: 'filler', board: await bow(SEA, 730) },
    { name: 'Tail bow, ochre', role: 'filler', board: await bow(OCHRE, 760) },
    { name: 'Knot', role: 'filler', board: await knot() },
  ];
}
