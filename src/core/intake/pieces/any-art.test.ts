import { describe, expect, test } from 'vitest';
import { eyeCloth, sceneOf } from '../../../../tests/eye/cloths';
import { judge } from '../../../../tests/grounds/judge';
import { GROUNDS, paintedPage } from '../../../../tests/grounds/make-page';
import { pixelPlan } from '../../lattice';
import { newRaster, type Raster } from '../../raster';
import { renderBlock } from '../../render';
import {
  comesBackStraight,
  cutByPage,
  cutOffText,
  cutTo,
  DEFAULT_INTAKE,
  firstLook,
  leavingText,
  splitPieces,
  wholeDrawing,
} from '..';

const sheet = (width: number, height: number, at: (x: number, y: number) => number[]): Raster => {
  const out = newRaster(width, height);
  for (let p = 0; p < width * height; p++)
    out.data.set([...at(p % width, Math.floor(p / width)), 255], p * 4);
  return out;
};
const WHITE = [255, 255, 255];
const NAVY = [31, 43, 74];

describe('art on a coloured ground', () => {
  test.each([
    // All manners on all grounds: npm run bench -- grounds.
    ['rings', 'navy', true],
    ['dark', 'terracotta', false],
  ] as const)('%s on %s: pieces come off whole, their colours their own', async (manner, ground, washed) => {
    const page = await paintedPage(manner, GROUNDS[ground], washed, 4242);
    const look = firstLook(page.page, page.ppi);
    expect(look).toMatchObject({ kind: 'motifs', settings: { ground: 'colour' } });
    const told = judge(page, splitPieces(page.page, page.ppi, { ...DEFAULT_INTAKE, ...look.settings }));
    expect(told.whole).toBe(told.pieces);
    expect(Math.max(...told.colour)).toBeLessThan(3);
  });
});

describe('the first look at a picture', () => {
  test('a finished tile, a wash, a drawing that leaves its sheet, line art and motifs are told apart', () => {
    const cloth = eyeCloth('jittered', 3, 7, [14]);
    const plan = pixelPlan({ ...cloth.layout, kind: 'straight' }, cloth.cell, 60);
    const tile = renderBlock(sceneOf({ ...cloth, layout: plan.layout }, cloth.torus.all()), plan);
    expect(firstLook(tile, 60).kind).toBe('tile');
    const wash = sheet(300, 240, (x, y) => [
      180 + 20 * Math.sin(x / 40 + y / 70),
      170 + 18 * Math.sin(y / 50),
      150,
    ]);
    expect(firstLook(wash, 100).kind).toBe('ground');
    const leaves = sheet(400, 300, (x, y) =>
      (x < 60 && y > 40 && y < 90) ||
      (y > 260 && x > 200 && x < 260) ||
      (x > 150 && x < 240 && y > 100 && y < 200)
        ? NAVY
        : WHITE,
    );
    expect(firstLook(leaves, 100)).toMatchObject({
      kind: 'drawing',
      why: '2 pieces leave the sheet at its edges.',
    });
    const lines = sheet(600, 400, (x, y) => {
      const d = [Math.hypot(x - 160, y - 200) - 90, Math.hypot(x - 430, y - 200) - 110].map(Math.abs);
      return Math.min(...d) < 3 ? [30, 30, 34] : WHITE;
    });
    expect(firstLook(lines, 150).kind).toBe('lines');
    const motifs = sheet(600, 400, (x, y) =>
      Math.hypot(x - 160, y - 200) < 80 || Math.hypot(x - 430, y - 200) < 60 ? [190, 60, 40] : WHITE,
    );
    expect(firstLook(motifs, 150)).toMatchObject({ kind: 'motifs', settings: { ground: 'paper' } });
  });
});

