import { cross, dot, type Mesh, minus, unit, type Vec } from './mesh';

/** How a room is seen: from where, toward where, and how much of it from top to bottom. */
export type Camera = { from: Vec; at: Vec; degrees: number };

/** A picture's size, px. */
type Size = { width: number; height: number };

/** The corners of a surface as they are seen: across and down, px, and one over how far away, 1/mm. */
export type Seen = Float32Array;

export type Projection = { of: (at: Vec) => Vec; seen: (mesh: Mesh) => Seen };

/** What is nearer than this is not drawn, mm. */
const NEAREST = 5;

/** Sees a room in perspective. */
export function projection({ from, at, degrees }: Camera, { width, height }: Size): Projection {
  const forward = unit(minus(at, from));
  const right = unit(cross(forward, [0, 1, 0]));
  const up = cross(right, forward);
  const scale = height / 2 / Math.tan((degrees * Math.PI) / 360);
  const of = (p: Vec): Vec => {
    const v = minus(p, from);
    const far = dot(v, forward);
    const near = far > NEAREST ? 1 / far : -1;
    return [width / 2 + dot(v, right) * scale * near, height / 2 - dot(v, up) * scale * near, near];
  };
  return {
    of,
    seen: (mesh) => {
      const out = new Float32Array(mesh.at.length);
      for (let n = 0; n < out.length; n += 3) out.set(of([mesh.at[n], mesh.at[n + 1], mesh.at[n + 2]]), n);
      return out;
    },
  };
}

/** Visits each triangle that can be seen: its corners by number, and the box of px that it touches. */
export function eachTriangle(
  faces: Uint32Array,
  seen: Seen,
  { width, height }: Size,
  visit: (
    face: number,
    a: number,
    b: number,
    c: number,
    area: number,
    x0: number,
    x1: number,
    y0: number,
    y1: number,
  ) => void,
) {
  for (let k = 0; k < faces.length; k += 3) {
    const [a, b, c] = [faces[k] * 3, faces[k + 1] * 3, faces[k + 2] * 3];
    if (seen[a + 2] <= 0 || seen[b + 2] <= 0 || seen[c + 2] <= 0) continue;
    const [ax, ay, bx, by, cx, cy] = [seen[a], seen[a + 1], seen[b], seen[b + 1], seen[c], seen[c + 1]];
    const area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    // Seen from behind it is not there.
    if (area < 1e-9) continue;
    const x0 = Math.max(0, Math.floor(Math.min(ax, bx, cx)));
    const x1 = Math.min(width - 1, Math.floor(Math.max(ax, bx, cx)));
    const y0 = Math.max(0, Math.floor(Math.min(ay, by, cy)));
    const y1 = Math.min(height - 1, Math.floor(Math.max(ay, by, cy)));
    if (x0 <= x1 && y0 <= y1) visit(k / 3, a, b, c, area, x0, x1, y0, y1);
  }
}
