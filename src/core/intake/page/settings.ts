import type { Point } from '../../lattice';

/** A click on the page: an area that is taken away with the paper, or given back to the art. */
export type AreaClick = Point & { take: boolean };
/** A brush stroke over the mask; the source is never painted on. */
export type Stroke = { erase: boolean; widthMm: number; points: Point[] };
export type Corners = [Point, Point, Point, Point];

/**
 * How a page is taken apart; kept with the page, so that it can be run again. Lengths are mm. Points are px of
 * the picture as it came in (upright), so they hold when the page is squared another way.
 */
export type IntakeSettings = {
  /** The page within the picture: top left, top right, bottom right, bottom left. null: the whole picture. */
  corners: Corners | null;
  /** Height of the page for a width of 1, where a slant hides it; null: as its edges look. */
  aspect: number | null;
  /** What the art lies on: white paper, or a coloured ground of its own, whose colour then goes and all others stay as they are. */
  ground: 'paper' | 'colour';
  /** Soft shadows of the art on what it lies on: taken away with it, or kept, see-through. */
  shadows: 'take' | 'keep';
  /** Divides by the paper's own light, so that it is even and white. */
  evenLight: boolean;
  /** Percent of light that becomes white, and percent that becomes black. */
  white: number;
  black: number;
  /** 0 to 100: how far from paper white still counts as paper. */
  tolerance: number;
  /** true: only paper joined to the page's edge goes. */
  joined: boolean;
  areas: AreaClick[];
  strokes: Stroke[];
  /** Width over which the edge of the art fades, mm. */
  softMm: number;
  /** An opaque backing under the art; null for none. */
  back: Backing | null;
  /** Marks with less area than this, in square mm, are dust. */
  speckMm2: number;
  /** Pieces closer than this are one motif (a kite and its tail). */
  joinMm: number;
  /** Pieces with less area than this, in square mm, are not offered. */
  smallestMm2: number;
  /** Pieces at the two points are one. */
  links: [Point, Point][];
  /** Lines along which a piece is cut in two. */
  cuts: [Point, Point][];
  /** All art inside a closed line is one piece. */
  lassos: Point[][];
};

export type Backing = {
  /** How much smaller than the art the backing is, so that nothing peeks out. */
  shrinkMm: number;
  /** Gaps in the outline up to this width are closed. */
  bridgeMm: number;
  /** Plain white, or what the page shows there. */
  with: 'white' | 'page';
};

/** 3 px at 300 ppi. */
export const DEFAULT_BACKING: Backing = { shrinkMm: 0.25, bridgeMm: 1, with: 'page' };

export const DEFAULT_INTAKE: IntakeSettings = {
  corners: null,
  aspect: null,
  ground: 'paper',
  shadows: 'take',
  evenLight: true,
  white: 100,
  black: 0,
  tolerance: 14,
  joined: true,
  areas: [],
  strokes: [],
  softMm: 0,
  back: null,
  speckMm2: 0.25,
  joinMm: 1.8,
  smallestMm2: 4,
  links: [],
  cuts: [],
  lassos: [],
};
