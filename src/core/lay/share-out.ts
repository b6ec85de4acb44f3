/**
 * A number in all shared out by weights, at least one to each whose weight is above 0: the parts add up to it. `odd`: every
 * part is an odd number; the sum is then the asked one or, where its evenness does not allow that, one less.
 * @param total at least the number of parts that get any, else each of them gets one.
 */
export function shareOut(total: number, weights: number[], odd = false): number[] {
  const all = weights.reduce((s, w) => s + w, 0);
  const parts = weights.map((w) => (w > 0 ? 1 : 0));
  const step = odd ? 2 : 1;
  for (let sum = parts.reduce((s: number, v) => s + v, 0); sum + step <= total; sum += step) {
    // The next goes to whoever is farthest behind.
    let next = -1;
    let most = Number.NEGATIVE_INFINITY;
    for (const [k, w] of weights.entries()) {
      const behind = (total * w) / all - parts[k];
      if (w > 0 && behind > most) [next, most] = [k, behind];
    }
    if (next < 0) break;
    parts[next] += step;
  }
  return parts;
}
