import { expect, test } from 'vitest';
import { each } from '../../../../tests/each';
import { seededRandom } from '../../lay';
import { crop, newRaster, type Raster } from '../../raster';
import { turnOver } from '../../returns';
import { wholePicture } from '../page';
import { arrangementOf, joinQuarters, paperOnBed, quarterOf, quartersOnScan } from '.';
import { hideCut } from './hide-cut';

const PPI = 200;
/** Paper with rings and discs on it that go on over its edges. */
function sheet(seed: number, width = 480, height = 400): Raster {
  const random = seededRandom(seed);
  const out = newRaster(width, height);
  for (let p = 0; p < width * height; p++) {
    const grain = ((p * 7 + (p >> 5)) % 5) - 2;
    out.data.set([238 + grain, 232 + grain, 220 + grain, 255], p * 4);
  }
  for (let n = 0; n < 20; n++) {
    const [cx, cy, r] = [random() * width, random() * height, (width / 480) * (20 + 26 * random())].map(
      Math.round,
    );
    const inner = n % 2 ? 0.6 * r : 0;
    const rgb = [20 + 160 * random(), 20 + 160 * random(), 20 + 160 * random()];
    for (let y = -r; y <= r; y++)
      for (let x = -r; x <= r; x++) {
        const far = Math.hypot(x, y);
        if (far > r || far < inner) continue;
        const [u, v] = [(cx + x + width) % width, (cy + y + height) % height];
        for (let c = 0; c < 3; c++) out.data[(v * width + u) * 4 + c] = rgb[c];
      }
  }
  return out;
}

/** The four quarters of a sheet, by rows, each on a dark bed. */
function cut(whole: Raster, room = 24): Raster[] {
  const [w, h] = [whole.width / 2, whole.height / 2];
  return [0, 1, 2, 3].map((n) => onBed(crop(whole, (n % 2) * w, (n >> 1) * h, w, h), room));
}
function onBed(piece: Raster, room: number): Raster {
  const out = newRaster(piece.width + 2 * room, piece.height + 2 * room);
  for (let p = 0; p < out.width * out.height; p++) out.data.set([30, 31, 33, 255], p * 4);
  for (let y = 0; y < piece.height; y++)
    out.data.set(
      piece.data.subarray(y * piece.width * 4, (y + 1) * piece.width * 4),
      ((y + room) * out.width + room) * 4,
    );
  return out;
}
const read = (scans: Raster[]) => scans.map((scan) => quarterOf(scan, paperOnBed(scan)));
const turned = { mirrored: false, turned: true };

test('an order that another agrees with as well is offered, and not told as sure', () => {
  const sheetOf = (discs: [number, number][]) => {
    const out = sheet(3);
    const paper = out.data.slice(0, 4);
    for (let p = 0; p < out.width * out.height; p++) out.data.set(paper, p * 4);
    for (const [cx, cy] of discs)
      for (let y = -30; y <= 30; y++)
        for (let x = -30; x <= 30; x++)
          if (Math.hypot(x, y) <= 30) {
            const [u, v] = [(cx + x + 480) % 480, (cy + y + 400) % 400];
            out.data.set([30, 60, 120, 255], (v * 480 + u) * 4);
          }
    return out;
  };
  // One disc, over the outer side of the upper two alone: which of them came upside down nothing tells.
  const [a, b, c, d] = cut(sheetOf([[0, 70]])) as [Raster, Raster, Raster, Raster];
  const found = arrangementOf(read([a, turnOver(b, turned), c, d]), PPI);
  expect([found.better, found.sure]).toEqual([true, false]);
  expect(found.turns.filter((t) => t === 2)).toHaveLength(1);
  expect(arrangementOf(read([a, b, c, d]), PPI)).toMatchObject({
    turns: [0, 0, 0, 0],
    better: false,
    sure: true,
  });
});

test('paper is found on a bed to a part of a pixel, and a picture with none is taken whole', () => {
  const [first] = cut(sheet(3));
  if (!first) throw new Error('There is no quarter.');
  const found = paperOnBed(first);
  for (const [n, want] of [
    [24, 24],
    [264, 24],
    [264, 224],
    [24, 224],
  ].entries()) {
    expect(Math.abs((found[n]?.x ?? 0) - (want[0] ?? 0))).toBeLessThan(1);
    expect(Math.abs((found[n]?.y ?? 0) - (want[1] ?? 0))).toBeLessThan(1);
  }
  const bare = newRaster(200, 150);
  bare.data.fill(240);
  expect(paperOnBed(bare)).toEqual(wholePicture(bare));
});

