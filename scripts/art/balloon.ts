import sharp from 'sharp';
import { along, type Board, type Colour, ink, newBoard, type Pts } from './brush';
import { BLUSH, MADDER, NAVY, OCHRE, SEA } from './colours';

const WIDTH = 1100;
const HEIGHT = 1400;
const TOP = 90;
const FOOT = 930;

/** A seam of the envelope: `side` of -1 to 1 across it, from the crown to the mouth. */
function seam(side: number): Pts {
  return along(
    [
      [550, TOP],
      [550 + side * 330, 210],
      [550 + side * 430, 440],
      [550 + side * 330, 690],
      [550 + side * 130, FOOT],
    ],
    false,
    true,
  );
}

const SEAMS = [-1, -0.5, 0.06, 0.55, 1];
const gore = (n: number): Pts => [...seam(SEAMS[n]), ...[...seam(SEAMS[n + 1])].reverse()];
const BASKET: Pts = [
  [458, 1130],
  [642, 1130],
  [618, 1270],
  [482, 1270],
];
const BAND: Pts = [
  [420, FOOT],
  [680, FOOT],
  [664, FOOT + 44],
  [436, FOOT + 44],
];

const pathOf = (pts: Pts) => `M${pts.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`;
const cssOf = (c: Colour) => `rgb(${c.map((v) => Math.round(v * 255)).join(',')})`;

/** The lines of a balloon on white; with `gaps`, one line stops short, as a dry pen does. */
export async function balloonLines(gaps: boolean): Promise<Board> {
  const b = newBoard(WIDTH, HEIGHT);
  for (const [n, side] of SEAMS.entries()) {
    const line = seam(side);
    await ink(b, gaps && n === 2 ? line.slice(0, Math.floor(line.length * 0.48)) : line, NAVY, {
      seed: 900 + n,
      width: n % 4 ? 7 : 11,
      taper: 0,
    });
    if (gaps && n === 2) {
      await ink(b, line.slice(Math.floor(line.length * 0.48) + 3), NAVY, { seed: 930, width: 7, taper: 0 });
    }
  }
  for (const [n, shape] of [BAND, BASKET].entries()) {
    await ink(b, shape, NAVY, { seed: 910 + n, width: 9, closed: true, round: false });
  }
  for (const [n, [x0, x1]] of [
    [446, 470],
    [512, 524],
    [590, 578],
    [654, 630],
  ].entries()) {
    await ink(
      b,
      [
        [x0, FOOT + 40],
        [x1, 1134],
      ],
      NAVY,
      { seed: 920 + n, width: 5, taper: 0 },
    );
  }
  return b;
}

const svg = (body: string) =>
  Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">${body}</svg>`);
const shape = (pts: Pts, fill: string, opacity = 1) =>
  `<path d="${pathOf(pts)}" fill="${fill}" fill-opacity="${opacity}"/>`;

/** The balloon as four pictures in register: fill, shadow, highlight, outline. PNG, clear where nothing is. */
export async function balloonParts(): Promise<Record<'fill' | 'shadow' | 'highlight' | 'outline', Buffer>> {
  const png = (body: string) => sharp(svg(body)).withMetadata({ density: 300 }).png().toBuffer();
  const lines = await balloonLines(false);
  const rgba = Buffer.alloc(WIDTH * HEIGHT * 4);
  for (let p = 0; p < WIDTH * HEIGHT; p++) {
    const share = Math.max(0, Math.min(1, (1 - lines.rgb[p * 3]) / (1 - NAVY[0])));
    for (let c = 0; c < 3; c++) rgba[p * 4 + c] = NAVY[c] * 255;
    rgba[p * 4 + 3] = share * 255;
  }
  return {
    fill: await png(
      [MADDER, OCHRE, SEA, BLUSH].map((c, n) => shape(gore(n), cssOf(c))).join('') +
        shape(BAND, cssOf(NAVY)) +
        shape(BASKET, cssOf(OCHRE)),
    ),
    shadow: await png(shape([...seam(0.7), ...[...seam(1)].reverse()], cssOf(NAVY), 0.3)),
    highlight: await png(
      shape([...seam(-0.86).slice(30, 150), ...[...seam(-0.78)].reverse().slice(60, 180)], '#fffdf6', 0.75),
    ),
    outline: await sharp(rgba, { raw: { width: WIDTH, height: HEIGHT, channels: 4 } })
      .withMetadata({ density: 300 })
      .png()
      .toBuffer(),
  };
}
