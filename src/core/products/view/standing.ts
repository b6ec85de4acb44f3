import type { Size } from '../../lattice';
import { ArgumentError } from '../../units';
import { lengthsOf } from './lengths';
import { type Lit, lightOf } from './light';
import { laid, type Mesh, type Vec } from './mesh';
import { type RoomName, roomOf } from './rooms';
import { meshOf } from './solids';
import type { Camera } from './triangles';
import type { Material, View } from './view';

/** A part of a view where it stands, and the light on it. */
export type Surface = Mesh & Lit & { is: Material; gloss: number; behind: boolean };

/** A thing in a size as it stands in the light of a room, from wherever it is looked at. */
export type Standing = { view: View; size: Size; room: RoomName; surfaces: Surface[] };

/** No thing has more corners than this. */
const MOST = 1.2e6;

/**
 * Sets the parts of a view up in a room, and finds the light on them.
 * @throws ArgumentError for parts that are finer than can be drawn.
 */
export function standing(view: View, size: Size, room: RoomName): Standing {
  const mm = lengthsOf(size);
  const parts = view.parts.map(({ shape, is, at, turn, tip, gloss, behind, from, quarters }) => {
    const mesh = laid(meshOf(shape, mm), [mm(at[0]), mm(at[1]), mm(at[2])], turn, tip);
    const uv = is === 'print' && mesh.uv ? lies(mesh.uv, from.map(mm), quarters) : null;
    return { ...mesh, uv, is, gloss, behind };
  });
  if (parts.reduce((s, { at }) => s + at.length / 3, 0) > MOST)
    throw new ArgumentError('This thing is finer than can be drawn.');
  const eye = view.camera.from.map(mm);
  const lit = lightOf(parts, roomOf[room], view.light, [eye[0], eye[1], eye[2]]);
  return { view, size, room, surfaces: parts.map((part, n) => ({ ...part, ...lit[n] })) };
}

/** Places on a print that is turned by quarters about its corner, and moved, mm. */
function lies(uv: Float32Array, [x, y]: number[], quarters: number): Float32Array {
  const [c, s] = [
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ][quarters];
  const out = new Float32Array(uv.length);
  for (let n = 0; n < uv.length; n += 2) {
    out[n] = c * uv[n] - s * uv[n + 1] + x;
    out[n + 1] = s * uv[n] + c * uv[n + 1] + y;
  }
  return out;
}

/** Views are composed for a picture of this shape, width to height: in a narrower one more is seen above and below. */
const COMPOSED = 9 / 7;

/** Where a view of a thing is seen from, mm, in a picture of a shape. */
export function viewedFrom({ camera }: View, size: Size, picture: Size): Camera {
  const mm = lengthsOf(size);
  const place = (v: View['camera']['from']): Vec => [mm(v[0]), mm(v[1]), mm(v[2])];
  const wider = Math.max(1, (COMPOSED * picture.height) / picture.width);
  const half = Math.atan(wider * Math.tan((camera.degrees * Math.PI) / 360));
  return { from: place(camera.from), at: place(camera.at), degrees: (half * 360) / Math.PI };
}
