import { type Torus, torusIndex } from '../raster';

/**
 * One connected area of a mask on a torus: its pixels' number, and in how many directions it winds round the torus: 0 lies
 * in one place, 1 runs right through one way, 2 is a net in both.
 */
type TorusPart = { area: number; winds: 0 | 1 | 2 };

/**
 * The areas of a mask: `labels` 0 where it is off, else 1 and up; `across` and `down` bring each pixel beside the others of its
 * area on the plane: by so many periods of the torus.
 */
export type TorusParts = {
  labels: Int32Array;
  across: Int8Array;
  down: Int8Array;
  parts: TorusPart[];
};

/** The ways to a pixel's neighbours: four by their edges, then four by their corners. */
const WAYS = {
  x: Int8Array.of(1, -1, 0, 0, 1, -1, 1, -1),
  y: Int8Array.of(0, 0, 1, -1, 1, 1, -1, -1),
};
/** Periods are kept in a byte: what winds farther is told to wind all the same. */
const clamp = (v: number) => Math.max(-127, Math.min(127, v));

/**
 * Labels the areas of a mask on a torus, with how each winds round it: flooded from a pixel, an area that comes back to a pixel
 * by another number of periods than before winds by the difference.
 * @param touching areas that meet at a corner only are one.
 */
export function partsOnTorus(mask: Uint8Array, torus: Torus, touching: boolean): TorusParts {
  const { width, height, step } = torus;
  const size = width * height;
  const out: TorusParts = {
    labels: new Int32Array(size),
    across: new Int8Array(size),
    down: new Int8Array(size),
    parts: [],
  };
  const { labels, across, down, parts } = out;
  const ways = touching ? 8 : 4;
  const stack = new Int32Array(size);
  for (let start = 0; start < size; start++) {
    if (!mask[start] || labels[start]) continue;
    const label = parts.length + 1;
    let [area, top] = [0, 0];
    let wound: { x: number; y: number } | null = null;
    let winds: TorusPart['winds'] = 0;
    labels[start] = label;
    stack[top++] = start;
    while (top) {
      const p = stack[--top];
      area++;
      const y = Math.floor(p / width);
      const x = p - y * width;
      const inside = x > 0 && y > 0 && x + 1 < width && y + 1 < height;
      for (let way = 0; way < ways; way++) {
        const dx = WAYS.x[way];
        const dy = WAYS.y[way];
        let q = p + dy * width + dx;
        let a = across[p];
        let d = down[p];
        if (!inside) {
          q = torusIndex(torus, x + dx, y + dy);
          const by = Math.floor((x + dx) / width);
          a = clamp(a + by);
          d = clamp(d + (y + dy - by * step - Math.floor(q / width)) / height);
        }
        if (!mask[q]) continue;
        if (!labels[q]) {
          labels[q] = label;
          across[q] = a;
          down[q] = d;
          stack[top++] = q;
        } else if (winds < 2 && (across[q] !== a || down[q] !== d)) {
          const [i, j] = [a - across[q], d - down[q]];
          if (!wound) {
            wound = { x: i, y: j };
            winds = 1;
          } else if (wound.x * j !== wound.y * i) winds = 2;
        }
      }
    }
    parts.push({ area, winds });
  }
  return out;
}

/** Where a pixel lies on the plane, beside the others of its area, px. */
export function onPlane({ width, height, step }: Torus, { across, down }: TorusParts, p: number) {
  return {
    x: (p % width) + across[p] * width,
    y: Math.floor(p / width) + across[p] * step + down[p] * height,
  };
}
