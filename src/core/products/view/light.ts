import { cross, type Grid, type Mesh, plus, unit, type Vec } from './mesh';
import type { Room } from './rooms';
import { type Caster, lightAt, shadowMap } from './shadow';

/** So many places of the window or lamp, and of the sky, are looked from. */
const KEYS = 8;
const SKIES = 32;
/** How wide the window is, as a share of how far away it is. */
const WINDOW = 0.17;
/** How sharp a gloss mirrors the window, and how bright. */
const SHARP = 90;
const BRIGHT = 1.25;

/** What of each corner is lit, in linear light, r, g, b; and what is mirrored there. */
export type Lit = { light: Float32Array; mirror: Float32Array };

/** Turned by the golden angle from one to the next, places on a disc or a ball lie evenly (Vogel, 1979). */
const GOLDEN = Math.PI * (3 - Math.sqrt(5));

function skyDirections(): Vec[] {
  return Array.from({ length: SKIES }, (_, n): Vec => {
    const y = 1 - (n + 0.5) / SKIES;
    const r = Math.sqrt(1 - y * y);
    return [r * Math.cos(n * GOLDEN), y, r * Math.sin(n * GOLDEN)];
  });
}

function keyDirections(toLight: Vec): Vec[] {
  const d = unit(toLight);
  const right = unit(cross([0, 1, 0], d));
  const up = cross(d, right);
  return Array.from({ length: KEYS }, (_, n): Vec => {
    const r = WINDOW * Math.sqrt((n + 0.5) / KEYS);
    return unit(plus(plus(d, right, r * Math.cos(n * GOLDEN)), up, r * Math.sin(n * GOLDEN)));
  });
}

type Stood = Mesh & { gloss: number; behind: boolean };

/**
 * The light on each corner of some surfaces: a soft window from one side, a sky overhead, and what comes back from the floor; what
 * stands in the way takes its share. Light falls by Lambert's law; a gloss mirrors the window (Blinn, 1977) and more of the sky at
 * a slant (Schlick, 1994).
 */
export function lightOf(meshes: readonly Stood[], room: Room, toLight: Vec, eye: Vec): Lit[] {
  const casters = meshes.filter((m) => !m.behind);
  const { middle, radius } = ballOf(casters.length ? casters : meshes);
  const outlines = casters.map(castersOf);
  const lit = meshes.map(({ at }) => ({
    light: new Float32Array(at.length),
    mirror: new Float32Array(at.length / 3),
  }));
  const lights = [
    ...keyDirections(toLight).map((d) => ({ d, of: room.key.map((v) => v / KEYS), key: true })),
    ...skyDirections().map((d) => ({ d, of: room.sky.map((v) => (v * 2) / SKIES), key: false })),
  ];
  const looked = meshes.map(lookedAt);
  for (const { d, of, key } of lights) {
    const map = shadowMap(d, outlines, middle, radius);
    for (const [m, { at, normal, gloss }] of meshes.entries()) {
      const { light, mirror } = lit[m];
      for (const n of looked[m]) {
        const nx = normal[n];
        const ny = normal[n + 1];
        const nz = normal[n + 2];
        const facing = nx * d[0] + ny * d[1] + nz * d[2];
        if (facing <= 0) continue;
        const seen = lightAt(map, at[n], at[n + 1], at[n + 2]);
        if (seen === 0) continue;
        light[n] += of[0] * seen * facing;
        light[n + 1] += of[1] * seen * facing;
        light[n + 2] += of[2] * seen * facing;
        if (!key || !gloss) continue;
        const half = unit(plus(unit([eye[0] - at[n], eye[1] - at[n + 1], eye[2] - at[n + 2]]), d));
        mirror[n / 3] +=
          gloss * BRIGHT * of[0] * seen * Math.max(0, nx * half[0] + ny * half[1] + nz * half[2]) ** SHARP;
      }
    }
  }
  for (const [m, { at, normal, gloss, behind, grids }] of meshes.entries()) {
    const { light, mirror } = lit[m];
    for (const n of looked[m]) {
      const below = 0.5 - 0.5 * normal[n + 1];
      for (let c = 0; c < 3; c++) light[n + c] += room.floor[c] * below;
      if (!gloss) continue;
      const toEye = unit([eye[0] - at[n], eye[1] - at[n + 1], eye[2] - at[n + 2]]);
      const facing = Math.max(0, normal[n] * toEye[0] + normal[n + 1] * toEye[1] + normal[n + 2] * toEye[2]);
      mirror[n / 3] += gloss * room.sky[0] * (0.02 + 0.7 * (1 - facing) ** 5);
    }
    for (const grid of grids) {
      spread(light, 3, grid);
      if (gloss) spread(mirror, 1, grid);
      if (behind) smooth(light, grid);
    }
  }
  return lit;
}

