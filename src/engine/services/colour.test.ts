import { readFileSync } from 'node:fs';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { beforeAll, expect, test } from 'vitest';
import { sourceOf } from '../../../tests/art-source';
import { encodePng, newRaster, projectSchema, type Rgb, rgbOfHex, scenePlacements } from '../../core';
import type { SceneRequest } from '../protocol';
import { services } from '.';

const RED: Rgb = [190, 70, 50];
const BLUE: Rgb = [30, 60, 140];
const GROUND: Rgb = [240, 230, 210];
const asset = 'c'.repeat(64);

const files = new Map<string, Uint8Array<ArrayBuffer>>();
const source = sourceOf(files);

/** A tile half red and half blue, with a thin blue line through the red; one placement inkOf them the other way. */
beforeAll(() => {
  const r = newRaster(80, 40);
  for (let y = 0; y < 40; y++) {
    for (let x = 0; x < 80; x++) r.data.set([...(x < 40 && y !== 20 ? RED : BLUE), 255], (y * 80 + x) * 4);
  }
  files.set(asset, encodePng(r, 100));
});

const art = { asset, ppi: 100, from: [RED, BLUE] };
const placed = { motif: 'm', angle: 0, scale: 1, mirror: false };
const request: SceneRequest = {
  ground: GROUND,
  arts: [
    { ...art, motif: 'm', to: [RED, BLUE] },
    { ...art, motif: 'm~turned', to: [BLUE, RED] },
  ],
  placements: [
    { ...placed, x: 12.7, y: 6.858 },
    { ...placed, art: 'm~turned', x: 12.7, y: 19.05 },
  ],
  layout: { kind: 'straight', drop: { p: 1, q: 2 } },
  cellMm: { width: 25.4, height: 25.4 },
  ppi: 100,
};
const WEARS = [
  [1, 2],
  [2, 1],
];

test('a motif worn in other inks is drawn so, and counts as those inks on the cloth', async () => {
  const { file: png } = await services.send.exportPicture(
    request,
    { format: 'png', sheet: null, from: { x: 0, y: 0 } },
    () => {},
    source,
  );
  const { data } = await sharp(await png.arrayBuffer())
    .raw()
    .toBuffer({ resolveWithObject: true });
  const at = (x: number, y: number) => [...data.subarray((y * 100 + x) * 3, (y * 100 + x) * 3 + 3)];
  expect(at(20, 20)).toEqual(RED);
  expect(at(20, 65)).toEqual(BLUE);
  expect(at(70, 65)).toEqual(RED);

  const { shares, touches } = await services.colour.inksOnCloth(request, WEARS, [], source);
  expect(shares[0]).toBeCloseTo(0.36, 1);
  expect(Math.abs(shares[1] - shares[2])).toBeLessThan(0.02);
  expect(touches.map((t) => `${t.a}${t.b}`).sort()).toEqual(['01', '02', '12']);
});