test.each([1, 2, 3])(
  'sheet %i: quarters in any order, some upside down, are found to lie as they did; slid by half or all turned, it is the same cloth',
  (seed) => {
    const quarters = cut(sheet(seed, 800, 640));
    const random = seededRandom(seed);
    const order = [0, 1, 2, 3]
      .map((n) => ({ n, by: random() }))
      .sort((a, b) => a.by - b.by)
      .map(({ n }) => n);
    const over = order.map(() => (random() < 0.4 ? 2 : 0));
    const came = order.map((n, k) => {
      const scan = quarters[n] as Raster;
      return over[k] ? turnOver(scan, turned) : scan;
    });
    const { place, turns } = arrangementOf(read(came), PPI);
    const lies = place.map((n, at) => ({ quarter: order[n], turn: ((over[n] ?? 0) + (turns[at] ?? 0)) % 4 }));
    const turn = lies[0]?.turn;
    expect(lies.map((l) => l.turn)).toEqual([turn, turn, turn, turn]);
    const seen = turn ? lies.reverse() : lies;
    const slid = seen[0]?.quarter ?? 0;
    expect(seen.map((l) => l.quarter)).toEqual([0, 1, 2, 3].map((n) => n ^ slid));
  },
);

test('a sheet comes out at its size, its paper one white, and as it was away from the cuts', () => {
  const whole = sheet(11);
  const dim = cut(whole).map((scan, n) => {
    for (let i = 0; i < scan.data.length; i++)
      if (i % 4 < 3) scan.data[i] = (scan.data[i] ?? 0) * [1, 0.93, 0.97, 0.9][n];
    return scan;
  });
  const { raster, ppi } = joinQuarters(read(dim), PPI);
  expect(Math.max(Math.abs(raster.width - 480), Math.abs(raster.height - 400))).toBeLessThan(3);
  expect(ppi).toBe(PPI);
  const paperOf = (x0: number, y0: number) => {
    const seen: number[] = [];
    for (let y = y0; y < y0 + 150; y++)
      for (let x = x0; x < x0 + 190; x++) seen.push(raster.data[(y * 480 + x) * 4] ?? 0);
    const paper = seen.filter((v) => v > 200);
    return paper.reduce((sum, v) => sum + v, 0) / paper.length;
  };
  const light = [paperOf(20, 20), paperOf(265, 20), paperOf(20, 225), paperOf(265, 225)];
  expect(Math.max(...light) - Math.min(...light)).toBeLessThan(2);
});

test('a cut through slanted lines is filled along them, and nothing else is touched', () => {
  const draw = () => {
    const out = newRaster(200, 160);
    for (let y = 0; y < 160; y++)
      for (let x = 0; x < 200; x++) {
        const on = (x + Math.round(0.8 * y)) % 40 < 5 && y < 120;
        out.data.set(on ? [40, 40, 90, 255] : [240, 240, 236, 255], (y * 200 + x) * 4);
      }
    return out;
  };
  const [truth, made] = [draw(), draw()];
  for (let y = 0; y < 160; y++)
    for (let x = 98; x <= 101; x++) made.data.set([9, 9, 9, 255], (y * 200 + x) * 4);
  hideCut(made, true, 100, 2);
  let [inside, outside] = [0, 0];
  for (let y = 0; y < 160; y++)
    for (let x = 0; x < 200; x++) {
      const off = Math.abs((made.data[(y * 200 + x) * 4] ?? 0) - (truth.data[(y * 200 + x) * 4] ?? 0));
      if (x < 97 || x > 102) outside += off;
      else inside += off;
    }
  expect(outside).toBe(0);
  expect(inside / (160 * 4)).toBeLessThan(12);
});

test('one scan of four quarters that do not quite touch: each is found by its own sides', () => {
  const whole = sheet(5, 600, 500);
  const scan = newRaster(720, 620);
  for (let p = 0; p < 720 * 620; p++) scan.data.set([60, 62, 64, 255], p * 4);
  for (const [n, quarter] of [3, 2, 1, 0].entries()) {
    const piece = crop(whole, (quarter % 2) * 300, (quarter >> 1) * 250, 300, 250);
    const [left, top] = [58 + (n % 2) * 303, 57 + (n >> 1) * 254];
    for (let y = 0; y < 250; y++)
      scan.data.set(piece.data.subarray(y * 1200, (y + 1) * 1200), ((top + y) * 720 + left) * 4);
  }
  const { corners, seen } = quartersOnScan(scan);
  expect(seen).toBe(true);
  for (const [n, quarter] of each(corners.entries())) {
    const [left, top] = [58 + (n % 2) * 303, 57 + (n >> 1) * 254];
    const want = [
      [left, top],
      [left + 300, top],
      [left + 300, top + 250],
      [left, top + 250],
    ];
    for (const [k, p] of quarter.entries())
      expect(Math.hypot(p.x - (want[k]?.[0] ?? 0), p.y - (want[k]?.[1] ?? 0))).toBeLessThan(3);
  }
});

test('another number of quarters is refused', () => {
  const three = read(cut(sheet(2))).slice(0, 3);
  expect(() => arrangementOf(three, PPI)).toThrow('four quarters');
  expect(() => joinQuarters(three, PPI)).toThrow('four quarters');
});