/** A grid of fewer spaces than this has the light found at each of its corners. */
const SMALL = 8;
/** Every how many corners of a grid the light is found at. */
const everyOf = ({ across, down }: Grid) => ({ i: across < SMALL ? 1 : 2, j: down < SMALL ? 1 : 2 });

/** The corners that the light is found at, as places in lists of threes: every other one each way, and the last. */
function lookedAt({ grids }: Mesh): Uint32Array {
  const list: number[] = [];
  for (const grid of grids) {
    const { first, across, down } = grid;
    const every = everyOf(grid);
    for (let j = 0; j <= down; j++) {
      if (j % every.j && j !== down) continue;
      for (let i = 0; i <= across; i++)
        if (i % every.i === 0 || i === across) list.push((first + j * (across + 1) + i) * 3);
    }
  }
  return Uint32Array.from(list);
}

/** Gives the corners between those that were looked at the mean of the two beside them: along the rows, then down. */
function spread(values: Float32Array, many: number, grid: Grid) {
  const { first, across, down } = grid;
  const every = everyOf(grid);
  const wide = across + 1;
  const between = (k: number, n: number, apart: number) => {
    const at = (first + k) * many + n;
    values[at] = (values[at - apart * many] + values[at + apart * many]) / 2;
  };
  for (let n = 0; n < many; n++) {
    if (every.i === 2)
      for (let j = 0; j <= down; j++)
        if (j % every.j === 0 || j === down) for (let i = 1; i < across; i += 2) between(j * wide + i, n, 1);
    if (every.j === 2)
      for (let j = 1; j < down; j += 2) for (let i = 0; i <= across; i++) between(j * wide + i, n, wide);
  }
}

/** How often the light on what stands behind is evened out from corner to corner. */
const EVENED = 3;

/** Evens the light on a grid of corners out: what so few lights leave in steps becomes soft. */
function smooth(light: Float32Array, { first, across, down }: Grid) {
  const wide = across + 1;
  for (let n = 0; n < EVENED; n++) {
    for (const [step, count, lines, next] of [
      [3, wide, down + 1, wide * 3],
      [wide * 3, down + 1, wide, 3],
    ]) {
      for (let line = 0; line < lines; line++) {
        for (let c = 0; c < 3; c++) {
          let before = light[first * 3 + line * next + c];
          for (let k = 0, at = first * 3 + line * next + c; k < count; k++, at += step) {
            const own = light[at];
            const after = k + 1 < count ? light[at + step] : own;
            light[at] = (before + 2 * own + after) / 4;
            before = own;
          }
        }
      }
    }
  }
}

/** The corners that throw shadows, and their triangles. */
function castersOf({ at, caster }: Mesh): Caster {
  const number = new Int32Array(at.length / 3).fill(-1);
  const kept: number[] = [];
  const faces = caster.map((corner) => {
    if (number[corner] < 0) number[corner] = kept.push(corner) - 1;
    return number[corner];
  });
  const places = new Float32Array(kept.length * 3);
  for (const [n, corner] of kept.entries()) places.set(at.subarray(corner * 3, corner * 3 + 3), n * 3);
  return { at: places, faces };
}

/** A ball round some surfaces. */
function ballOf(meshes: readonly Mesh[]): { middle: Vec; radius: number } {
  const least = [1e9, 1e9, 1e9];
  const most = [-1e9, -1e9, -1e9];
  for (const { at } of meshes) {
    for (let n = 0; n < at.length; n++) {
      const c = n % 3;
      if (at[n] < least[c]) least[c] = at[n];
      if (at[n] > most[c]) most[c] = at[n];
    }
  }
  const middle: Vec = [(least[0] + most[0]) / 2, (least[1] + most[1]) / 2, (least[2] + most[2]) / 2];
  return { middle, radius: Math.hypot(most[0] - middle[0], most[1] - middle[1], most[2] - middle[2]) * 1.02 };
}
