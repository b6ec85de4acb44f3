import { along, type Board, type Colour, circle, ink, newBoard, type Pts, wash } from './brush';
import { BLUSH, MADDER, NAVY, OCHRE, SEA } from './colours';
import { bow, boxKite, diamondKite } from './kites';

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
