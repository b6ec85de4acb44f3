/** How far the blur of a scan reaches: the deviation of a bell, px. */
const BLUR = 0.67;
/** A line's middle is looked for so many px round a pixel of its edge. */
const UPHILL = 2;
/** A line is told by what lies so many px round it; of one that is finer than a pixel no more is made than this share. */
const ROUND = 3.5;
const FINEST = 0.4;
/** So long a piece of it lies there, px: not quite the whole way across, since its rims are cut shorter. */
const CHORD = 1.82 * ROUND;

/** A picture to be cut, and how far down from what it lies on each pixel is, levels. */
export type Hill = { width: number; height: number; off: (p: number) => number };

/** The pixel that stands off the most within two px of one, among those that `may` be asked. */
export function uphill({ width, height, off }: Hill, p: number, may: (q: number) => boolean): number {
  const x = p % width;
  const y = (p - x) / width;
  let best = p;
  let most = may(p) ? off(p) : -1;
  for (let qy = Math.max(0, y - UPHILL); qy <= Math.min(height - 1, y + UPHILL); qy++) {
    for (let qx = Math.max(0, x - UPHILL); qx <= Math.min(width - 1, x + UPHILL); qx++) {
      const q = qy * width + qx;
      const here = off(q);
      if (here <= most || !may(q)) continue;
      most = here;
      best = q;
    }
  }
  return best;
}

/**
 * The ink of a line so fine that a scan blurs it over its whole width: all that lies round its middle, over what a line of its height
 * and of no blur would have there, says how wide it was (a box blurred by a bell), and so what share of its middle is ink; and the
 * colour of all that lies there is the ink's, though a JPEG spreads colour farther than light.
 * @param down how far below white a pixel is, R, G, B, into its last argument.
 * @returns that share, and how far the ink is below white, levels by channel.
 */
export function inkOfLine(
  { width, height, off }: Hill,
  p: number,
  down: (q: number, out: number[]) => void,
): { share: number; below: number[] } {
  const x = p % width;
  const y = (p - x) / width;
  const all = [0, 0, 0];
  for (const [dx, dy] of DISC) {
    const [qx, qy] = [x + dx, y + dy];
    if (qx < 0 || qy < 0 || qx >= width || qy >= height) continue;
    down(qy * width + qx, one);
    for (let c = 0; c < 3; c++) all[c] += one[c];
  }
  const sum = Math.max(1, all[0] + all[1] + all[2]);
  const share = shareOfWidth(sum / (CHORD * Math.max(1, off(p))));
  return { share, below: all.map((v) => (v / sum) * (off(p) / share)) };
}

/** The pixels round a middle, and the colour of the one in hand. */
const DISC: [number, number][] = [];
for (let dy = -Math.floor(ROUND); dy <= ROUND; dy++)
  for (let dx = -Math.floor(ROUND); dx <= ROUND; dx++)
    if (dx * dx + dy * dy <= ROUND * ROUND) DISC.push([dx, dy]);
const one = [0, 0, 0];

/** A line holds no less and, where it is told from an edge, no more than that; looked up in so many steps. */
const HOLDS = { least: 1.6, most: 8, steps: 1024 };
let shares: Float32Array | null = null;

/** The share of ink in the middle of a line whose blurred profile holds so many times its height, px. */
function shareOfWidth(holds: number): number {
  const { least, most, steps } = HOLDS;
  shares ??= Float32Array.from({ length: steps + 1 }, (_, n) => {
    // The wider it was, the more it holds: found by halving.
    let [narrow, wide] = [0, most];
    for (let k = 0; k < 24; k++) {
      const mid = (narrow + wide) / 2;
      if (mid / middleOf(mid) < least + ((most - least) * n) / steps) narrow = mid;
      else wide = mid;
    }
    return Math.min(1, Math.max(FINEST, middleOf(narrow)));
  });
  const at = ((holds - least) / (most - least)) * steps;
  return shares[Math.round(Math.min(steps, Math.max(0, at)))];
}

/** How high the middle of a box of width `wide` px stands once it is blurred (error function, Abramowitz and Stegun 7.1.26). */
function middleOf(wide: number): number {
  const v = wide / (2 * Math.SQRT2 * BLUR);
  const t = 1 / (1 + 0.3275911 * v);
  const poly =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  return Math.max(1e-6, 1 - poly * Math.exp(-v * v));
}