describe('a whole drawing', () => {
  test('keeps its place; what leaves the sheet is told by edge and length', () => {
    const page = sheet(400, 300, (x, y) =>
      (x < 60 && y >= 50 && y < 100) || (x > 150 && x < 240 && y > 100 && y < 200) ? NAVY : WHITE,
    );
    const drawing = wholeDrawing(page, 100, DEFAULT_INTAKE, false);
    expect([drawing.x, drawing.y]).toEqual([0, 50]);
    expect([drawing.art.width, drawing.art.height]).toEqual([240, 150]);
    expect(leavingText(drawing.leaving).map((l) => l.text)).toEqual([
      'One piece leaves the sheet on the left, 13\u00a0mm of the edge.',
    ]);
    // A bar that goes on over the join is meant.
    const over = sheet(400, 300, (_x, y) => (y >= 50 && y < 100 ? NAVY : WHITE));
    expect(leavingText(wholeDrawing(over, 100, DEFAULT_INTAKE, false).leaving)).toEqual([
      { text: 'What leaves the sheet on the left comes back on the right: 1 piece.', meant: true },
    ]);
    const ways = [page, over, sheet(400, 300, (x, y) => (Math.hypot(x - 200, y - 150) < 40 ? NAVY : WHITE))];
    expect(ways.map((p) => comesBackStraight(wholeDrawing(p, 100, DEFAULT_INTAKE, false).leaving))).toEqual([
      false,
      true,
      false,
    ]);
    const kept = wholeDrawing(page, 100, DEFAULT_INTAKE, true);
    expect([kept.art.width, kept.art.height, kept.art.data[3]]).toEqual([400, 300, 255]);
  });

  test('a blank sheet and one inked all over are refused in words', () => {
    expect(() =>
      wholeDrawing(
        sheet(200, 200, () => WHITE),
        100,
        DEFAULT_INTAKE,
        false,
      ),
    ).toThrow(/nothing on this sheet/);
    const inked = sheet(200, 200, (x) => (x < 1 ? WHITE : NAVY));
    expect(() => wholeDrawing(inked, 100, { ...DEFAULT_INTAKE, evenLight: false }, false)).toThrow();
  });
});

