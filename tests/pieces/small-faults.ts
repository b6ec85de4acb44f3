/** What is small on a flattened cloth: a thin strip of ground between two bars, and specks on bare ground. */
import { type Point, seededRandom } from '../../src/core';
import { type Piece, SHAPES } from '../eye/capsules';
import { addKind, contrast, type EyeCloth, eyeCloth, type Generator } from '../eye/cloths';
import { type Count, isThere, look } from '../eye/judge';
import { flattened, lookFlat, SURFACES } from './flattened';

type Random = () => number;

/** Two bars side by side, so near that the ground between them is a sliver; what is in their way is taken off. */
function plantedSliver(cloth: EyeCloth, random: Random): { pieces: Piece[]; at: Point } {
  const { torus, kinds, ground } = cloth;
  const room = 2 * torus.usualHole(torus.holes());
  const inks = kinds.map((k) => k.ink).sort((p, q) => contrast(ground, q) - contrast(ground, p));
  const mm = room * (1.6 + 0.8 * random());
  const motif = addKind(cloth, SHAPES.bar(random), mm, inks[0], 'bar');
  const [{ r }] = torus.shapes[motif].capsules;
  const at = torus.all()[Math.floor(random() * torus.pieces.length)];
  const angle = 360 * random();
  const t = (angle * Math.PI) / 180;
  const half = r * mm + (room * (0.03 + 0.04 * random())) / 2;
  const bars = [1, -1].map((side) => ({
    ...{ motif, angle, mirror: false, mm },
    x: at.x - side * half * Math.sin(t),
    y: at.y + side * half * Math.cos(t),
  }));
  const on = torus.like(bars);
  const clear = torus.all().filter((p) => on.nearest(p, -1, room).gap >= 0.4 * room);
  return { pieces: [...clear, ...bars], at };
}

/** Bare places for specks, each clear of all by a mm and a half and of the others by three. */
function bareSpots({ torus, cell }: EyeCloth, count: number, random: Random): Point[] {
  const spots: Point[] = [];
  for (let tries = 0; tries < 4000 && spots.length < count; tries++) {
    const at = { x: random() * cell.width, y: random() * cell.height };
    if (torus.roomAt(at.x, at.y) < 1.5 || spots.some((s) => torus.apart(s, at) < 3)) continue;
    spots.push(at);
  }
  return spots;
}

const fresh = (): Count => ({ planted: 0, found: 0, told: 0, right: 0 });

/** Counts slivers on cloths laid and flattened, and specks on flattened ones. */
export async function judgeSmall(generators: readonly Generator[], each: number, seed: number) {
  const [laid, flat, specks] = [fresh(), fresh(), fresh()];
  let n = 0;
  for (const generator of generators) {
    for (let k = 0; k < each; k++, n++) {
      const random = seededRandom(seed * 17 + n);
      const surface = SURFACES[n % SURFACES.length];
      const cloth = eyeCloth(generator, k, seed);
      const all = cloth.torus.all();
      const spots = bareSpots(cloth, 3 + Math.floor(6 * random()), random);
      const clean = lookFlat(cloth, await flattened(cloth, all, surface, seed + n));
      const specked = lookFlat(cloth, await flattened(cloth, all, surface, seed + n, undefined, spots));
      specks.planted += spots.length;
      specks.found += Math.min(spots.length, specked.pictures[0].specks);
      specks.right += Math.min(spots.length, specked.pictures[0].specks);
      specks.told += specked.pictures[0].specks + clean.pictures[0].specks;
      const cleanLaid = look(cloth, all);
      const spoilt = plantedSliver(cloth, random);
      const ways = [
        [laid, cleanLaid, look(cloth, spoilt.pieces)],
        [flat, clean, lookFlat(cloth, await flattened(cloth, spoilt.pieces, surface, seed + n))],
      ] as const;
      for (const [count, before, report] of ways) {
        const told = report.findings.filter((f) => f.kind === 'sliver');
        const right = told.filter((f) => isThere(f, { fault: 'near-touch', at: spoilt.at }, cloth));
        count.planted++;
        count.found += right.length ? 1 : 0;
        count.right += right.length;
        count.told += told.length + before.findings.filter((f) => f.kind === 'sliver').length;
      }
    }
  }
  return { laid, flat, specks };
}
