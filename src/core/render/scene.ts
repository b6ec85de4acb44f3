import type { PixelPlan, Size } from '../lattice';
import type { Pyramid } from '../raster';
import { MM_PER_INCH } from '../units';
import type { SceneGrain } from './grain';
import type { Split } from './split';

/** How ink lies on what is under it: over it, as a glaze that darkens, or as one that lightens. */
export const BLENDS = ['normal', 'multiply', 'screen'] as const;
export type Blend = (typeof BLENDS)[number];

/**
 * A motif laid once per cell. `x`, `y`: its middle, mm from the cell's origin; `angle`: degrees clockwise;
 * `scale`: 1 prints the art at the size it was drawn; `mirror`: flipped left to right before turning.
 */
export type Placed = {
  motif: string;
  /** Which of the scene's arts it is drawn with, where the motif has several; default the motif's own. */
  art?: string;
  x: number;
  y: number;
  angle: number;
  scale: number;
  mirror: boolean;
  /** The placement's name in its document, for findings. */
  id?: string;
  /** What it looks like: those of one such name are the same thing to the eye; default those of one motif. */
  like?: string;
  /** The same, at any size. */
  kin?: string;
  /** It runs on through its own copies, as a vine does: it has no middle, and meets itself on purpose. */
  through?: true;
  /** A person cut its picture apart: that it touches another piece may be meant. */
  cut?: true;
  /** Default normal. */
  blend?: Blend;
  /** 0 to 1, default 1. */
  opacity?: number;
};

/**
 * Art of one motif: its pixels and how many of them make an inch at scale 1. `shape`: what art of the same silhouette in
 * other colours has in common, where that is known.
 */
export type SceneMotif = { pyramid: Pyramid; ppi: number; shape?: object };

type Colour = [number, number, number];

/**
 * A ground in several colours. `counter`: for each of them, what is laid where it lies, if that is not the same everywhere.
 */
export type SceneSplit = Omit<Split, 'inks'> & {
  colours: Colour[];
  counter?: { placements: Placed[]; layers: SceneLayer[] }[];
};

type Place = { x: number; y: number };
/** What a person said of the pieces that are seen in a picture: two that are one, lines to cut along, places that are ground. */
export type PieceMarks = { joins: Place[][]; cuts: Place[][]; ground: Place[] };

/**
 * How a layer lies on what is under it; `marks`: what a person said of the pieces that are seen in it, places in shares of its
 * width and height.
 */
type Lies = { blend?: Blend; opacity?: number; marks?: PieceMarks };

/**
 * What lies on the ground, lowest first: the placements, a drawing laid once a cell (mm), a picture that repeats by itself
 * (`size` in mm, or null: one to a cell; `texture`: no things are to be told apart in it). Art is named as the scene has it.
 */
export type SceneLayer =
  | { kind: 'placements' }
  | ({ kind: 'drawing'; art: string; x: number; y: number; scale: number } & Lies)
  | ({ kind: 'tile'; art: string; size: Size | null; texture: boolean } & Lies);

/** What is rendered. Placements later in the list lie over earlier ones. `ground` null: see-through. */
export type Scene = {
  ground: Colour | null;
  split?: SceneSplit;
  motifs: Map<string, SceneMotif>;
  placements: Placed[];
  /** Left out: the placements alone. */
  layers?: SceneLayer[];
  grain?: SceneGrain;
};

const PLACEMENTS: SceneLayer[] = [{ kind: 'placements' }];
export const layersOf = (scene: Pick<Scene, 'layers'>): SceneLayer[] => scene.layers ?? PLACEMENTS;

/** A drawing as a placement: once a cell, over and under its own copies. */
export const asPlaced = ({
  art,
  x,
  y,
  scale,
  blend,
  opacity,
}: Extract<SceneLayer, { kind: 'drawing' }>): Placed => ({
  ...{ motif: art, x, y, angle: 0, scale, mirror: false, blend, opacity },
});

/** What a placement is to the eye: those of one kind are the same thing again. */
export const kindOfPlaced = ({ like, motif }: Placed): string => like ?? motif;
export const kinOfPlaced = ({ kin, motif }: Placed): string => kin ?? motif;

/** The art that a placement is drawn with. */
export const artOf = (scene: Pick<Scene, 'motifs'>, { art, motif }: Placed): SceneMotif | undefined =>
  scene.motifs.get(art ?? motif);

/** From motif pixels (level 0, middle at 0,0) to print pixels, without the move: a 2 x 2 matrix. */
export type Turn = { xx: number; xy: number; yx: number; yy: number };

/** The matrix of a placement for art of `ppi` in a plan, in print px per motif px. */
export function turnOf(placed: Placed, artPpi: number, plan: PixelPlan): Turn {
  const t = (placed.angle * Math.PI) / 180;
  const s = placed.scale * (MM_PER_INCH / artPpi);
  const m = placed.mirror ? -1 : 1;
  return {
    xx: Math.cos(t) * s * m * plan.scale.x,
    xy: -Math.sin(t) * s * plan.scale.x,
    yx: Math.sin(t) * s * m * plan.scale.y,
    yy: Math.cos(t) * s * plan.scale.y,
  };
}
