/** Pieces on an endless cloth, measured by their capsules: gaps, room, holes, free bands. Nothing here reads the product's own measures. */
import type { Lattice, Point } from '../../src/core';
import { type Capsule, gapOf, laid, type Piece, type Shape, toSegment } from './capsules';

export type Hole = Point & { r: number };
type Field = { room: Float64Array; of: Int32Array; at: (k: number) => Point; grid: number };
type Laid = { piece: Piece; capsules: Capsule[]; reach: number };

/** Places of the field to each side. */
const GRID = 64;

export class Torus {
  private readonly copies: Point[] = [];
  private readonly short: [Point, Point];
  readonly areaMm2: number;
  readonly pieces: Laid[] = [];

  constructor(
    readonly lattice: Lattice,
    readonly shapes: Shape[],
    pieces: Piece[] = [],
  ) {
    let { a, b } = lattice;
    this.areaMm2 = Math.abs(a.x * b.y - a.y * b.x);
    // The two shortest steps: from a place wrapped by them no nearer copy is more than one step off.
    for (let k = 1; k; ) {
      if (Math.hypot(b.x, b.y) < Math.hypot(a.x, a.y)) [a, b] = [b, a];
      k = Math.round((a.x * b.x + a.y * b.y) / (a.x * a.x + a.y * a.y));
      b = { x: b.x - k * a.x, y: b.y - k * a.y };
    }
    this.short = [a, b];
    for (let i = -1; i <= 1; i++)
      for (let j = -1; j <= 1; j++) this.copies.push({ x: i * a.x + j * b.x, y: i * a.y + j * b.y });
    this.copies.sort((p, q) => Math.hypot(p.x, p.y) - Math.hypot(q.x, q.y));
    for (const p of pieces) this.add(p);
  }

  add(piece: Piece) {
    const k = this.pieces.push(this.laid(piece)) - 1;
    const { known } = this;
    for (let i = 0; known && i < known.room.length; i++) {
      const { x, y } = known.at(i);
      const room = this.roomTo(k, x, y, known.room[i]);
      if (room < known.room[i]) [known.room[i], known.of[i]] = [room, k];
    }
  }
  set(n: number, piece: Piece) {
    this.pieces[n] = this.laid(piece);
    this.known = null;
  }
  all = () => this.pieces.map((p) => p.piece);
  like = (pieces: Piece[]) => new Torus(this.lattice, this.shapes, pieces);
  /** How far apart things are if spread evenly. */
  spacing = () => Math.sqrt(this.areaMm2 / Math.max(1, this.pieces.length));

  /** A step brought near to none at all by whole steps of the lattice. */
  private wrapped(x: number, y: number): Point {
    const [a, b] = this.short;
    const d = a.x * b.y - a.y * b.x;
    const i = Math.round((x * b.y - y * b.x) / d);
    const j = Math.round((a.x * y - a.y * x) / d);
    return { x: x - i * a.x - j * b.x, y: y - i * a.y - j * b.y };
  }

  private laid(piece: Piece): Laid {
    const capsules = laid(this.shapes[piece.motif], piece);
    const reach = Math.max(
      ...capsules.map((c) => Math.max(Math.hypot(c.ax, c.ay), Math.hypot(c.bx, c.by)) + c.r),
    );
    return { piece, capsules, reach };
  }

  /** The smallest gap from something laid to piece `j`'s copies, no nearer than `enough` looked for. */
  private between(a: Laid, b: Laid, itself: boolean, most: number): number {
    let gap = most;
    const { x: dx, y: dy } = this.wrapped(b.piece.x - a.piece.x, b.piece.y - a.piece.y);
    for (const c of this.copies) {
      const at = { x: dx + c.x, y: dy + c.y };
      if (itself && Math.hypot(at.x, at.y) < 1e-6) continue;
      if (Math.hypot(at.x, at.y) - a.reach - b.reach >= gap) continue;
      gap = Math.min(gap, gapOf(a.capsules, b.capsules, at));
    }
    return gap;
  }

  gap = (i: number, j: number) => this.between(this.pieces[i], this.pieces[j], i === j, 1e9);

  /** The gap from a piece to the nearest of all others, itself among them; of those, which. */
  nearest(piece: Piece, but = -1, most = 1e9): { gap: number; of: number } {
    const me = this.laid(piece);
    let best = { gap: this.between(me, me, true, most), of: but };
    for (const [k, other] of this.pieces.entries()) {
      if (k === but) continue;
      const gap = this.between(me, other, false, best.gap);
      if (gap < best.gap) best = { gap, of: k };
    }
    return best;
  }

  gaps = () => this.pieces.map((p, n) => this.nearest(p.piece, n).gap);

  /** Room from a place to the edge of a piece, if it is less than `most`. */
  private roomTo(k: number, x: number, y: number, most: number): number {
    const { piece, reach, capsules } = this.pieces[k];
    const from = this.wrapped(x - piece.x, y - piece.y);
    let room = most;
    for (const c of this.copies) {
      const [dx, dy] = [from.x - c.x, from.y - c.y];
      if (dx * dx + dy * dy >= (room + reach) ** 2) continue;
      for (const s of capsules) room = Math.min(room, toSegment(dx, dy, s) - s.r);
    }
    return room;
  }

  /** Room from a place to the nearest edge; below 0 within it. */
  roomAt(x: number, y: number): number {
    let room = 1e9;
    for (let k = 0; k < this.pieces.length; k++) room = this.roomTo(k, x, y, room);
    return room;
  }

  private known: Field | null = null;

