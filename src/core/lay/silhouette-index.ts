import {
  imagesOf,
  type Lattice,
  type Layout,
  latticeOf,
  nearestCopy,
  type Point,
  type Size,
  type Twin,
  twinOf,
} from '../lattice';
import type { Placed } from '../render';
import { type Gap, gapBetween, type Shape, shapeOf } from './gap';
import type { Outline } from './outline';

/** A place that nothing may enter: a circle, mm. */
export type Reserved = { x: number; y: number; r: number };

/** One image of a piece: its shape and its middle. */
type Image = { shape: Shape; x: number; y: number };

/** What lies nearest to a piece: which one (or a reserve), how far, and the step from edge to edge. */
export type Near = Gap & { piece: number | 'reserve' };

const isHere = (at: Point) => Math.abs(at.x) < 1e-6 && Math.abs(at.y) < 1e-6;

/** Farther than this no gap is looked for, mm. */
const FAR_MM = 400;

/**
 * Silhouettes on the endless cloth, to measure the gaps between them: exact polygons, every copy and twin
 * counted. Pieces are known by their number; lengths are mm.
 */
export class SilhouetteIndex {
  readonly lattice: Lattice;
  readonly cellAreaMm2: number;
  private readonly twin: Twin | null;
  /** Whether a twin lies among the twins of the same neighbours: then what it meets is known already. */
  private readonly alike: boolean;
  private readonly reserves: { r: number; places: Point[] }[];
  private pieces: { placed: Placed; images: Image[] }[] = [];

  constructor(
    readonly layout: Layout,
    readonly cell: Size,
    readonly outlines: Map<string, Outline>,
    private readonly reserved: Reserved[] = [],
  ) {
    this.lattice = latticeOf(layout, cell);
    this.twin = twinOf(layout, cell);
    this.alike = !this.twin || carriesOntoItself(this.twin, this.lattice);
    this.reserves = reserved.map(({ x, y, r }) => ({
      r,
      places: imagesOf({ x, y, angle: 0, mirror: false }, this.twin),
    }));
    const { a, b } = this.lattice;
    this.cellAreaMm2 = Math.abs(a.x * b.y - a.y * b.x) / (this.twin ? 2 : 1);
  }

  get count() {
    return this.pieces.length;
  }
  placed(n: number): Placed {
    return this.pieces[n].placed;
  }

  /** Images of a placement; shapes of `like` are used again where it lies the same but for its place. */
  private imagesFor(placed: Placed, like?: { placed: Placed; images: Image[] }): Image[] {
    const outline = this.outlines.get(placed.motif);
    if (!outline) return [];
    const was = like?.placed;
    const same =
      was?.motif === placed.motif &&
      was.angle === placed.angle &&
      was.scale === placed.scale &&
      was.mirror === placed.mirror;
    return imagesOf(placed, this.twin).map((i, k) => ({
      shape: (same && like?.images[k].shape) || shapeOf(outline, i),
      x: i.x,
      y: i.y,
    }));
  }

  /** The same cloth with other things laid on it. */
  like(placements: Placed[]): SilhouetteIndex {
    const other = new SilhouetteIndex(this.layout, this.cell, this.outlines, this.reserved);
    for (const p of placements) other.add(p);
    return other;
  }

  /** How far a placement reaches from its middle along a direction, and against it, mm. */
  reach(placed: Placed, { x, y }: Point): { low: number; high: number } {
    let [low, high] = [0, 0];
    for (const ring of this.imagesFor(placed)[0]?.shape.rings ?? []) {
      for (let i = 0; i < ring.length; i += 2) {
        const t = ring[i] * x + ring[i + 1] * y;
        low = Math.min(low, t);
        high = Math.max(high, t);
      }
    }
    return { low, high };
  }

