import { distanceTo, newRaster, type Raster } from '../raster';

/**
 * Cuts art out of white paper without a pale rim. In the band where ink and paper mix (`band` px to either
 * side of the mask's edge) the ink's own colour is carried out from inside, and the share of ink in the mix
 * becomes the alpha: C = a F + (1 - a) white, solved for a. Art deeper inside keeps its pixels untouched.
 * @param mask 1 for art, same size as `flat`.
 */
export function cutWithCleanEdge(flat: Raster, mask: Uint8Array, band: number): Raster {
  const { width, height, data } = flat;
  const paper = mask.map((m) => (m ? 0 : 1));
  const depth = distanceTo(paper, width, height, false);
  const away = distanceTo(mask, width, height, false);
  const out = newRaster(width, height);
  const known = new Uint8Array(mask.length);
  const ink = new Float32Array(mask.length * 3);
  const todo: number[] = [];
  for (let p = 0; p < mask.length; p++) {
    if (depth[p] > band) {
      known[p] = 1;
      for (let c = 0; c < 3; c++) {
        out.data[p * 4 + c] = data[p * 4 + c];
        ink[p * 3 + c] = data[p * 4 + c];
      }
      out.data[p * 4 + 3] = 255;
    } else if (mask[p] || away[p] <= 1.5) {
      todo.push(p);
    }
  }
  carryOut(todo, known, ink, width, height, Math.ceil(band) + 3);
  for (const p of todo) {
    const own = [0, 1, 2].map((c) => data[p * 4 + c]);
    const f = known[p] ? [ink[p * 3], ink[p * 3 + 1], ink[p * 3 + 2]] : darkestNear(data, p, width, height);
    let dot = 0;
    let len = 0;
    for (let c = 0; c < 3; c++) {
      dot += (255 - own[c]) * (255 - f[c]);
      len += (255 - f[c]) ** 2;
    }
    // Art nearly as light as the paper: the mix cannot be told, so the mask decides.
    const share = len < 900 ? mask[p] : Math.min(1, dot / len);
    const keepOwn = mask[p] && share > 0.96;
    for (let c = 0; c < 3; c++) out.data[p * 4 + c] = keepOwn ? own[c] : f[c];
    out.data[p * 4 + 3] = keepOwn ? 255 : share < 0.06 ? 0 : share * 255;
  }
  return out;
}

/** Spreads known ink colours to the pixels in `todo`, one ring a pass, by the mean of known neighbours. */
function carryOut(
  todo: number[],
  known: Uint8Array,
  ink: Float32Array,
  width: number,
  height: number,
  passes: number,
) {
  let open = todo;
  for (let pass = 0; pass < passes && open.length; pass++) {
    const reached: number[] = [];
    const rest: number[] = [];
    for (const p of open) {
      let n = 0;
      let r = 0;
      let g = 0;
      let b = 0;
      const x = p % width;
      const y = (p - x) / width;
      for (let dy = -1; dy <= 1; dy++) {
        for (let dx = -1; dx <= 1; dx++) {
          if (x + dx < 0 || x + dx >= width || y + dy < 0 || y + dy >= height) continue;
          const q = p + dy * width + dx;
          if (!known[q]) continue;
          n++;
          r += ink[q * 3];
          g += ink[q * 3 + 1];
          b += ink[q * 3 + 2];
        }
      }
      if (n) {
        ink[p * 3] = r / n;
        ink[p * 3 + 1] = g / n;
        ink[p * 3 + 2] = b / n;
        reached.push(p);
      } else rest.push(p);
    }
    for (const p of reached) known[p] = 1;
    open = rest;
  }
}

/** Lines thinner than the band have no inside: their ink is the darkest colour within two pixels. */
function darkestNear(data: Uint8ClampedArray, p: number, width: number, height: number): number[] {
  const x = p % width;
  const y = (p - x) / width;
  let best = p * 4;
  let dark = 766;
  for (let qy = Math.max(0, y - 2); qy <= Math.min(height - 1, y + 2); qy++) {
    for (let qx = Math.max(0, x - 2); qx <= Math.min(width - 1, x + 2); qx++) {
      const i = (qy * width + qx) * 4;
      const sum = data[i] + data[i + 1] + data[i + 2];
      if (sum < dark) {
        dark = sum;
        best = i;
      }
    }
  }
  return [data[best], data[best + 1], data[best + 2]];
}
