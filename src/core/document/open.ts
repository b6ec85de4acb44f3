import { MIGRATIONS } from './migrations';
import { type Project, projectSchema } from './schema';

/**
 * A document of any version, brought up to today's and checked.
 * @throws ZodError when it is not a sound document.
 */
export function openProject(json: unknown): Project {
  let doc = json as Record<string, unknown>;
  for (let step = 0; step < 100; step++) {
    const migrate = MIGRATIONS[Number(doc?.version)];
    if (!migrate) break;
    doc = migrate(doc);
  }
  return projectSchema.parse(doc);
}
