import { ArgumentError } from '../../units';

/** A place or a direction in the room of a view, mm: to the right, up, toward the viewer. */
export type Vec = readonly [x: number, y: number, z: number];

/** A surface in triangles: places and directions in threes, places on the print in twos. */
export type Mesh = {
  at: Float32Array;
  normal: Float32Array;
  /** Where on the print each corner lies, mm; null where nothing is printed. */
  uv: Float32Array | null;
  /** Three corners a triangle. */
  faces: Uint32Array;
  /** The same surface in fewer triangles, to throw shadows by. */
  caster: Uint32Array;
  /** The grids that its corners lie in: from which corner on, and how many spaces are between them across and down. */
  grids: Grid[];
};
export type Grid = { first: number; across: number; down: number };

export const minus = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const plus = (a: Vec, b: Vec, by = 1): Vec => [a[0] + by * b[0], a[1] + by * b[1], a[2] + by * b[2]];
export const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec, b: Vec): Vec => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const unit = (a: Vec): Vec => {
  const long = Math.hypot(a[0], a[1], a[2]) || 1;
  return [a[0] / long, a[1] / long, a[2] / long];
};

/** Every how many corners a shadow is thrown by. */
const COARSE = 3;

type Patch = {
  /** So many spaces between corners across and down. */
  across: number;
  down: number;
  /** Where a corner lies; `i` runs across, `j` down, seen from the front. */
  at: (i: number, j: number) => Vec;
  uv?: (i: number, j: number) => readonly [number, number];
  /** Its right edge meets its left: they are one round surface. */
  round?: boolean;
};

/** No surface has more corners than this. */
const MOST = 300_000;

/**
 * A surface spanned by a grid of corners, with directions found from the neighbours of each.
 * @throws ArgumentError for more than 300,000 corners.
 */
export function patch({ across, down, at, uv, round = false }: Patch): Mesh {
  const wide = across + 1;
  const count = wide * (down + 1);
  if (!(count <= MOST)) throw new ArgumentError('A part of this thing is finer than can be drawn.');
  const places = new Float32Array(count * 3);
  const prints = uv ? new Float32Array(count * 2) : null;
  for (let j = 0, n = 0; j <= down; j++) {
    for (let i = 0; i <= across; i++, n++) {
      places.set(at(i, j), n * 3);
      if (uv && prints) prints.set(uv(i, j), n * 2);
    }
  }
  const place = (i: number, j: number): Vec => {
    const n = (j * wide + i) * 3;
    return [places[n], places[n + 1], places[n + 2]];
  };
  const normal = new Float32Array(count * 3);
  for (let j = 0, n = 0; j <= down; j++) {
    for (let i = 0; i <= across; i++, n++) {
      const left = i > 0 ? i - 1 : round ? across - 1 : 0;
      const right = i < across ? i + 1 : round ? 1 : across;
      const along = minus(place(right, j), place(left, j));
      const downward = minus(place(i, Math.min(down, j + 1)), place(i, Math.max(0, j - 1)));
      normal.set(unit(cross(downward, along)), n * 3);
    }
  }
  return {
    ...{ at: places, normal, uv: prints },
    faces: facesOf(across, down, 1),
    caster: facesOf(across, down, COARSE),
    grids: [{ first: 0, across, down }],
  };
}

function facesOf(across: number, down: number, step: number): Uint32Array {
  const stops = (n: number) => {
    const list: number[] = [];
    for (let k = 0; k < n; k += step) list.push(k);
    return [...list, n];
  };
  const [is, js] = [stops(across), stops(down)];
  const faces: number[] = [];
  const corner = (i: number, j: number) => j * (across + 1) + i;
  for (let b = 0; b + 1 < js.length; b++) {
    for (let a = 0; a + 1 < is.length; a++) {
      const [i0, i1, j0, j1] = [is[a], is[a + 1], js[b], js[b + 1]];
      faces.push(corner(i0, j0), corner(i1, j0), corner(i0, j1));
      faces.push(corner(i1, j0), corner(i1, j1), corner(i0, j1));
    }
  }
  return Uint32Array.from(faces);
}

/** The same surface turned about the upright axis (degrees, to the right as the viewer sees it) and tipped back (about the axis to the right), then moved. */
export function laid(mesh: Mesh, to: Vec, turn = 0, tip = 0): Mesh {
  const [ct, st] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const [cp, sp] = [Math.cos((tip * Math.PI) / 180), Math.sin((tip * Math.PI) / 180)];
  const move = (from: Float32Array, by: Vec) => {
    const out = new Float32Array(from.length);
    for (let n = 0; n < from.length; n += 3) {
      const [x, y, z] = [from[n], from[n + 1], from[n + 2]];
      const [y1, z1] = [y * cp + z * sp, z * cp - y * sp];
      out[n] = x * ct + z1 * st + by[0];
      out[n + 1] = y1 + by[1];
      out[n + 2] = z1 * ct - x * st + by[2];
    }
    return out;
  };
  return { ...mesh, at: move(mesh.at, to), normal: move(mesh.normal, [0, 0, 0]) };
}

/** The same surface seen from behind; it throws no shadow of its own. */
export const turnedOver = (mesh: Mesh): Mesh => ({
  ...mesh,
  normal: mesh.normal.map((v) => -v),
  faces: mesh.faces.map((_, n) => mesh.faces[n - (n % 3) + 2 - (n % 3)]),
  caster: new Uint32Array(),
});

/** Several surfaces as one. All are printed on, or none. */
export function joined(meshes: readonly Mesh[]): Mesh {
  const flat = (pick: (m: Mesh) => Float32Array) => {
    const out = new Float32Array(meshes.reduce((s, m) => s + pick(m).length, 0));
    let at = 0;
    for (const m of meshes) {
      out.set(pick(m), at);
      at += pick(m).length;
    }
    return out;
  };
  const faces = (pick: (m: Mesh) => Uint32Array) => {
    const out = new Uint32Array(meshes.reduce((s, m) => s + pick(m).length, 0));
    let [at, first] = [0, 0];
    for (const m of meshes) {
      const from = pick(m);
      for (let k = 0; k < from.length; k++) out[at + k] = from[k] + first;
      at += from.length;
      first += m.at.length / 3;
    }
    return out;
  };
  return {
    at: flat((m) => m.at),
    normal: flat((m) => m.normal),
    uv: meshes.every((m) => m.uv) ? flat((m) => m.uv ?? new Float32Array()) : null,
    faces: faces((m) => m.faces),
    caster: faces((m) => m.caster),
    grids: meshes.flatMap((m, n) => {
      const before = meshes.slice(0, n).reduce((s, b) => s + b.at.length / 3, 0);
      return m.grids.map((g) => ({ ...g, first: g.first + before }));
    }),
  };
}
