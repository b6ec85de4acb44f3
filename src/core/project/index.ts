export * from './commands';
export { motifOf, newProject } from './create';
export { openProject } from './open';
export {
  type Brief,
  type Colourway,
  draftSchema,
  type Ink,
  type LogEntry,
  logEntrySchema,
  type Motif,
  type MotifRole,
  type PageDraft,
  type Part,
  PERMISSIONS,
  type Permission,
  type Placement,
  type Project,
  projectSchema,
  type Sheet,
} from './schema';
