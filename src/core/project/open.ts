import { DEFAULT_INTAKE } from '../intake';
import { type Project, projectSchema } from './schema';

type Loose = Record<string, unknown>;
const all = (v: unknown) => (Array.isArray(v) ? (v as Loose[]) : []);

/** Each step takes a document from the version of its number to the next. */
const MIGRATIONS: Record<number, (old: Loose) => Loose> = {
  // Motifs learn whose they are, which way is up, and where on the page they were; pages the whole of intake.
  1: (old) => ({
    ...old,
    version: 2,
    sheets: all(old.sheets).map((s) => ({
      ...s,
      settings: { ...DEFAULT_INTAKE, ...(s.settings as object) },
    })),
    motifs: all(old.motifs).map((m) => ({
      ...m,
      direction: 'free',
      source: '',
      permission: 'ask',
      vector: false,
      box: null,
      parts: [],
      fill: null,
    })),
  }),
};

/**
 * A document of any version, brought up to today's and checked.
 * @throws ZodError when it is not a sound document.
 */
export function openProject(json: unknown): Project {
  let doc = json as Loose;
  for (let step = 0; step < 100; step++) {
    const migrate = MIGRATIONS[Number(doc?.version)];
    if (!migrate) break;
    doc = migrate(doc);
  }
  return projectSchema.parse(doc);
}
