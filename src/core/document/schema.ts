import { z } from 'zod';
import { CLOTH_STYLES, STRICTNESS } from '../findings';
import { type IntakeSettings, PAGE_TOO_LARGE, pageFits } from '../intake';
import { SYMMETRIES } from '../lay';
import { BLENDS, GRAINS } from '../render';
import { LIMITS } from '../units';
import { artSchema } from './art';
import { drawnOnSchema, NEVER_OUT } from './drawn-on';
import { hex, id, kind, name, opacity, percent, placeMm, point, ppi, SCALE, sha, shortMm } from './fields';
import { oneOfKinds } from './kinds';
import { layerSchema } from './layers';
import { MOST_ON_BOARD, shownThingSchema } from './shown-thing';

/** The version of document that is written. */
export const DOCUMENT_VERSION = 4;

/** What may be done with the art; `ask` until the person has answered. */
export const PERMISSIONS = ['mine', 'bought', 'public', 'ask'] as const;

const mm = z.number().min(LIMITS.minMm).max(LIMITS.maxMm);

const layoutSchema = z.object({
  kind: z.enum(['straight', 'half-drop', 'brick', 'diamond']),
  drop: z
    .object({ p: z.number().int().min(0).max(12), q: z.number().int().min(1).max(12) })
    .refine((d) => d.p <= d.q, 'A drop is at most a whole cell.'),
  alternate: z
    .object({ every: z.enum(['column', 'row']), by: z.enum(['across', 'down', 'half-turn', 'same']) })
    .optional(),
});

const briefSchema = z.object({
  widthMm: mm,
  heightMm: mm,
  ppi: z.number().min(LIMITS.minPpi).max(LIMITS.maxPpi),
  unit: z.enum(['in', 'cm']),
});

/** What the bolt is for: whoever prints repeats a block or prints the file once, in colours of the screen or in inks. */
const purposeSchema = z.object({
  printer: z.enum(['repeats', 'once']),
  colours: z.enum(['screen', 'ink']),
  /** So many colours at most, the ground among them; null: as many as it takes. */
  mostColours: z.number().int().min(1).max(64).nullable(),
  theme: z.string().max(600),
  deadline: z.object({ at: z.iso.datetime(), zone: z.string().min(1).max(64) }).nullable(),
  /** Colours that were chosen before there was art, the ground first. */
  palette: z.array(hex).max(24).default([]),
  /** What the cloth loses across and along, shares, as a strike-off of it measured; null: nothing was measured. */
  shrinks: z
    .object({ across: z.number().min(-0.25).max(0.5), along: z.number().min(-0.25).max(0.5) })
    .nullable()
    .default(null),
});

const line = z.tuple([point, point]);

const settingsSchema = z
  .object({
    corners: z.tuple([point, point, point, point]).nullable(),
    aspect: z.number().min(0.05).max(20).nullable().default(null),
    ground: z.enum(['paper', 'colour']).default('paper'),
    shadows: z.enum(['take', 'keep']).default('take'),
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

export const motifSchema = z.object({
  id,
  name,
  role: z.enum(['hero', 'secondary', 'filler']),
  /** Whether it has a top, or turns freely. */
  direction: z.enum(['top', 'free']),
  /** Where the art comes from, in the person's words. */
  source: z.string().max(200),
  permission: z.enum(PERMISSIONS),
  /** The art in the asset store (a PNG, or an SVG where it is a vector), and its size in px at its ppi. */
  asset: sha,
  width: z.number().int().min(1).max(30000),
  height: z.number().int().min(1).max(30000),
  ppi,
  /** What the art is made of. */
  art: artSchema,
  /** The page that it was cut from, and its box there in px of the squared page. */
  sheet: id.nullable(),
  box: z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() }).nullable(),
  /** A rough shape that holds the place of finished art to come. */
  standIn: z.boolean().optional(),
  /** How all its placements lie on what is under them, and how thickly, unless they say otherwise. */
  blend: z.enum(BLENDS).optional(),
  opacity: opacity.optional(),
});

/** Placements kept alike about the cell's middle: the set, which member this one is, and how. */
const symSchema = z.object({ set: id, at: z.number().int().min(0).max(7), how: z.enum(SYMMETRIES) });

