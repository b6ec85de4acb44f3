export * from './commands';
export { newProject } from './create';
export {
  type Brief,
  type Colourway,
  type Ink,
  type LogEntry,
  logEntrySchema,
  type Motif,
  type MotifRole,
  type Placement,
  type Project,
  projectSchema,
  type Sheet,
} from './schema';