  /** Lays a piece on the cloth; its number. */
  add(placed: Placed): number {
    return this.pieces.push({ placed, images: this.imagesFor(placed) }) - 1;
  }
  set(n: number, placed: Placed) {
    this.pieces[n] = { placed, images: this.imagesFor(placed, this.pieces[n]) };
  }
  /** Takes the last piece off again. */
  pop() {
    this.pieces.pop();
  }

  /**
   * What lies nearest to piece `n`, its own copies too, or to something laid instead of it (`as`), or, for
   * number -1, to something not yet laid. Null: nothing within reach.
   * @param enough the search ends once something nearer than this is found.
   */
  nearest(n: number, as?: Placed, within = FAR_MM, enough = 0): Near | null {
    let best: Near | null = null;
    let reach = within;
    const images = as ? this.imagesFor(as, this.pieces[n]) : this.pieces[n].images;
    this.eachMeeting(
      n,
      images,
      true,
      () => reach,
      (near) => {
        if (near.gap < reach) {
          best = near;
          reach = near.gap;
        }
        return reach <= 0 || reach < enough;
      },
    );
    return best;
  }

  /**
   * Every neighbour of a piece within reach: how far, and the step from edge to edge. Its own copies, which move
   * as it moves, are left out; its own twins are not.
   * @param among only these pieces are looked at.
   */
  around(n: number, within: number, among?: Set<number>): Near[] {
    const out: Near[] = [];
    this.eachMeeting(
      n,
      this.pieces[n].images,
      false,
      () => within,
      (near) => {
        out.push(near);
        return false;
      },
      among,
    );
    return out;
  }

  /**
   * Visits all that lies within reach of the images of piece `n`, until told to end. What a twin meets is told in
   * the frame of the piece itself: where cells alternate, the two may lie among different neighbours.
   * @param copies whether its own plain copies count.
   */
  private eachMeeting(
    n: number,
    images: Image[],
    copies: boolean,
    reach: () => number,
    visit: (near: Near) => boolean,
    among?: Set<number>,
  ) {
    for (const [m, mine] of (this.alike ? images.slice(0, 1) : images).entries()) {
      const sign = m && this.twin ? this.twin.sign : { x: 1, y: 1 };
      const meet = (gap: Gap | null, piece: Near['piece']) =>
        gap
          ? visit({
              gap: gap.gap,
              from: { x: sign.x * gap.from.x, y: sign.y * gap.from.y },
              to: { x: sign.x * gap.to.x, y: sign.y * gap.to.y },
              piece,
            })
          : false;
      for (const { r, places } of this.reserves) {
        for (const place of places) {
          const ended = this.eachCopy(place, r, mine, reach(), (at) =>
            meet(toCircle(mine.shape, at, r, reach()), 'reserve'),
          );
          if (ended) return;
        }
      }
      for (let j = -1; j < this.pieces.length; j++) {
        const own = j < 0;
        if (!own && (j === n || (among && !among.has(j)))) continue;
        for (const [k, other] of (own ? images : this.pieces[j].images).entries()) {
          const itself = own && k === m;
          if (itself && !copies) continue;
          const ended = this.eachCopy(other, other.shape.radius, mine, reach(), (at) => {
            if (itself && isHere(at)) return false;
            return meet(gapBetween(mine.shape, other.shape, at, reach()), own ? n : j);
          });
          if (ended) return;
        }
      }
    }
  }

  /** Visits the copies of a round thing within reach of an image, as places seen from its middle. */
  private eachCopy(of: Point, radius: number, from: Image, reach: number, visit: (at: Point) => boolean) {
    const { a, b } = this.lattice;
    const distance = from.shape.radius + radius + reach;
    const [x, y] = [of.x - from.x, of.y - from.y];
    // Steps i, j for which |(x, y) + i a + j b| <= far: j from the rows that reach, then i along each.
    const d = a.x * b.y - a.y * b.x;
    const j0 = (a.y * x - a.x * y) / d;
    const jr = (distance * Math.hypot(a.x, a.y)) / Math.abs(d);
    const aa = a.x * a.x + a.y * a.y;
    for (let j = Math.ceil(j0 - jr); j <= j0 + jr; j++) {
      const [px, py] = [x + j * b.x, y + j * b.y];
      const along = -(px * a.x + py * a.y) / aa;
      const off2 = px * px + py * py - along * along * aa;
      if (off2 > distance * distance) continue;
      const ir = Math.sqrt((distance * distance - off2) / aa);
      for (let i = Math.ceil(along - ir); i <= along + ir; i++) {
        if (visit({ x: px + i * a.x, y: py + i * a.y })) return true;
      }
    }
    return false;
  }