/** A motif laid once per cell: its middle in mm from the cell's corner, degrees clockwise. */
export const placementSchema = z.object({
  id,
  motif: id,
  x: placeMm,
  y: placeMm,
  angle: z.number().min(-360).max(360),
  /** By hand 0.02 to 20; further only when new art takes the place of art of quite another size. */
  scale: z.number().min(SCALE.least).max(SCALE.most),
  mirror: z.boolean(),
  /** Nothing moves, turns, sizes or takes off what is locked. */
  locked: z.boolean().optional(),
  /** Hidden placements are neither seen nor sent. */
  hidden: z.boolean().optional(),
  /** Placements of one group are taken in hand together. */
  group: id.optional(),
  sym: symSchema.optional(),
  blend: z.enum(BLENDS).optional(),
  opacity: opacity.optional(),
  /** Inks that it is printed in, in place of the motif's own: ink id to ink id. */
  inkOverrides: z.record(id, id).optional(),
});

/** A circle that nothing laid by scatter, settle or fill may enter: its middle, its radius, mm. */
const reserveSchema = z.object({
  id,
  x: placeMm,
  y: placeMm,
  r: z.number().min(1).max(1500),
});

const grainLayer = z.object({
  texture: z.enum(GRAINS),
  /** Size of its features, mm in print; how strong, 0 to 1. */
  sizeMm: z.number().min(0.2).max(20),
  amount: z.number().min(0).max(1),
});
/** A grain over the ink and one over the cloth; `on`: seen, and in the files too. */
const grainSchema = z.object({
  ink: grainLayer.nullable(),
  cloth: grainLayer.nullable(),
  on: z.boolean(),
});

/** What lies under all: one ink, or several that the cell is split in; `counter`: what lies on it changes inks with it. */
const GROUNDS = {
  plain: z.object({ kind: z.literal('plain') }),
  split: z.object({
    kind: z.literal('split'),
    pattern: kind,
    /** How many times the inks go round in a cell. */
    count: z.number().int().min(1).max(24),
    inks: z.array(id).min(2).max(6),
    counter: z.boolean(),
  }),
};

/** Lines to work along: an outline over the cell, and a grid of equal parts of it (0: none). */
const guidesSchema = z.object({
  outline: kind,
  columns: z.number().int().min(0).max(48),
  rows: z.number().int().min(0).max(48),
});

/** How the cloth is looked over, and what was looked at and is left as it is. */
const checkingSchema = z.object({
  style: z.enum(CLOTH_STYLES),
  strictness: z.enum(STRICTNESS),
  product: kind,
});
const dismissedSchema = z.object({
  id,
  kind,
  x: placeMm,
  y: placeMm,
  placements: z.array(id).max(2000),
  note: z.string().max(200),
});

/**
 * An ink: its colour in the art, other colours of the art that count as this ink, and how much of the hand's
 * texture it keeps (0: flat).
 */
const inkSchema = z.object({
  id,
  name,
  hex,
  also: z.array(hex).max(63).default([]),
  texture: z.number().min(0).max(1).default(1),
});
/** One colour for each ink, in the same order, ground first; inks that stay when the rest is moved or shuffled. */
const colourwaySchema = z.object({
  id,
  name,
  note: z.string().max(400).default(''),
  colours: z.array(hex).min(1).max(64),
  locked: z.array(id).max(64).default([]),
});
/** Votes on the colourways: what was asked, and how many chose each. */
const pollSchema = z.object({
  id,
  title: name,
  at: z.iso.datetime(),
  counts: z.record(id, z.number().int().min(0).max(1e6)),
});

export type ListRule = { each: z.ZodType; least?: number; most: number; refusal: string };

/** The lists of a document: what each member is, how many there may be, and what is said when there are not. */
export const LISTS = {
  sheets: {
    each: sheetSchema,
    most: 60,
    refusal: 'A bolt keeps up to 60 pages. Begin another bolt for more.',
  },
  motifs: {
    each: motifSchema,
    most: 600,
    refusal: 'A bolt holds up to 600 motifs. Take some out, or keep fewer.',
  },
  pictures: {
    each: motifSchema,
    most: 40,
    refusal: 'A bolt holds up to 40 drawings and tiles. Take some out first.',
  },
  layers: { each: layerSchema, least: 1, most: 24, refusal: 'A cell holds up to 24 layers.' },
  placements: { each: placementSchema, most: 2000, refusal: 'A cell holds up to 2000 placements.' },
  reserves: { each: reserveSchema, most: 60, refusal: 'A cell keeps up to 60 reserved places.' },
  dismissed: { each: dismissedSchema, most: 400, refusal: 'A bolt keeps up to 400 findings as left.' },
  inks: { each: inkSchema, least: 1, most: 64, refusal: 'A bolt has up to 64 inks, the ground among them.' },
  colourways: { each: colourwaySchema, least: 1, most: 60, refusal: 'A bolt keeps up to 60 colourways.' },
  polls: { each: pollSchema, most: 40, refusal: 'A bolt keeps up to 40 votes.' },
  board: {
    each: shownThingSchema,
    most: MOST_ON_BOARD,
    refusal: 'A board shows up to six things. Take one off first.',
  },
} as const satisfies Record<string, ListRule>;

