import type { Rgb } from '../colour';
import type { PixelPlan, Point } from '../lattice';
import type { SilhouetteIndex } from '../lay';
import type { Wants } from '../products';
import type { Placed, Scene } from '../render';
import type { ClothMeasures } from './cloth/measures';
import type { LayerRead } from './cloth/read-layers';
import type { Found } from './found';
import type { Limits } from './limits';
import type { Work } from './mending/work';

/** What measures read: the cloth as it was measured, and how it is to be looked over. */
export type Measured = {
  cloth: ClothMeasures;
  /** What is laid, with its drawings and tiles as they are; in `cloth` their pieces are placements. */
  scene: Scene;
  /** The drawings and tiles on it as they were read. */
  layers: readonly LayerRead[];
  /** At print ppi. */
  plan: PixelPlan;
  limits: Limits;
  /** The least that the print holds. */
  wants: Wants;
  /** The leading colour of each motif, by a number; -1 or none: not known. */
  leads: Map<string, number>;
  /** The colours on show, ground first. */
  inks: Rgb[];
  /** Motifs that are meant to weigh. */
  heroes: ReadonlySet<string>;
  /** Motifs that have a top. */
  tops: Set<string>;
  /** The outline that is worked to, mm; empty when it is the cell itself. */
  outline: Point[];
  /** No line is measured that was not measured before. */
  knownLines: boolean;
  /** What the measures before this one found. */
  found: readonly Found[];
};

/** The names of what a finding is about, as a document has them. */
export type Named = {
  motifs: { id: string; name: string; width: number; height: number; ppi: number }[];
  placements: { id: string; motif: string }[];
  inks: { name: string }[];
  checking: { product: string };
  layers?: readonly { id: string; picture?: string }[];
  pictures?: readonly { id: string; name: string }[];
};

/** How far a finding reaches on the cloth, mm: a ring round its place, or a straight band through it. */
export type Extent = { ring: number } | { band: Point; wideMm: number; onlyInFocus?: boolean };

/** How a kind of finding is mended: one part of mending, which may be left out. */
export type Mend = {
  part: string;
  name: string;
  /** Parts are done by rising turn. */
  turn: number;
  /** Mends one finding, changing as little as it can, or more at a later attempt; false where there is no such way. */
  run: (work: Work, finding: Found, attempt: number) => boolean;
  summary: (count: number) => string;
  /** How many ways there are, the one that changes least first. Default one. */
  ways?: number;
};

/** A cloth with a fault in it: where the fault is, for a lane or rows the way that they run, and how many rows to a period. */
export type Spoilt = { placements: Placed[]; at: Point; along?: Point; rows?: number };

/** A fault to practise on: how it is planted in a cloth, what it is called, and what to look for. */
export type Fault = {
  name: string;
  lookFor: string;
  /** The kinds by which the check tells it, where that is not its own alone. */
  toldAs?: string[];
  /** It runs straight on through copies, so that it cannot be planted where cells alternate. */
  straight?: boolean;
  plant: (silhouettes: SilhouetteIndex, random: () => number, weights: Map<string, number>) => Spoilt;
};

/** One kind of finding: its words, how far it reaches, whether it can be mended, how it is planted. */
export type Kind<F extends Found> = {
  /** One letter a kind, so that colour is never the only sign. */
  letter: string;
  title: (f: F, named: Named) => string;
  /** Why it matters, against what the rest of the cloth has, and what to do next. */
  why: (f: F, named: Named) => string;
  /** What to draw where, for what is drawn in a picture. */
  drawn?: (f: F, named: Named) => string;
  extent?: (f: F) => Extent;
  mends?: true;
  fault?: Fault;
};

/** A measure of the cloth, the kinds of finding that it tells, and what mends them. */
export type FindingModule<F extends Found> = {
  measure: (measured: Measured) => F[];
  /** It is about what is laid as it is, drawings and tiles too. Left out: about things among each other, pieces of pictures too. */
  anyArt?: true;
  /** Why it cannot be measured on this cloth, as a sentence; null: it can. */
  unjudged?: (measured: Measured) => string | null;
  mend?: Mend;
  kinds: { [K in F['kind']]: Kind<Extract<F, { kind: K }>> };
};