describe('soft shadows', () => {
  /** A madder disc on white that throws a soft shadow to the lower right. */
  const shadowed = sheet(420, 420, (x, y) => {
    if (Math.hypot(x - 180, y - 180) < 90) return [187, 70, 49];
    const d = Math.hypot(x - 205, y - 205) - 90;
    const dark = 0.5 * Math.min(1, Math.max(0, (26 - d) / 52));
    return WHITE.map((v) => v * (1 - dark));
  });
  const inside = (art: Raster, from: { x: number; y: number }, want: (x: number, y: number) => boolean) => {
    let [both, either] = [0, 0];
    for (let y = 0; y < 420; y++) {
      for (let x = 0; x < 420; x++) {
        const [px, py] = [x - from.x, y - from.y];
        const on =
          px >= 0 &&
          py >= 0 &&
          px < art.width &&
          py < art.height &&
          art.data[(py * art.width + px) * 4 + 3] > 127;
        if (on && want(x, y)) both++;
        if (on || want(x, y)) either++;
      }
    }
    return both / either;
  };

  test('are taken with the paper, or kept as black that lets the cloth through; never left as a rim', () => {
    const disc = (x: number, y: number) => Math.hypot(x - 180, y - 180) < 90;
    const [taken] = splitPieces(shadowed, 300, { ...DEFAULT_INTAKE, evenLight: false });
    expect(inside(taken.art, taken, disc)).toBeGreaterThan(0.97);
    const [kept] = splitPieces(shadowed, 300, { ...DEFAULT_INTAKE, evenLight: false, shadows: 'keep' });
    const at = (x: number, y: number) => [
      ...kept.art.data.subarray(((y - kept.y) * kept.art.width + x - kept.x) * 4).subarray(0, 4),
    ];
    expect(at(180, 180)).toEqual([187, 70, 49, 255]);
    const [r, g, b, a] = at(262, 262);
    expect([r, g, b]).toEqual([0, 0, 0]);
    expect(a).toBeGreaterThan(70);
    expect(a).toBeLessThan(130);
  });

  test('one that is kept darkens any cloth as the shadow on the page darkened it, up to the edge of the art', () => {
    const settings = { ...DEFAULT_INTAKE, evenLight: false, shadows: 'keep' as const };
    const [{ art, x: x0, y: y0 }] = splitPieces(shadowed, 300, settings);
    let [apart, most] = [0, 0];
    for (let y = 0; y < art.height; y++)
      for (let x = 0; x < art.width; x++) {
        const i = (y * art.width + x) * 4;
        const p = ((y + y0) * 420 + x + x0) * 4;
        for (let c = 0; c < 3; c++) {
          const laid = 255 + ((art.data[i + c] - 255) * art.data[i + 3]) / 255;
          const off = Math.abs(laid - shadowed.data[p + c]);
          apart += off / (art.width * art.height * 3);
          most = Math.max(most, off);
        }
      }
    expect(apart).toBeLessThan(1);
    expect(most).toBeLessThan(40);
  });

  test('a light that fades within grey art is no shadow, though it is as soft', () => {
    const pebble = sheet(400, 400, (x, y) => {
      if (Math.hypot(x - 200, y - 200) > 120) return WHITE;
      const light = Math.max(0, 1 - Math.hypot(x - 130, y - 150) / 70);
      return [70, 66, 84].map((v) => v + (250 - v) * light);
    });
    const [{ art }] = splitPieces(pebble, 300, { ...DEFAULT_INTAKE, evenLight: false });
    const solid = art.data.reduce((n, v, i) => n + (i % 4 === 3 && v === 255 ? 1 : 0), 0);
    expect(solid).toBeGreaterThan(0.97 * Math.PI * 120 ** 2);
  });

  test('a grey shape with a hard edge is art', () => {
    const grey = sheet(300, 300, (x, y) =>
      Math.hypot(x - 100, y - 150) < 60
        ? [120, 120, 122]
        : Math.hypot(x - 230, y - 150) < 50
          ? [187, 70, 49]
          : WHITE,
    );
    expect(splitPieces(grey, 300, { ...DEFAULT_INTAKE, evenLight: false })).toHaveLength(2);
  });
});

test('a piece that the edge of its page cuts off is told, by which edge and how much of it', () => {
  const page = sheet(300, 200, (x, y) =>
    Math.hypot(x - 40, y - 100) < 60 || Math.hypot(x - 200, y - 100) < 40 ? NAVY : WHITE,
  );
  const cut = splitPieces(page, 100, { ...DEFAULT_INTAKE, evenLight: false }).map((p) =>
    cutByPage(p, page, 100),
  );
  expect(cut.map((c) => c.map((l) => l.side))).toEqual([['left'], []]);
  // A chord 40 px from the middle of a circle of 60.
  expect(Math.abs(cut[0][0].longMm - (2 * Math.sqrt(60 ** 2 - 40 ** 2) * 25.4) / 100)).toBeLessThan(0.6);
  expect(cutOffText(cut[0])).toBe("Cut off by the page's edge on the left, 23\u00a0mm of it.");
  expect(cutOffText(cut[1])).toBe('');
});

test('what lies inside a line stays, its edge by how much of each pixel is inside', () => {
  const art = sheet(20, 20, () => NAVY);
  const cut = cutTo(art, [
    { x: 4, y: 4 },
    { x: 12.5, y: 4 },
    { x: 12.5, y: 10 },
    { x: 4, y: 10 },
  ]);
  const alpha = (x: number, y: number) => cut.data[(y * 20 + x) * 4 + 3];
  expect([alpha(3, 5), alpha(4, 4), alpha(11, 9), alpha(12, 5), alpha(13, 5), alpha(5, 10)]).toEqual([
    0, 255, 255, 128, 0, 0,
  ]);
  expect(art.data[3]).toBe(255);
});
