/** Farther than any picture is wide: nothing lies in that column. */
const NONE = 1 << 29;

/** How far the nearest set pixel lies in the same column, px; NONE or more where there is none. */
function withinColumns(mask: Uint8Array, width: number, height: number): Int32Array {
  const far = new Int32Array(width * height);
  for (let p = 0; p < far.length; p++) {
    if (mask[p] === 0) far[p] = p < width ? NONE : far[p - width] + 1;
  }
  for (let p = far.length - width - 1; p >= 0; p--) {
    const below = far[p + width] + 1;
    if (below < far[p]) far[p] = below;
  }
  return far;
}

/**
 * Distance in px from each pixel to the nearest pixel where `mask` is not 0: exact, in linear time (Meijster, Roerdink and
 * Hesselink, "A general algorithm for computing distance transforms in linear time", 2000).
 * Nothing lies beyond the edges of the picture.
 * All-zero masks give a distance of Infinity everywhere.
 */
export function distanceTo(mask: Uint8Array, width: number, height: number): Float32Array {
  const far = withinColumns(mask, width, height);
  const out = new Float32Array(far.length);
  // The columns whose nearest pixel is the nearest of a stretch of the row, and where each stretch begins.
  const column = new Int32Array(width);
  const begin = new Int32Array(width);
  for (let row = 0; row < far.length; row += width) {
    for (let x = 0; x < width; x++) {
      if (far[row + x] === 0) continue;
      // What lies beyond a set pixel of this row is never nearer than that pixel.
      const from = Math.max(0, x - 1);
      while (x < width && far[row + x] > 0) x++;
      const to = Math.min(width, x + 1);
      let n = -1;
      for (let u = from; u < to; u++) {
        const g = far[row + u];
        if (g >= NONE) continue;
        while (n >= 0) {
          const [b, s] = [begin[n], column[n]];
          const gs = far[row + s];
          if ((b - s) * (b - s) + gs * gs <= (b - u) * (b - u) + g * g) break;
          n--;
        }
        if (n < 0) {
          n = 0;
          column[0] = u;
          begin[0] = from;
          continue;
        }
        const s = column[n];
        const gs = far[row + s];
        const next = 1 + Math.floor((u * u - s * s + g * g - gs * gs) / (2 * (u - s)));
        if (next >= to) continue;
        n++;
        column[n] = u;
        begin[n] = next;
      }
      for (let u = to - 1; u >= from; u--) {
        if (n < 0) out[row + u] = Number.POSITIVE_INFINITY;
        else {
          const s = column[n];
          const g = far[row + s];
          out[row + u] = Math.sqrt((u - s) * (u - s) + g * g);
          if (u === begin[n] && n > 0) n--;
        }
      }
    }
  }
  return out;
}
