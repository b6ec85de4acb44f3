import { z } from 'zod';
import { FileRefused } from '../refused';

/** What the first entry of a project file says, stored as it is. */
export const PROJECT_MIME = 'application/x-hexaplex';

/** What a project file may hold at the most. */
export const PROJECT_LIMITS = { entries: 5000, textBytes: 80e6, assetBytes: 400e6 } as const;

const DAMAGED =
  'This is no sound project file: what it says of itself is not in order. Save it again where it came from.';

/** What is kept with a snapshot beside its document: how it was judged, and when it was sent. */
const notesSchema = z.object({
  judged: z
    .object({
      score: z.number().nullable(),
      findings: z
        .array(
          z.object({
            kind: z.string().max(64),
            severity: z.enum(['warning', 'note']),
            title: z.string().max(200),
            x: z.number(),
            y: z.number(),
          }),
        )
        .max(300),
    })
    .optional(),
  sentAt: z.iso.datetime().optional(),
});
export type SnapshotNotes = z.infer<typeof notesSchema>;

const fileSchema = z.object({
  /** The version of this layout of the file; the document has its own. */
  format: z.literal(1),
  project: z.unknown(),
  log: z.array(z.unknown()).max(100_000),
  snapshots: z
    .array(
      notesSchema.extend({
        id: z.string().min(1).max(64),
        name: z.string().max(80),
        at: z.iso.datetime(),
        project: z.unknown(),
      }),
    )
    .max(2000),
});
export type ProjectText = z.infer<typeof fileSchema>;

/** The text of a project file: the document, its log and its snapshots. */
export const projectText = (held: Omit<ProjectText, 'format'>): string =>
  JSON.stringify({ format: 1, ...held } satisfies ProjectText);

/**
 * Reads the text of a project file. The documents in it are not checked yet.
 * @throws FileRefused when it is none, or of a later layout.
 */
export function readProjectText(text: string): ProjectText {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new FileRefused(DAMAGED);
  }
  const { format } = (json ?? {}) as { format?: unknown };
  if (typeof format === 'number' && format > 1)
    throw new FileRefused(
      'This project file was saved by a newer Hexaplex. Reload this page to get that one.',
    );
  const seen = fileSchema.safeParse(json);
  if (!seen.success) throw new FileRefused(DAMAGED);
  return seen.data;
}

const EXTENSIONS: Record<string, string> = {
  'image/png': 'png',
  'image/jpeg': 'jpg',
  'image/webp': 'webp',
  'image/tiff': 'tif',
  'image/svg+xml': 'svg',
  'image/openraster': 'ora',
};

/** The name of an asset in a project file, by its hash and its type. */
export const assetEntry = (sha256: string, mime: string): string =>
  `assets/${sha256}.${EXTENSIONS[mime] ?? 'bin'}`;

/** The hash and the type that the name of an entry tells; null when it is no asset. */
export function assetOfEntry(name: string): { sha256: string; mime: string } | null {
  const found = /^assets\/([0-9a-f]{64})\.([a-z]{2,4})$/.exec(name);
  if (!found) return null;
  const mime = Object.keys(EXTENSIONS).find((m) => EXTENSIONS[m] === found[2]);
  return { sha256: found[1], mime: mime ?? 'application/octet-stream' };
}