  /** How far a place is from the nearest edge of anything laid, mm; 0 within it. */
  roomAt(at: Point): number {
    const here = { shape: POINT, ...at };
    let room = FAR_MM;
    this.eachMeeting(
      -1,
      [here],
      false,
      () => room,
      ({ gap, piece }) => {
        if (piece !== 'reserve') room = Math.min(room, gap);
        return room <= 0;
      },
    );
    return room;
  }

  /** The gap to what lies nearest, for every piece; nothing within reach counts as that reach. */
  gaps(): number[] {
    return this.pieces.map((_, n) => this.nearest(n)?.gap ?? FAR_MM);
  }

  /** How far the middles of two things are apart, by their nearest copies, mm. */
  apart(p: Placed, q: Placed): number {
    return Math.min(
      ...imagesOf(q, this.twin).map((i) => {
        const near = nearestCopy(this.lattice, i, p);
        return Math.hypot(near.x - p.x, near.y - p.y);
      }),
    );
  }

  /** Share of the cloth that the outlines cover, as if none overlapped. */
  cover(): number {
    let area = 0;
    for (const { placed } of this.pieces) {
      area += (this.outlines.get(placed.motif)?.areaMm2 ?? 0) * placed.scale ** 2;
    }
    return area / this.cellAreaMm2;
  }
}

/** Whether laying all cells as their twins gives the same cloth. */
function carriesOntoItself({ sign, to }: Twin, lattice: Lattice): boolean {
  const { a, b } = lattice;
  const isStep = (x: number, y: number) => {
    const near = nearestCopy(lattice, { x: 0, y: 0 }, { x, y });
    return Math.hypot(near.x - x, near.y - y) < 1e-6;
  };
  return (
    isStep(sign.x * a.x, sign.y * a.y) &&
    isStep(sign.x * b.x, sign.y * b.y) &&
    isStep(to.x + sign.x * to.x, to.y + sign.y * to.y)
  );
}

function toCircle(shape: Shape, at: Point, r: number, within: number): Gap | null {
  const round = shapeOf(
    { rings: [CIRCLE], areaMm2: 0, radius: 1, slack: 0 },
    { angle: 0, scale: r, mirror: false },
  );
  return gapBetween(shape, round, at, within);
}

const POINT: Shape = {
  rings: [Float64Array.of(0, 0)],
  runs: [new Float64Array(4)],
  boxes: [{ x0: 0, y0: 0, x1: 0, y1: 0 }],
  radius: 0,
  slack: 0,
};

/** A round of radius 1, drawn a hair outside the true one. */
const CIRCLE = Float64Array.from(
  Array.from({ length: 32 }, (_, k) => {
    const t = (k * Math.PI) / 16;
    return [Math.cos(t) / Math.cos(Math.PI / 32), Math.sin(t) / Math.cos(Math.PI / 32)];
  }).flat(),
);

/** How uneven gaps are: their standard deviation over their mean. Null for fewer than two. */
export function gapSpread(gaps: number[]): number | null {
  if (gaps.length < 2) return null;
  const mean = gaps.reduce((s, g) => s + g, 0) / gaps.length;
  if (mean <= 0) return null;
  return Math.sqrt(gaps.reduce((s, g) => s + (g - mean) ** 2, 0) / gaps.length) / mean;
}