test('the share of the ground is that of the block which is sent, on shaded scans too, and what the check says', async () => {
  const demo = projectSchema.parse(JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')));
  const some = demo.motifs.filter((m) => /Box kite|Windsock|Cloud curl/.test(m.name));
  const inks = demo.inks.slice(1).map((i) => rgbOfHex(i.hex));
  for (const m of some) files.set(m.asset, new Uint8Array(readFileSync(`public/demo/assets/${m.asset}.png`)));
  const cloth: SceneRequest = {
    ground: rgbOfHex(demo.inks[0].hex),
    arts: some.map((m) => ({ motif: m.id, asset: m.asset, ppi: m.ppi, from: inks, to: inks })),
    placements: scenePlacements({
      ...demo,
      placements: demo.placements.filter((p) => some.some((m) => m.id === p.motif)),
    }).map((p, n) => ({ ...p, blend: n % 3 ? 'normal' : 'multiply' })),
    layout: demo.layout,
    cellMm: { width: demo.brief.widthMm, height: demo.brief.heightMm },
    ppi: 75,
  };
  const inkOf = some.map(() => inks.map((_, k) => k + 1));
  const { shares } = await services.colour.inksOnCloth(cloth, inkOf, [], source);
  const { file: png } = await services.send.exportPicture(
    { ...cloth, ground: null },
    { format: 'png', sheet: null, from: { x: 0, y: 0 } },
    () => {},
    source,
  );
  const alpha = await sharp(await png.arrayBuffer())
    .extractChannel(3)
    .raw()
    .toBuffer();
  const ground = 1 - alpha.reduce((s, v) => s + v, 0) / alpha.length / 255;
  expect(Math.abs(shares[0] - ground)).toBeLessThan(0.005);
  expect(Math.abs((await services.check.check(cloth, {}, source)).cover - (1 - ground))).toBeLessThan(0.005);
  expect(shares.reduce((s, v) => s + v, 0)).toBeCloseTo(1, 6);
});

test('flat screens come as one black-and-white picture an ink, in register, and tell what is too thin', async () => {
  const steps: number[] = [];
  const { zip, report } = await services.colour.screens(
    request,
    WEARS,
    [],
    // Two inks of one colour are still two screens.
    [GROUND, RED, RED],
    ['Ground', 'Red', 'Blue'],
    { count: 2, trapMm: 0, lineMm: 1 },
    (s) => steps.push(s),
    source,
  );
  const files = unzipSync(zip);
  expect(Object.keys(files).sort()).toEqual(['1-red.png', '2-blue.png', 'screens.csv']);
  const [red, blue] = await Promise.all(
    ['1-red.png', '2-blue.png'].map((n) => sharp(files[n]).greyscale().raw().toBuffer()),
  );
  expect(files['1-red.png'][24]).toBe(1);
  let both = 0;
  let inked = 0;
  for (let p = 0; p < red.length; p++) {
    if (red[p] === 0 && blue[p] === 0) both++;
    if (red[p] === 0 || blue[p] === 0) inked++;
  }
  expect(both).toBe(0);
  expect(inked).toBe(2 * 80 * 40);
  expect(report.map((r) => r.places)).toEqual([1, 1]);
  expect(report[0].areaMm2).toBeCloseTo(3200 * 0.254 ** 2, 0);
  expect(steps.at(-1)).toBe(1);
  // With marks: room of 12 mm round the same plates, and in it the same in all of them.
  const ask = { count: 2, trapMm: 0, lineMm: 1, marks: true };
  const names = ['Ground', 'Red', 'Blue'];
  const withMarks = await services.colour.screens(
    ...([request, WEARS] as const),
    [],
    [GROUND, RED, RED],
    names,
    ask,
    () => {},
    source,
  );
  const marked = unzipSync(withMarks.zip);
  const room = Math.round(12 / 0.254);
  const [one, other] = await Promise.all(
    ['1-red.png', '2-blue.png'].map((n) =>
      sharp(marked[n]).greyscale().raw().toBuffer({ resolveWithObject: true }),
    ),
  );
  expect([one.info.width, one.info.height]).toEqual([100 + 2 * room, 100 + 2 * room]);
  let marks = 0;
  for (let p = 0; p < one.data.length; p++) {
    const [x, y] = [(p % one.info.width) - room, Math.floor(p / one.info.width) - room];
    if (x >= 0 && y >= 0 && x < 100 && y < 100) expect(one.data[p]).toBe(red[y * 100 + x]);
    else {
      expect(one.data[p]).toBe(other.data[p]);
      if (one.data[p] === 0) marks++;
    }
  }
  expect(marks).toBeGreaterThan(100);
});

test('an ink is parted in the two colours of its own part of the art; an even one cannot be', async () => {
  // Red and blue counted as one ink are found again.
  const two = await services.colour.splitColours(request.arts, [RED, BLUE], [0, 1], source);
  expect(two).toContainEqual(RED);
  expect(two).toContainEqual(BLUE);
  expect(await services.colour.splitColours(request.arts, [RED, BLUE], [1], source)).toBeNull();
});
