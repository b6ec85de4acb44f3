import { z } from 'zod';
import { type IntakeSettings, PAGE_TOO_LARGE, PART_KINDS, pageFits } from '../intake';
import { LIMITS } from '../units';

/** What may be done with the art; `ask` until the person has answered. */
export const PERMISSIONS = ['mine', 'bought', 'public', 'ask'] as const;

/** How far art may be reduced or enlarged. */
export const SCALE = { least: 0.002, most: 200 } as const;

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

const point = z.object({ x: z.number().min(-1e6).max(1e6), y: z.number().min(-1e6).max(1e6) });
const line = z.tuple([point, point]);
const percent = z.number().min(0).max(100);
const shortMm = z.number().min(0).max(50);

const settingsSchema = z
  .object({
    corners: z.tuple([point, point, point, point]).nullable(),
    aspect: z.number().min(0.05).max(20).nullable().default(null),
    evenLight: z.boolean(),
    white: percent,
    black: percent,
    tolerance: percent,
    joined: z.boolean(),
    areas: z.array(point.extend({ take: z.boolean() })).max(500),
    strokes: z
      .array(z.object({ erase: z.boolean(), widthMm: shortMm, points: z.array(point).min(1).max(4000) }))
      .max(500),
    softMm: shortMm,
    back: z.object({ shrinkMm: shortMm, bridgeMm: shortMm, with: z.enum(['white', 'page']) }).nullable(),
    speckMm2: percent,
    joinMm: shortMm,
    smallestMm2: z.number().min(0).max(10000),
    links: z.array(line).max(300),
    cuts: z.array(line).max(300),
    lassos: z.array(z.array(point).min(3).max(2000)).max(200),
  })
  .refine(
    (s) => !s.corners || pageFits(s.corners, s.aspect),
    PAGE_TOO_LARGE,
  ) satisfies z.ZodType<IntakeSettings>;

/** A page as it came in. The file itself is never altered; `settings` can be run again on it. */
const sheetSchema = z.object({ id, name, asset: sha, ppi, settings: settingsSchema });

/** A page on its way in, kept so that a closed window does not lose what was marked on it. */
export const draftSchema = sheetSchema.extend({
  ppi: ppi.nullable(),
  /** The page of the bolt that it is (opened again), and the motif that is to get its art. */
  sheet: id.optional(),
  replaces: id.optional(),
});

/** One part of a motif's art, in register with the others; `hex` colours it all over. */
const partSchema = z.object({ id, name, kind: z.enum(PART_KINDS), asset: sha, hex: hex.nullable() });

/** How line art was filled: the art it was before, and a colour for the region at each point (px of the art). */
const fillSchema = z.object({
  from: sha,
  bridgeMm: shortMm,
  trapMm: shortMm,
  colours: z.array(point.extend({ hex })).max(2000),
});

const motifSchema = z.object({
  id,
  name,
  role: z.enum(['hero', 'secondary', 'filler']),
  /** Whether it has a top, or turns freely. */
  direction: z.enum(['top', 'free']),
  /** Where the art comes from, in the person's words. */
  source: z.string().max(200),
  permission: z.enum(PERMISSIONS),
  /** The cut-out art in the asset store (a PNG, or an SVG when `vector`), and its size in px at its ppi. */
  asset: sha,
  width: z.number().int().min(1).max(30000),
  height: z.number().int().min(1).max(30000),
  ppi,
  vector: z.boolean(),
  /** The page that it was cut from, and its box there in px of the squared page. */
  sheet: id.nullable(),
  box: z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() }).nullable(),
  /** The parts that the art is put together from, lowest first; empty for art in one piece. */
  parts: z.array(partSchema).max(60),
  fill: fillSchema.nullable(),
});

/** A motif laid once per cell: its middle in mm from the cell's corner, degrees clockwise. */
const placementSchema = z.object({
  id,
  motif: id,
  x: z.number().min(-1e5).max(1e5),
  y: z.number().min(-1e5).max(1e5),
  angle: z.number().min(-360).max(360),
  /** By hand 0.02 to 20; further only when new art takes the place of art of quite another size. */
  scale: z.number().min(SCALE.least).max(SCALE.most),
  mirror: z.boolean(),
});

const inkSchema = z.object({ id, name, hex });
/** One colour for each ink, in the same order, ground first. */
const colourwaySchema = z.object({ id, name, colours: z.array(hex).min(1).max(64) });

export const projectSchema = z
  .object({
    version: z.literal(2),
    id,
    name,
    brief: briefSchema,
    layout: layoutSchema,
    sheets: z.array(sheetSchema).max(60, 'A bolt keeps up to 60 pages. Begin another bolt for more.'),
    motifs: z.array(motifSchema).max(600, 'A bolt holds up to 600 motifs. Take some out, or keep fewer.'),
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
export type PageDraft = z.infer<typeof draftSchema>;
export type Motif = Project['motifs'][number];
export type MotifRole = Motif['role'];
export type Permission = Motif['permission'];
export type Part = Motif['parts'][number];
export type Placement = Project['placements'][number];
export type Ink = Project['inks'][number];
export type Colourway = Project['colourways'][number];
export type LogEntry = z.infer<typeof logEntrySchema>;
