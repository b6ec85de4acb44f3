/**
 * Pieces lifted off drawings on washed, textured and coloured grounds: `tsx bench/lift.ts [each] [seed]`. Each is laid back where it
 * was and set against the picture; the place it left is looked for again: as pieces and specks by the check, and as a border whose
 * jumps are unlike those of the same outline laid elsewhere on the ground.
 */
import {
  liftOff,
  pixelPlan,
  pyramidOf,
  type Raster,
  renderWindow,
  runCheck,
  type Scene,
  seededRandom,
} from '../src/core';
import { type Drawn, type GroundKind, type Hand, makeDrawing } from '../tests/pieces/make-drawing';

const each = Number(process.argv[2] ?? 5);
const seed = Number(process.argv[3] ?? Date.now() % 1e6);
const GROUNDS: GroundKind[] = ['washed', 'textured', 'coloured'];
const PIECES: Hand[] = ['flat', 'outlined', 'graded'];
/** Beyond so many spreads of the jumps elsewhere a border shows. */
const SHOWS = 4;
const ELSEWHERE = 24;

const sceneOf = (picture: Raster, ppi: number): Scene => ({
  ...{ ground: [255, 255, 255], placements: [] },
  motifs: new Map([['picture', { pyramid: pyramidOf(picture), ppi }]]),
  layers: [{ kind: 'placements' }, { kind: 'tile', art: 'picture', size: null, texture: false }],
});
const layout = { kind: 'straight', drop: { p: 1, q: 2 } } as const;

/** Where a drawing has shapes, a pixel about them too. */
function drawnOn({ width, height }: Raster, shapes: Drawn['shapes']): Uint8Array {
  const out = new Uint8Array(width * height);
  for (const { at, alpha } of shapes) {
    const half = (alpha.width - 1) / 2;
    for (let k = 0; k < alpha.width * alpha.height; k++) {
      if (!alpha.data[k * 4 + 3]) continue;
      const x = at.x + (k % alpha.width) - half + width;
      const y = at.y + Math.floor(k / alpha.width) - half + height;
      for (let d = 0; d < 9; d++)
        out[((y + Math.floor(d / 3) - 1) % height) * width + ((x + (d % 3) - 1) % width)] = 1;
    }
  }
  return out;
}

/** How much tones jump over the border of a place, laid anew at so many other places of the ground, in spreads beyond their mean. */
function borderShows(healed: Raster, was: Raster, isArt: Uint8Array, random: () => number): number {
  const { width, height } = healed;
  const tone = ({ data }: Raster, p: number) => data[p * 4] + data[p * 4 + 1] + data[p * 4 + 2];
  const changed = new Uint8Array(width * height);
  for (let p = 0; p < changed.length; p++)
    for (let c = 0; c < 3; c++) if (healed.data[p * 4 + c] !== was.data[p * 4 + c]) changed[p] = 1;
  const border: [number, number][] = [];
  for (let p = 0; p < changed.length; p++) {
    const [x, y] = [p % width, Math.floor(p / width)];
    for (const [dx, dy] of [
      [1, 0],
      [0, 1],
    ]) {
      const q = ((y + dy) % height) * width + ((x + dx) % width);
      if (changed[p] !== changed[q]) border.push([p, q]);
    }
  }
  const jump = (dx: number, dy: number): number | null => {
    let [sum, n] = [0, 0];
    const move = (p: number) =>
      ((Math.floor(p / width) + dy) % height) * width + (((p % width) + dx) % width);
    for (const [p, q] of border) {
      const [a, b] = [move(p), move(q)];
      if ((dx || dy) && (isArt[a] || isArt[b] || changed[a] || changed[b])) continue;
      sum += Math.abs(tone(healed, a) - tone(healed, b));
      n++;
    }
    return n > 0.3 * border.length ? sum / n : null;
  };
  const here = jump(0, 0) ?? 0;
  const there: number[] = [];
  for (let k = 0; k < 900 && there.length < ELSEWHERE; k++) {
    const v = jump(Math.floor(random() * width), Math.floor(random() * height));
    if (v !== null) there.push(v);
  }
  const mean = there.reduce((s, v) => s + v, 0) / there.length;
  const spread = Math.sqrt(there.reduce((s, v) => s + (v - mean) ** 2, 0) / there.length);
  // Rounding alone makes a third of a level.
  return (here - mean) / Math.max(spread, 0.1 * mean, 1);
}

let [lifted, far, told, shown] = [0, 0, 0, 0];
const times: number[] = [];
for (const kind of GROUNDS) {
  for (const hand of PIECES) {
    const { picture, ppi, shapes } = await makeDrawing(kind, hand, seed);
    const random = seededRandom(seed + lifted);
    const mm = (picture.width * 25.4) / ppi;
    const plan = pixelPlan(layout, { width: mm, height: mm }, ppi);
    const scene = sceneOf(picture, ppi);
    const before = runCheck(scene, plan);
    const [{ pieces, specks }] = before.pictures;
    const joined = before.findings.some((f) => f.kind === 'tile-join');
    const isArt = drawnOn(picture, shapes);
    const order = pieces.map((p) => ({ p, by: random() })).sort((p, q) => p.by - q.by);
    for (const { p: piece } of order.slice(0, each)) {
      const begun = performance.now();
      const { art, at, healed } = liftOff(scene, plan, 'picture', piece.id, picture);
      times.push(performance.now() - begun);
      lifted++;
      const back: Scene = {
        ...sceneOf(healed, ppi),
        placements: [{ id: 'p', motif: 'piece', ...at, angle: 0, scale: 1, mirror: false }],
      };
      back.motifs.set('piece', { pyramid: pyramidOf(art), ppi });
      back.layers?.reverse();
      const window = (s: Scene) => renderWindow(s, plan, picture.width, picture.height);
      const [again, alone] = [back, { ...back, ground: null, layers: undefined }].map(window);
      let [off, of] = [0, 0];
      for (let p = 0; p < picture.data.length; p += 4) {
        if (!alone.data[p + 3]) continue;
        of++;
        if ([0, 1, 2].some((c) => Math.abs(again.data[p + c] - picture.data[p + c]) >= 2)) off++;
      }
      if (off > 0.01 * of) far++;
      const after = runCheck(sceneOf(healed, ppi), plan);
      const [now] = after.pictures;
      const breaks = !joined && after.findings.some((f) => f.kind === 'tile-join');
      if (now.doubt || now.pieces.length >= pieces.length || now.specks > specks || breaks) told++;
      if (borderShows(healed, picture, isArt, random) > SHOWS) shown++;
    }
    console.log(
      `${kind}, ${hand}: ${lifted} lifted so far, ${far} not the same laid back, ${told} told by the check, ${shown} by their border.`,
    );
  }
}
times.sort((a, b) => a - b);
console.log(
  `${lifted} lifted; middle ${times[times.length >> 1].toFixed(0)} ms, longest ${times.at(-1)?.toFixed(0)} ms.`,
);
