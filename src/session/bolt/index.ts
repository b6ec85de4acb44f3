export { edit, openBolt, record, redo, refuse, type SaveState, startAutosave, undo, useBolt } from './bolt';
export { holdBolt, isOpen, onceFree, talk } from './bolt-lock';
export {
  holdPictures,
  loadAsset,
  passPicture,
  pictureFile,
  putBesideBack,
  releasePictures,
  usePicturesHeld,
} from './pictures';
export {
  blink,
  type Compare,
  type CompareWay,
  dropSnapshot,
  goBack,
  openSnapshots,
  renameSnapshot,
  type Snapshot,
  sideInWay,
  sideName,
  sideOf,
  takeSnapshot,
  useSnapshots,
} from './snapshots';
export { type UnderWay, useSaidOfLeft, useUnderWay } from './under-way';
