import { z } from 'zod';
import { PART_KINDS } from '../intake';
import { BLENDS } from '../render';
import { registry } from '../units';
import { hex, id, name, opacity, placeMm, point, sha, shortMm } from './fields';
import { oneOfKinds } from './kinds';

/** One part of a motif's art, in register with the others; `hex` colours it all over. */
const partSchema = z.object({ id, name, kind: z.enum(PART_KINDS), asset: sha, hex: hex.nullable() });
const parts = z.array(partSchema).max(60);

/** How line art was filled: the art it was before, and a colour for the region at each point (px of the art). */
const fillSchema = z.object({
  from: sha,
  bridgeMm: shortMm,
  trapMm: shortMm,
  colours: z.array(point.extend({ hex })).max(2000),
});

/**
 * A motif as a piece of another: its picture, and how it lies about the middle of the whole (mm, degrees clockwise). `cut`:
 * only what lies inside this line of it is there (px of its picture).
 */
const pieceSchema = z.object({
  id,
  name,
  asset: sha,
  width: z.number().int().min(1).max(30000),
  height: z.number().int().min(1).max(30000),
  ppi: z.number().min(1).max(10000),
  x: placeMm,
  y: placeMm,
  angle: z.number().min(-360).max(360),
  scale: z.number().min(0.002).max(200),
  mirror: z.boolean(),
  cut: z.array(point).min(3).max(400).optional(),
  vector: z.boolean().optional(),
  inkOverrides: z.record(id, id).optional(),
  blend: z.enum(BLENDS).optional(),
  opacity: opacity.optional(),
});

/** A blot that was healed: its middle and how far it reaches, px of the picture. */
const blotSchema = point.extend({ r: z.number().min(1).max(2000) });

/** How a tile was mended, from which picture: what can be run again on it. */
const mendedSchema = z.object({
  from: sha,
  evenLight: z.boolean(),
  cut: z.boolean(),
  overlap: z.number().min(0.01).max(0.3),
  blots: z.array(blotSchema).max(200),
});

/** The kinds of art that ship with the product. */
const ARTS = {
  pixels: z.object({ kind: z.literal('pixels') }),
  vector: z.object({ kind: z.literal('vector') }),
  parts: z.object({ kind: z.literal('parts'), parts }),
  filled: z.object({ kind: z.literal('filled'), parts, fill: fillSchema }),
  pieces: z.object({ kind: z.literal('pieces'), pieces: z.array(pieceSchema).min(1).max(60) }),
  mended: mendedSchema.extend({ kind: z.literal('mended') }),
};
type Arts = { [K in keyof typeof ARTS]: z.infer<(typeof ARTS)[K]> };
export type Art = Arts[keyof Arts];
export type Part = z.infer<typeof partSchema>;
export type ArtFill = z.infer<typeof fillSchema>;
export type ArtPiece = z.infer<typeof pieceSchema>;
export type Blot = z.infer<typeof blotSchema>;

/**
 * A kind of art: how the picture of a motif was made, so that it can be made again. The picture itself is an asset of the motif, and is
 * rendered, checked and sent as such, whatever its kind. Functions get art of this kind.
 */
export type ArtKind<A = Art> = {
  /** Its name in a document. */
  id: string;
  schema: z.ZodType;
  /** Every picture that it is made of, beside the motif's own. */
  assets: (art: A) => string[];
  /** The parts that it is put together from, lowest first. */
  parts?: (art: A) => Part[];
  /** The pieces that it was made from. */
  pieces?: (art: A) => ArtPiece[];
  /** It is shapes, drawn as fine as it prints. */
  vector?: true;
};

type OfKind<K extends string> = Extract<Art, { kind: K }>;
/** A kind of art told by functions on its own art; the registry only gives it that. */
const artKind = <K extends Art['kind']>(kind: ArtKind<OfKind<K>> & { id: K }): ArtKind =>
  kind as unknown as ArtKind;

const assetOf = ({ asset }: { asset: string }) => asset;

/** Every kind of art, one line each. */
export const artKinds = registry<ArtKind>(
  [
    artKind({ id: 'pixels', schema: ARTS.pixels, assets: () => [] }),
    artKind({ id: 'vector', schema: ARTS.vector, assets: () => [], vector: true }),
    artKind({
      ...{ id: 'parts', schema: ARTS.parts },
      assets: (art) => art.parts.map(assetOf),
      parts: (art) => art.parts,
    }),
    artKind({
      ...{ id: 'filled', schema: ARTS.filled },
      assets: (art) => [...art.parts.map(assetOf), art.fill.from],
      parts: (art) => art.parts,
    }),
    artKind({
      ...{ id: 'pieces', schema: ARTS.pieces },
      assets: (art) => art.pieces.map(assetOf),
      pieces: (art) => art.pieces,
    }),
    artKind({ id: 'mended', schema: ARTS.mended, assets: (art) => [art.from] }),
  ],
  (kind) => [kind.id],
);

export const artSchema = oneOfKinds(ARTS, (kind) => artKinds.of(kind)?.schema);

type Has = { art: Art };
const kindOf = (art: Art) => artKinds.of(art.kind);

/** The parts that it is put together from, lowest first; none for art in one piece. */
export const partsOf = ({ art }: Has): Part[] => kindOf(art)?.parts?.(art) ?? [];

/** How it was filled; null for what is no filled line art. */
export const fillOf = ({ art }: Has): ArtFill | null => (art.kind === 'filled' ? art.fill : null);

/** The pieces that it was made from. */
export const piecesOfArt = ({ art }: Has): ArtPiece[] => kindOf(art)?.pieces?.(art) ?? [];

export const isVector = ({ art }: Has): boolean => kindOf(art)?.vector ?? false;

/** Every picture that art is made of, beside its own. */
export const assetsOfArt = (art: Art): string[] => kindOf(art)?.assets(art) ?? [];