  /** The room to the nearest edge, and whose it is, at an even grid of places. */
  field(): Field {
    if (this.known) return this.known;
    const { a, b } = this.lattice;
    const room = new Float64Array(GRID * GRID).fill(1e9);
    const of = new Int32Array(GRID * GRID).fill(-1);
    const at = (k: number): Point => {
      const [u, v] = [((k % GRID) + 0.5) / GRID, (Math.floor(k / GRID) + 0.5) / GRID];
      return { x: u * a.x + v * b.x, y: u * a.y + v * b.y };
    };
    for (let i = 0; i < room.length; i++) {
      const { x, y } = at(i);
      for (let k = 0; k < this.pieces.length; k++) {
        const here = this.roomTo(k, x, y, room[i]);
        if (here < room[i]) [room[i], of[i]] = [here, k];
      }
    }
    this.known = { room, of, at, grid: GRID };
    return this.known;
  }

  /** Empty circles, the widest first: none reaches into a wider one by more than a little. */
  holes(field = this.field(), most = 2.2 * this.pieces.length): Hole[] {
    const order = Array.from(field.room.keys()).sort((p, q) => field.room[q] - field.room[p]);
    const out: Hole[] = [];
    for (const k of order) {
      const r = field.room[k];
      if (r <= 0 || out.length >= most) break;
      const at = field.at(k);
      if (out.every((h) => this.apart(h, at) > 1.15 * h.r)) out.push({ ...at, r });
    }
    return out;
  }

  /** The middle of the wider half of the holes: what the eye takes for usual. */
  usualHole(holes: Hole[]): number {
    const wide = holes.filter((h) => h.r > 0.4 * holes[Math.floor(holes.length / 4)].r);
    return wide[wide.length >> 1]?.r ?? 0;
  }

  apart(p: Point, q: Point): number {
    const { x, y } = this.wrapped(p.x - q.x, p.y - q.y);
    let least = 1e9;
    for (const c of this.copies) least = Math.min(least, (x + c.x) ** 2 + (y + c.y) ** 2);
    return Math.sqrt(least);
  }

  /** Steps of the lattice that go nowhere between, the shortest first. */
  directions(count: number) {
    const { a, b } = this.lattice;
    const gcd = (m: number, n: number): number => (n ? gcd(n, m % n) : Math.abs(m));
    const out: { step: Point; normal: Point; period: number }[] = [];
    for (let i = 0; i <= 6; i++) {
      for (let j = i ? -6 : 1; j <= (i ? 6 : 1); j++) {
        if (gcd(i, j) !== 1) continue;
        const step = { x: i * a.x + j * b.x, y: i * a.y + j * b.y };
        const long = Math.hypot(step.x, step.y);
        out.push({ step, normal: { x: -step.y / long, y: step.x / long }, period: this.areaMm2 / long });
      }
    }
    return out.sort((p, q) => q.period - p.period).slice(0, count);
  }

  /** How far a piece reaches along a direction from its middle, against it and with it. */
  span(n: number, { x, y }: Point): { low: number; high: number } {
    let [low, high] = [1e9, -1e9];
    for (const c of this.pieces[n].capsules) {
      for (const t of [c.ax * x + c.ay * y, c.bx * x + c.by * y]) {
        low = Math.min(low, t - c.r);
        high = Math.max(high, t + c.r);
      }
    }
    return { low, high };
  }

  /** The free bands across a direction: from where to where along its normal, each within one period. */
  private bands(normal: Point, period: number): [number, number][] {
    const spans = this.pieces.map((p, n) => {
      const { low, high } = this.span(n, normal);
      const t = p.piece.x * normal.x + p.piece.y * normal.y + low;
      const from = t - Math.floor(t / period) * period;
      return [from, from + high - low];
    });
    spans.sort((p, q) => p[0] - q[0]);
    let reached = Math.max(...spans.map((s) => s[1])) - period;
    const out: [number, number][] = [];
    for (const [from, to] of spans) {
      if (from > reached) out.push([reached, from]);
      reached = Math.max(reached, to);
    }
    return out;
  }

  /** The middle of the free band nearest to a line. */
  bandAbout(normal: Point, period: number, t: number): number {
    const mids = this.bands(normal, period).map(([from, to]) => (from + to) / 2);
    const off = (m: number) => Math.abs(m - t - Math.round((m - t) / period) * period);
    return mids.sort((p, q) => off(p) - off(q))[0] ?? t;
  }

  /** The widest straight band free of all, over some directions. */
  widestBand(count = 14): number {
    return Math.max(
      0,
      ...this.directions(count).flatMap(({ normal, period }) =>
        this.bands(normal, period).map(([from, to]) => to - from),
      ),
    );
  }

  /** Pairs whose shares of the ground meet along at least `share` of the smaller one's rim. */
  neighbours(share: number, field = this.field()): [number, number][] {
    const { of, grid } = field;
    const rim = new Map<number, number>();
    const met = new Map<string, number>();
    const add = (p: number, q: number) => {
      if (p === q) return;
      for (const k of [p, q]) rim.set(k, (rim.get(k) ?? 0) + 1);
      const key = `${Math.min(p, q)},${Math.max(p, q)}`;
      met.set(key, (met.get(key) ?? 0) + 1);
    };
    for (let k = 0; k < of.length; k++) {
      const [x, y] = [k % grid, Math.floor(k / grid)];
      add(of[k], of[y * grid + ((x + 1) % grid)]);
      add(of[k], of[((y + 1) % grid) * grid + x]);
    }
    return [...met].flatMap(([key, n]): [number, number][] => {
      const [p, q] = key.split(',').map(Number);
      return n >= share * Math.min(rim.get(p) ?? 0, rim.get(q) ?? 0) ? [[p, q]] : [];
    });
  }
}
