export { assetsOf, type Clip, clipOf, pasteClip, readClip } from './clip';
export * from './colours';
export * from './commands';
export { motifOf, newProject } from './create';
export { type Applied, applied, apply, type Edit } from './edit';
export { joinSteps, patched, type Step, stepOf, stepSchema } from './history';
export { openProject } from './open';
export * from './placements';
export {
  type Brief,
  type Checking,
  type Colourway,
  draftSchema,
  type Grain,
  type Guides,
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
  type Poll,
  type Project,
  projectSchema,
  type Reserve,
  type Sheet,
} from './schema';
export { type WearRule, wearByRule, wearing } from './wear-rule';
export { artKey, type Worn, wornArts } from './wearing';
