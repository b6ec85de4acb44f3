import { keepUnknown } from './keep-unknown';
import { MIGRATIONS } from './migrations';
import { withOwnIds } from './own-ids';
import { DOCUMENT_VERSION, type Project, projectSchema } from './schema';

/** A document of any version, brought up to today's, not yet checked. */
export function upToDate(json: unknown): Record<string, unknown> {
  let doc = json as Record<string, unknown>;
  for (let step = 0; step < 100; step++) {
    const migrate = MIGRATIONS[Number(doc?.version)];
    if (!migrate) break;
    doc = migrate(doc);
  }
  return doc;
}

/** Whether a document was made by a later version than this one. */
export const isOfLaterVersion = (json: unknown): boolean =>
  Number((json as { version?: unknown } | null)?.version) > DOCUMENT_VERSION;

/**
 * A document of any version, brought up to today's and checked. Fields that are not known are kept; what has the id of another
 * gets one of its own.
 * @throws ZodError when it is not a sound document.
 */
export function openProject(json: unknown): Project {
  const doc = upToDate(json);
  return withOwnIds(keepUnknown(doc, projectSchema.parse(doc)));
}
