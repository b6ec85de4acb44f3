import { z } from 'zod';
import { LIMITS } from '../units';

const id = z.string().min(1).max(64);
const sha = z.string().regex(/^[0-9a-f]{64}$/);
const hex = z.string().regex(/^#[0-9a-f]{6}$/);
const mm = z.number().min(LIMITS.minMm).max(LIMITS.maxMm);
const ppi = z.number().min(1).max(10000);
const name = z.string().min(1).max(80);

const layoutSchema = z.object({
  kind: z.enum(['straight', 'half-drop', 'brick', 'diamond']),
  drop: z
    .object({ p: z.number().int().min(0).max(12), q: z.number().int().min(1).max(12) })
    .refine((d) => d.p <= d.q, 'A drop is at most a whole cell.'),
});

const briefSchema = z.object({
  widthMm: mm,
  heightMm: mm,
  ppi: z.number().min(LIMITS.minPpi).max(LIMITS.maxPpi),
  unit: z.enum(['in', 'cm']),
});

/** A page as it came in. The file itself is never altered; `settings` can be run again on it. */
const sheetSchema = z.object({
  id,
  name,
  asset: sha,
  ppi,
  settings: z.object({
    tolerance: z.number().min(0).max(100),
    joined: z.boolean(),
    speckMm2: z.number().min(0).max(100),
    joinMm: z.number().min(0).max(50),
    smallestMm2: z.number().min(0).max(10000),
  }),
});

const motifSchema = z.object({
  id,
  name,
  role: z.enum(['hero', 'secondary', 'filler']),
  /** The cut-out art, a PNG in the asset store, and its size in px. */
  asset: sha,
  width: z.number().int().min(1).max(20000),
  height: z.number().int().min(1).max(20000),
  ppi,
  /** The sheet that it was cut from. */
  sheet: id,
});

/** A motif laid once per cell: its middle in mm from the cell's corner, degrees clockwise. */
const placementSchema = z.object({
  id,
  motif: id,
  x: z.number().min(-1e5).max(1e5),
  y: z.number().min(-1e5).max(1e5),
  angle: z.number().min(-360).max(360),
  scale: z.number().min(0.02).max(20),
  mirror: z.boolean(),
});

const inkSchema = z.object({ id, name, hex });
/** One colour for each ink, in the same order, ground first. */
const colourwaySchema = z.object({ id, name, colours: z.array(hex).min(1).max(64) });

export const projectSchema = z
  .object({
    version: z.literal(1),
    id,
    name,
    brief: briefSchema,
    layout: layoutSchema,
    sheets: z.array(sheetSchema).max(60),
    motifs: z.array(motifSchema).max(200),
    placements: z.array(placementSchema).max(2000),
    /** Ink 0 is the ground; the others are the colours in the art, as drawn. */
    inks: z.array(inkSchema).min(1).max(64),
    colourways: z.array(colourwaySchema).min(1).max(60),
    shown: id,
  })
  .superRefine((doc, ctx) => {
    const motifs = new Set(doc.motifs.map((m) => m.id));
    if (doc.placements.some((p) => !motifs.has(p.motif))) {
      ctx.addIssue({ code: 'custom', message: 'A placement names a motif that is not there.' });
    }
    if (doc.colourways.some((c) => c.colours.length !== doc.inks.length)) {
      ctx.addIssue({ code: 'custom', message: 'A colourway must have one colour for each ink.' });
    }
    if (!doc.colourways.some((c) => c.id === doc.shown)) {
      ctx.addIssue({ code: 'custom', message: 'The colourway on show is not there.' });
    }
  });

export const logEntrySchema = z.object({
  at: z.iso.datetime(),
  kind: z.enum(['created', 'motifs', 'colourway', 'export']),
  text: z.string().max(400),
  sha256: sha.optional(),
  bytes: z.number().int().min(0).optional(),
});

export type Project = z.infer<typeof projectSchema>;
export type Brief = Project['brief'];
export type Sheet = Project['sheets'][number];
export type Motif = Project['motifs'][number];
export type MotifRole = Motif['role'];
export type Placement = Project['placements'][number];
export type Ink = Project['inks'][number];
export type Colourway = Project['colourways'][number];
export type LogEntry = z.infer<typeof logEntrySchema>;
