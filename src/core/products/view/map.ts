import type { Rgb } from '../../colour';
import type { Size } from '../../lattice';
import { linearOf, roomOf } from './rooms';
import { type Standing, type Surface, viewedFrom } from './standing';
import { eachTriangle, projection, type Seen } from './triangles';
import type { Material } from './view';
import { emptyMap, expose, keepBack, keepPrint, TOLD, type ViewMap } from './view-map';

/** Places in a px, no two of them in one row or column of so many: 32, or four for a quick look. */
const places = (count: 4 | 32) => ({
  count,
  x: Float64Array.from({ length: count }, (_, n) => (n + 0.5) / count),
  // The bits of the number turned round (van der Corput, 1935).
  y: Float64Array.from({ length: count }, (_, n) => {
    const turned = ((n & 1) << 4) | ((n & 2) << 2) | (n & 4) | ((n & 8) >> 2) | ((n & 16) >> 4);
    return ((turned >> (count === 4 ? 3 : 0)) + 0.5) / count;
  }),
});
const SAMPLES = { fine: places(32), quick: places(4) };

/** Surfaces differ in a px where one over the distance bends by more than this share of itself. */
const BEND = 1e-4;

/**
 * Draws a thing as it stands in a room into a map. @param accent the colour of ribbons and the like. @param quick its outlines may be
 * rougher. @throws ArgumentError for a picture of no size or over 16 megapixels.
 */
export function mapOf(
  { view, size, room, surfaces }: Standing,
  picture: Size,
  accent: Rgb,
  quick = false,
): ViewMap {
  const map = emptyMap(picture);
  const { width, height } = picture;
  const { colours } = roomOf[room];
  const colourOf = (is: Material): readonly number[] =>
    is === 'print' ? [1, 1, 1] : is === 'accent' ? linearOf(accent) : colours[is];
  const meshes = surfaces.map((s) => ({ ...s, colour: colourOf(s.is) }));
  const { seen: see } = projection(viewedFrom(view, size, picture), picture);
  const seen = meshes.map(see);
  const look = looker(meshes, seen);

  const near = new Float32Array(width * height);
  const which = new Uint8Array(width * height);
  const faceOf = new Int32Array(width * height);
  for (const [m, mesh] of meshes.entries()) {
    const p = seen[m];
    eachTriangle(mesh.faces, p, picture, (face, a, b, c, area, x0, x1, y0, y1) => {
      const ax = p[a];
      const ay = p[a + 1];
      const ux = p[b] - ax;
      const uy = p[b + 1] - ay;
      const vx = p[c] - ax;
      const vy = p[c + 1] - ay;
      const na = p[a + 2];
      const nb = p[b + 2] - na;
      const nc = p[c + 2] - na;
      for (let y = y0; y <= y1; y++) {
        for (let x = x0; x <= x1; x++) {
          const px = x + 0.5 - ax;
          const py = y + 0.5 - ay;
          const wb = (px * vy - py * vx) / area;
          const wc = (ux * py - uy * px) / area;
          if (wb < 0 || wc < 0 || wb + wc > 1) continue;
          const depth = na + wb * nb + wc * nc;
          const at = y * width + x;
          if (depth <= near[at]) continue;
          near[at] = depth;
          which[at] = m + 1;
          faceOf[at] = face;
        }
      }
    });
  }

  const edges = edgesOf(near, which, width, height);
  const found = new Float64Array(TOLD);
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at++) {
      if (edges[at] >= 0 || !which[at]) continue;
      const m = which[at] - 1;
      look(m, faceOf[at], x + 0.5, y + 0.5, found);
      if (meshes[m].is === 'print') keepPrint(map, at, found, 1);
      else keepBack(map, at, found, 1);
    }
  }
  drawEdges(map, edges, meshes, seen, look, SAMPLES[quick ? 'quick' : 'fine']);
  expose(map);
  return map;
}

/** The px where surfaces meet, numbered from 0; the others are -1. */
function edgesOf(near: Float32Array, which: Uint8Array, width: number, height: number): Int32Array {
  const edge = new Uint8Array(near.length);
  const rows = [1, width, width + 1, width - 1];
  for (let y = 1; y + 1 < height; y++) {
    for (let x = 1, at = y * width + 1; x + 1 < width; x++, at++) {
      const own = which[at];
      for (const step of rows) {
        const a = at - step;
        const b = at + step;
        if (
          which[a] !== own ||
          which[b] !== own ||
          Math.abs(near[a] + near[b] - 2 * near[at]) > BEND * near[at]
        ) {
          edge[at] = 1;
          break;
        }
      }
    }
  }
  const number = new Int32Array(near.length).fill(-1);
  let count = 0;
  for (let at = 0; at < number.length; at++) if (edge[at]) number[at] = count++;
  return number;
}

/** Tells of a place in a px (TOLD). */
type Look = (mesh: number, face: number, x: number, y: number, out: Float64Array) => void;

type Drawn = Surface & { colour: readonly number[] };

