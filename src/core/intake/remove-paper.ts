import { labelAreas, type Raster } from '../raster';

export type PaperOptions = {
  /** How far from paper white still counts as paper, in percent of the way from white to black. */
  tolerance: number;
  /** Only paper joined to the page's edge goes; white inside the art stays. */
  joined: boolean;
  /** Marks smaller than this many px are dust and go with the paper. */
  speckPx: number;
};

/** How far each pixel is from white, in percent: a green-heavy mean of the channel steps. */
const fromWhite = (d: Uint8ClampedArray, i: number) => {
  const r = 255 - d[i];
  const g = 255 - d[i + 1];
  const b = 255 - d[i + 2];
  return Math.sqrt((2 * r * r + 4 * g * g + 3 * b * b) / 9) / 2.55;
};

/**
 * Tells art (1) from paper (0) on a page whose paper is white (see flattenPaper), or, for a picture that is
 * already cut out, takes its own alpha. One byte a pixel.
 */
export function artMask(flat: Raster, options: PaperOptions): Uint8Array {
  const { width, height, data } = flat;
  const n = width * height;
  const mask = new Uint8Array(n);
  let clear = 0;
  for (let i = 3; i < data.length; i += 4) if (data[i] < 128) clear++;
  if (clear > n * 0.01) {
    for (let p = 0; p < n; p++) mask[p] = data[p * 4 + 3] >= 128 ? 1 : 0;
    return mask;
  }
  for (let p = 0; p < n; p++) mask[p] = fromWhite(data, p * 4) > options.tolerance ? 1 : 0;
  dropSpecks(mask, width, height, options.speckPx);
  if (options.joined) keepInside(mask, width, height);
  return mask;
}

function dropSpecks(mask: Uint8Array, width: number, height: number, speckPx: number) {
  const { labels, count } = labelAreas(mask, width, height);
  const area = new Uint32Array(count + 1);
  for (let p = 0; p < labels.length; p++) area[labels[p]]++;
  for (let p = 0; p < labels.length; p++) if (labels[p] && area[labels[p]] < speckPx) mask[p] = 0;
}

/** Flood from the page's edge through paper; paper that was not reached is white inside the art. */
function keepInside(mask: Uint8Array, width: number, height: number) {
  const REACHED = 2;
  const stack: number[] = [];
  const visit = (p: number) => {
    if (mask[p] === 0) {
      mask[p] = REACHED;
      stack.push(p);
    }
  };
  for (let x = 0; x < width; x++) {
    visit(x);
    visit((height - 1) * width + x);
  }
  for (let y = 0; y < height; y++) {
    visit(y * width);
    visit(y * width + width - 1);
  }
  for (let p = stack.pop(); p !== undefined; p = stack.pop()) {
    const x = p % width;
    if (x > 0) visit(p - 1);
    if (x < width - 1) visit(p + 1);
    if (p >= width) visit(p - width);
    if (p < mask.length - width) visit(p + width);
  }
  for (let p = 0; p < mask.length; p++) mask[p] = mask[p] === REACHED ? 0 : 1;
}
