export { cellOf, latticeMm } from './cell';
export { assetsOf, assetsOfProject, type Clip, clipOf, pasteClip, readClip } from './clip';
export { motifOf, newProject } from './create';
export * from './edits/bolt';
export * from './edits/colours';
export { type Applied, applied, apply, type Edit } from './edits/edit';
export { joinSteps, patched, type Step, stepOf, stepSchema } from './edits/history';
export { type OverrideRule, overrideInk, overrideInksByRule } from './edits/override-inks';
export * from './edits/placements';
export { artKey, type InkedArt, inkedArts } from './inked-art';
export { isOfLaterVersion, openProject } from './open';
export { type Rescued, rescue } from './rescue';
export {
  type Brief,
  type Checking,
  type Colourway,
  DOCUMENT_VERSION,
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
export { shownColourway, shownGround } from './shown';
