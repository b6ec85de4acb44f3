import { along, type Board, type Colour, circle, ink, newBoard, type Pts, wash } from './brush';
import { BLUSH, MADDER, NAVY, OCHRE, SEA } from './colours';

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

export async function diamondKite(
  colours: Colour[],
  tail: Colour[],
  seed: number,
  big: boolean,
): Promise<Board> {
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

export async function boxKite(): Promise<Board> {
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

export async function bow(colour: Colour, seed: number): Promise<Board> {
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
