import { mod } from '../units';
import type { Light } from './light';
import { markedPlaces, type Place } from './places';

type Move = { x: number; y: number };

/** How light a picture that wraps round is between pixels. */
function between({ width, height, data }: Light, x: number, y: number): number {
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const [u, v] = [x - i, y - j];
  const left = ((i % width) + width) % width;
  const right = left + 1 === width ? 0 : left + 1;
  const top = (((j % height) + height) % height) * width;
  const low = top + width === data.length ? 0 : top + width;
  return (
    (data[top + left] * (1 - u) + data[top + right] * u) * (1 - v) +
    (data[low + left] * (1 - u) + data[low + right] * u) * v
  );
}

const median = (list: number[]) => [...list].sort((p, q) => p - q)[list.length >> 1] ?? 0;

/** What lies further off the whole slide that agrees best is led astray by what was drawn, px. */
const STRAYED = 1.5;

/** How far two pictures are slid over each other, to a part of a pixel, from some places; null where too few say so. */
function leastSquares(sent: Light, back: Light, places: Place[], from: Move): Move | null {
  let { x, y } = from;
  for (let turn = 0; turn < 12; turn++) {
    // The slope is the mean of both pictures': a step is found better by it.
    const rows = places.map((p) => {
      const [px, py] = [p.x + x, p.y + y];
      const gx = (between(back, px + 1, py) - between(back, px - 1, py)) / 2;
      const gy = (between(back, px, py + 1) - between(back, px, py - 1)) / 2;
      const off = sent.data[p.y * sent.width + p.x] - between(back, px, py);
      return { gx: (gx + p.across) / 2, gy: (gy + p.down) / 2, off };
    });
    const most = Math.max(3, 4.7 * median(rows.map((r) => Math.abs(r.off))));
    let [a, b, c, d, e, count] = [0, 0, 0, 0, 0, 0];
    for (const { gx, gy, off } of rows) {
      const t = off / most;
      if (Math.abs(t) >= 1) continue;
      const w = (1 - t * t) ** 2;
      a += w * gx * gx;
      b += w * gx * gy;
      c += w * gy * gy;
      d += w * gx * off;
      e += w * gy * off;
      count++;
    }
    const det = a * c - b * b;
    if (count < 12 || det < 1e-6 * a * c) return null;
    const [dx, dy] = [(c * d - b * e) / det, (a * e - b * d) / det];
    const short = Math.min(1, 2 / Math.max(1e-9, Math.hypot(dx, dy)));
    x += dx * short;
    y += dy * short;
    if (Math.hypot(x - from.x, y - from.y) > STRAYED) return null;
    if (Math.hypot(dx, dy) < 0.003) break;
  }
  return { x, y };
}

/** Places asked of each whole slide. */
const ASKED = 500;

/**
 * The whole slide within so many px of one at which most places change alike: in what was drawn over them nothing changes, and it counts
 * for nothing, however much it differs.
 */
function nearest(back: Light, places: Place[], from: Move, within: number): Move {
  const { width, height, data } = back;
  const few = places.filter((_, n) => n % Math.ceil(places.length / ASKED) === 0);
  let best = { ...from, alike: -1 };
  for (let j = -within; j <= within; j++)
    for (let i = -within; i <= within; i++) {
      let alike = 0;
      for (const p of few) {
        const x = mod(p.x + from.x + i, width);
        const y = mod(p.y + from.y + j, height);
        const across = (data[y * width + mod(x + 1, width)] - data[y * width + mod(x - 1, width)]) / 2;
        const down = (data[mod(y + 1, height) * width + x] - data[mod(y - 1, height) * width + x]) / 2;
        const like = (across * p.across + down * p.down) / (p.across ** 2 + p.down ** 2);
        alike += Math.min(1, Math.max(0, like));
      }
      if (alike > best.alike) best = { x: from.x + i, y: from.y + j, alike };
    }
  return best;
}

/** Where fewer places are as steep as edges are, a picture is too soft to be asked at this size. */
const ENOUGH = 60;
/** No slide is looked for further off than this, px of a level. */
const MOST_OFF = 16;

/**
 * How far a picture is slid over another, to a part of a pixel, from about where it is known to be on the smallest of some levels;
 * how far its four quarters, each asked alone, lie off each other; and what share of the places asked last look as they did. Px of the
 * largest. Asked on each level from the smallest on,
 * wherever enough edges are `steep`, levels a px.
 */
export function refineShift(
  sent: Light[],
  back: Light[],
  about: Move,
  steep: number,
): Move & { apart: number; lies: number } {
  const [whole] = sent;
  let at: Move = about;
  let [apart, lies] = [0, 0];
  // How far off it may be yet, px of the level.
  let within = 2;
  for (let n = sent.length - 1; n >= 0; n--) {
    const [own, other] = [sent[n], back[n]];
    const places = markedPlaces(own, steep);
    if (places.length >= ENOUGH) {
      const from = nearest(other, places, { x: Math.round(at.x), y: Math.round(at.y) }, within);
      at = leastSquares(own, other, places, from) ?? from;
      apart = quartersApart(own, other, places, at) * (whole.width / own.width);
      lies = shareLying(own, other, places, at);
      within = 1;
    }
    within = Math.min(MOST_OFF, 2 * within);
    const next = n ? sent[n - 1] : own;
    at = { x: (at.x * next.width) / own.width, y: (at.y * next.height) / own.height };
  }
  return { ...at, apart, lies };
}

/** A quarter tells where it lies when so many of its places lie within about half a px there. */
const TELLS = 0.4;

function quartersApart(sent: Light, back: Light, places: Place[], from: Move): number {
  const quarter = (p: Place) => (p.x * 2 < sent.width ? 0 : 1) + (p.y * 2 < sent.height ? 0 : 2);
  const near = { x: Math.round(from.x), y: Math.round(from.y) };
  const each = [0, 1, 2, 3].flatMap((q) => {
    const own = places.filter((p) => quarter(p) === q);
    const at = own.length < 40 ? null : leastSquares(sent, back, own, nearest(back, own, near, 3));
    return at && shareLying(sent, back, own, at) >= TELLS ? [at] : [];
  });
  return Math.max(0, ...each.flatMap((p) => each.map((q) => Math.hypot(p.x - q.x, p.y - q.y))));
}

/** The share of places that look in the other picture as they do in this one, give or take half a px. */
function shareLying(sent: Light, back: Light, places: Place[], at: Move): number {
  const lying = places.filter((p) => {
    const off = sent.data[p.y * sent.width + p.x] - between(back, p.x + at.x, p.y + at.y);
    return Math.abs(off) <= 4 + 0.5 * Math.hypot(p.across, p.down);
  });
  return lying.length / places.length;
}