function looker(meshes: readonly Drawn[], seen: readonly Seen[]): Look {
  return (m, face, x, y, out) => {
    const { faces, uv, colour, light, mirror } = meshes[m];
    const p = seen[m];
    const a = faces[face * 3];
    const b = faces[face * 3 + 1];
    const c = faces[face * 3 + 2];
    const ax = p[a * 3];
    const ay = p[a * 3 + 1];
    const an = p[a * 3 + 2];
    const bx = p[b * 3] - ax;
    const by = p[b * 3 + 1] - ay;
    const cx = p[c * 3] - ax;
    const cy = p[c * 3 + 1] - ay;
    const area = bx * cy - by * cx;
    // The corners' weights, each by how near it is: places on a plane in perspective (Heckbert and Moreton, 1991).
    const bn = p[b * 3 + 2] / area;
    const cn = p[c * 3 + 2] / area;
    const pb = (x - ax) * cy - (y - ay) * cx;
    const pc = bx * (y - ay) - by * (x - ax);
    const sum = (1 - (pb + pc) / area) * an + pb * bn + pc * cn;
    const wb = (pb * bn) / sum;
    const wc = (pc * cn) / sum;
    for (let k = 0; k < 3; k++) {
      const own = light[a * 3 + k];
      out[2 + k] = (own + wb * (light[b * 3 + k] - own) + wc * (light[c * 3 + k] - own)) * colour[k];
    }
    out[5] = mirror[a] + wb * (mirror[b] - mirror[a]) + wc * (mirror[c] - mirror[a]);
    if (!uv) return;
    const ub = uv[b * 2] - uv[a * 2];
    const vb = uv[b * 2 + 1] - uv[a * 2 + 1];
    const uc = uv[c * 2] - uv[a * 2];
    const vc = uv[c * 2 + 1] - uv[a * 2 + 1];
    const du = wb * ub + wc * uc;
    const dv = wb * vb + wc * vc;
    out[0] = uv[a * 2] + du;
    out[1] = uv[a * 2 + 1] + dv;
    // How the weights change from this px to the next, across and down.
    const away = an / area;
    const acrossB = cy * bn;
    const acrossC = -by * cn;
    const across = acrossB + acrossC - (cy - by) * away;
    out[6] = (acrossB * ub + acrossC * uc - across * du) / sum;
    out[7] = (acrossB * vb + acrossC * vc - across * dv) / sum;
    const downB = -cx * bn;
    const downC = bx * cn;
    const down = downB + downC - (bx - cx) * away;
    out[8] = (downB * ub + downC * uc - down * du) / sum;
    out[9] = (downB * vb + downC * vc - down * dv) / sum;
  };
}

/** The px where surfaces meet are looked at in several places each. */
function drawEdges(
  map: ViewMap,
  edges: Int32Array,
  meshes: readonly Drawn[],
  seen: readonly Seen[],
  look: Look,
  { count: samples, x: sampleX, y: sampleY }: ReturnType<typeof places>,
) {
  const { width } = map;
  let count = 0;
  for (const n of edges) if (n >= count) count = n + 1;
  const near = new Float32Array(count * samples);
  const which = new Uint8Array(count * samples);
  const faceOf = new Int32Array(count * samples);
  for (const [m, mesh] of meshes.entries()) {
    const p = seen[m];
    eachTriangle(mesh.faces, p, map, (face, a, b, c, area, x0, x1, y0, y1) => {
      const ax = p[a];
      const ay = p[a + 1];
      const ux = p[b] - ax;
      const uy = p[b + 1] - ay;
      const vx = p[c] - ax;
      const vy = p[c + 1] - ay;
      const na = p[a + 2];
      const nb = p[b + 2] - na;
      const nc = p[c + 2] - na;
      for (let y = y0; y <= y1; y++) {
        for (let x = x0, at = y * width + x0; x <= x1; x++, at++) {
          const edge = edges[at];
          if (edge < 0) continue;
          for (let s = 0; s < samples; s++) {
            const px = x + sampleX[s] - ax;
            const py = y + sampleY[s] - ay;
            const wb = (px * vy - py * vx) / area;
            const wc = (ux * py - uy * px) / area;
            if (wb < 0 || wc < 0 || wb + wc > 1) continue;
            const depth = na + wb * nb + wc * nc;
            const k = edge * samples + s;
            if (depth <= near[k]) continue;
            near[k] = depth;
            which[k] = m + 1;
            faceOf[k] = face;
          }
        }
      }
    });
  }
  const found = new Float64Array(TOLD);
  const sum = new Float64Array(TOLD);
  for (let at = 0; at < edges.length; at++) {
    const edge = edges[at];
    if (edge < 0) continue;
    let [prints, alike] = [0, 0];
    let [u0, v0, span] = [0, 0, 0];
    sum.fill(0);
    const [x, y] = [at % width, Math.floor(at / width)];
    for (let s = 0; s < samples; s++) {
      const k = edge * samples + s;
      if (!which[k]) continue;
      const m = which[k] - 1;
      look(m, faceOf[k], x + sampleX[s], y + sampleY[s], found);
      if (meshes[m].is !== 'print') {
        keepBack(map, at, found, 1 / samples);
        continue;
      }
      if (!prints) {
        [u0, v0] = [found[0], found[1]];
        span = 4 * Math.max(Math.hypot(found[6], found[7]), Math.hypot(found[8], found[9]));
        for (let n = 6; n < TOLD; n++) sum[n] = found[n];
      }
      prints++;
      for (let n = 2; n < 6; n++) sum[n] += found[n];
      // What belongs to another part of the cloth is not mixed in: its place is elsewhere.
      if (Math.hypot(found[0] - u0, found[1] - v0) > span) continue;
      alike++;
      sum[0] += found[0];
      sum[1] += found[1];
    }
    if (!prints) continue;
    for (let n = 0; n < 2; n++) sum[n] /= alike;
    for (let n = 2; n < 6; n++) sum[n] /= prints;
    keepPrint(map, at, sum, prints / samples);
  }
}
