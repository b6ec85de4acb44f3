import { z } from 'zod';
import type { Point } from '../lattice';
import { EDGE_NAMES, type EdgeReport } from '../returns';
import { id, placeMm, ppi, sha } from './fields';

/** How a cloth is cut to be drawn on: slid by half, as the layout hangs its next column or row, or each quarter turned in its place. */
export const SLIDES = ['both', 'across', 'down', 'turned', 'as-laid'] as const;

const px = z.number().int().min(-60_000).max(60_000);
const sizePx = z.number().int().min(1).max(30_000);

/** What went out with it of what is to be drawn next: as a picture to lie over it, and place by place, mm on the cloth. */
const guideSchema = z.object({
  asset: sha,
  places: z
    .array(
      z.object({
        kind: z.string().max(40),
        title: z.string().max(200),
        x: placeMm,
        y: placeMm,
        /** The ink that lacks most about it, and how what is about it leans, degrees. */
        ink: z.string().max(80).nullable(),
        lean: z.number().min(0).max(180).nullable(),
      }),
    )
    .max(40),
  /** The middle lines of the picture that nothing crosses for a long way. */
  uncrossed: z.array(z.enum(['across', 'down'])).max(2),
});

/** The picture that went out: the cloth from a place on it (px), as it was. */
const outSchema = z.object({
  asset: sha,
  /** The strokes that were on a layer of their own then: what comes back is laid on those. */
  under: sha.nullable(),
  guide: guideSchema.nullable().default(null),
  /** What all of it is made of but those strokes, by a hash; null: not kept. */
  cloth: sha.nullable().default(null),
  /** How often it had come back by then. */
  after: z.number().int().min(0).max(9999).default(0),
  at: z.iso.datetime(),
  how: z.enum(SLIDES),
  /** What of the cloth it shows: a cell of it, or the block. */
  frame: z.enum(['cell', 'block']),
  x: px,
  y: px,
  width: sizePx,
  height: sizePx,
  ppi,
});

const mm = z.number().min(0).max(1e5);
const edgeName = z.enum(EDGE_NAMES);

/** What a new stroke does at an edge of the picture that it was drawn on: its place on the cloth and along the edge, mm. */
const atEdgeSchema = z.object({
  x: placeMm,
  y: placeMm,
  edge: edgeName,
  alongMm: mm,
  /** It stays on this side, so near the edge; else it leaves. */
  nearMm: mm.nullable(),
  /** Where it comes back, how far off that is and how differently it leans there, degrees; null: it does not. */
  back: z.object({ edge: edgeName, alongMm: mm, offMm: mm, lean: z.number().min(0).max(180) }).nullable(),
});

/** The cloth as it goes out to be drawn on elsewhere and comes back. */
export const drawnOnSchema = z.object({
  out: outSchema.nullable(),
  /** How often it came back. */
  version: z.number().int().min(0).max(9999),
  /** A small picture of how it came back last. */
  picture: sha.nullable(),
  /** The layer that what was drawn lies on; `whole`: all of the cloth is on it. */
  layer: id.nullable(),
  whole: z.boolean(),
  /** How far what is new is to stay from the edge, mm. */
  marginMm: z.number().min(0).max(100),
  edges: z.array(atEdgeSchema).max(200),
});

/** What new strokes do at the edges of a picture, as the document keeps it: those that do not join, and what came too near. @param scale px to the mm. */
export function edgesOnCloth(report: EdgeReport, from: Point, scale: Point): z.infer<typeof atEdgeSchema>[] {
  const onCloth = ({ x, y }: Point) => ({ x: (from.x + x + 0.5) / scale.x, y: (from.y + y + 0.5) / scale.y });
  return [
    ...report.touching
      .filter((t) => !t.returns?.joins)
      .map(({ edge, at, alongMm, returns }) => ({
        ...{ ...onCloth(at), edge, alongMm, nearMm: null },
        back: returns && {
          ...{ edge: returns.edge, alongMm: returns.alongMm },
          ...{ offMm: returns.offMm, lean: returns.lean },
        },
      })),
    ...report.near.map(({ edge, at, mm: near }) => ({
      ...onCloth(at),
      edge,
      alongMm: 0,
      nearMm: near,
      back: null,
    })),
  ].slice(0, 200);
}

export const NEVER_OUT: z.infer<typeof drawnOnSchema> = {
  ...{ out: null, version: 0, picture: null, layer: null, whole: false, marginMm: 5 },
  edges: [],
};