function list<T extends z.ZodType>(
  { each, most, refusal }: { each: T; most: number; refusal: string },
  least = 0,
) {
  return z.array(each).min(least, refusal).max(most, refusal);
}

/** Each field of a document by itself. */
export const FIELDS = {
  version: z.literal(DOCUMENT_VERSION),
  id,
  name,
  brief: briefSchema,
  purpose: purposeSchema.optional(),
  layout: layoutSchema,
  sheets: list(LISTS.sheets),
  motifs: list(LISTS.motifs),
  /** What is no motif: whole drawings, and tiles that repeat by themselves. */
  pictures: list(LISTS.pictures),
  ground: oneOfKinds(GROUNDS),
  layers: list(LISTS.layers, 1),
  placements: list(LISTS.placements),
  reserves: list(LISTS.reserves).default([]),
  grain: grainSchema.default({ ink: null, cloth: null, on: true }),
  guides: guidesSchema.default({ outline: 'cell', columns: 0, rows: 0 }),
  checking: checkingSchema.default({ style: 'even', strictness: 'usual', product: 'cloth' }),
  dismissed: list(LISTS.dismissed).default([]),
  /** Ink 0 is the ground; the others are the colours in the art, as drawn. */
  inks: list(LISTS.inks, 1),
  colourways: list(LISTS.colourways, 1),
  polls: list(LISTS.polls).default([]),
  /** Things with the design on them, beside each other. */
  board: list(LISTS.board).default([]),
  /** The cloth as it goes out to be drawn on, and comes back. */
  drawnOn: drawnOnSchema.default(NEVER_OUT),
  shown: id,
};

const fields = z.object(FIELDS);
export type Project = z.infer<typeof fields>;

/** What does not go together in a document whose fields are sound by themselves; null when all does. */
export function whatIsAmiss(doc: Project): string | null {
  const motifs = new Set(doc.motifs.map((m) => m.id));
  if (doc.placements.some((p) => !motifs.has(p.motif))) return 'A placement names a motif that is not there.';
  const pictures = new Set(doc.pictures.map((p) => p.id));
  if (doc.layers.some((l) => (l.kind === 'drawing' || l.kind === 'tile') && !pictures.has(l.picture)))
    return 'A layer names a picture that is not there.';
  if (doc.layers.filter((l) => l.kind === 'placements').length !== 1)
    return 'A cell has one layer of placements.';
  if (doc.colourways.some((c) => c.colours.length !== doc.inks.length))
    return 'A colourway must have one colour for each ink.';
  return doc.colourways.some((c) => c.id === doc.shown) ? null : 'The colourway on show is not there.';
}

export const projectSchema = fields.superRefine((doc, ctx) => {
  const message = whatIsAmiss(doc);
  if (message) ctx.addIssue({ code: 'custom', message });
});

export const logEntrySchema = z.object({
  at: z.iso.datetime(),
  kind: z.enum(['created', 'motifs', 'colourway', 'votes', 'export']),
  text: z.string().max(400),
  sha256: sha.optional(),
  bytes: z.number().int().min(0).optional(),
});

export type Brief = Project['brief'];
export type Sheet = Project['sheets'][number];
export type PageDraft = z.infer<typeof draftSchema>;
export type Motif = Project['motifs'][number];
export type MotifRole = Motif['role'];
export type Permission = Motif['permission'];
export type Ground = Project['ground'];
export type Placement = Project['placements'][number];
export type Reserve = Project['reserves'][number];
export type Grain = Project['grain'];
export type Guides = Project['guides'];
export type Checking = Project['checking'];
export type Ink = Project['inks'][number];
export type Colourway = Project['colourways'][number];
export type ShownThing = Project['board'][number];
export type DrawnOn = Project['drawnOn'];
export type Poll = Project['polls'][number];
export type LogEntry = z.infer<typeof logEntrySchema>;
