export { allArt, artById, assetsOf, assetsOfProject, isBare } from './all-art';
export {
  type Art,
  type ArtKind,
  type ArtPiece,
  artKinds,
  type Blot,
  fillOf,
  isVector,
  type Part,
  partsOf,
  piecesOfArt,
} from './art';
export { cellOf, latticeMm } from './cell';
export { type Clip, clipOf, pasteClip, readClip } from './clip';
export { motifOf, newProject } from './create';
export { deadlineText, momentIn, wallTime } from './deadline';
export { edgesOnCloth, SLIDES } from './drawn-on';
export { putOnBoard, takeOffBoard } from './edits/board';
export * from './edits/bolt';
export * from './edits/colours';
export { drawnLayer, sendOut, setMargin, takeBack } from './edits/drawn-on';
export { type Applied, applied, apply, type Edit, several } from './edits/edit';
export { joinSteps, patched, type Step, stepOf, stepSchema } from './edits/history';
export * from './edits/layers';
export { type OverrideRule, overrideInk, overrideInksByRule } from './edits/override-inks';
export * from './edits/pieces';
export * from './edits/placements';
export { resizeDesign, resizeRange } from './edits/resize';
export { turnDesign, whyNotTurned } from './edits/turn';
export { artKey, inkedArts } from './inked-art';
export {
  counterKey,
  type DrawingLayer,
  type InkedArt,
  kindOfLayer,
  type Layer,
  type LayerKind,
  layerKinds,
  type TileLayer,
} from './layers';
export { missingInks } from './missing-inks';
export { isOfLaterVersion, openProject } from './open';
export { placementsWith } from './placements-with';
export { purposeOf, tooManyColours } from './purpose';
export { type Rescued, rescue } from './rescue';
export { sceneLayers, sceneSplit } from './scene-layers';
export {
  type Brief,
  type Checking,
  type Colourway,
  DOCUMENT_VERSION,
  type DrawnOn,
  draftSchema,
  type Grain,
  type Ground,
  type Guides,
  type Ink,
  type LogEntry,
  logEntrySchema,
  type Motif,
  type MotifRole,
  type PageDraft,
  PERMISSIONS,
  type Permission,
  type Placement,
  type Poll,
  type Project,
  projectSchema,
  type Reserve,
  type Sheet,
  type ShownThing,
} from './schema';
export { shownColourway, shownGround } from './shown';
export { MOST_ON_BOARD } from './shown-thing';
export { sizeMm, tileFit } from './tile-fit';
