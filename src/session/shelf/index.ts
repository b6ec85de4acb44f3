export {
  beginBolt,
  beginFrom,
  beginFromBrief,
  boltAsItIs,
  demos,
  duplicateBolt,
  layOutDemo,
  listBolts,
  type OnShelf,
  putBackOnShelf,
  readThumbnail,
  renameBolt,
  rescueBolt,
  shelfAtStart,
  takeOffShelf,
  throwAway,
} from './bolts';
export {
  type Arrived,
  lookThrough,
  PROJECT_FILE,
  saveAsFile,
  saveOpenBolt,
  saveShelf,
  takeFromFile,
  unsavedFor,
} from './project-file';
export { sampleFiles, samples } from './samples';
export { canAskWhere, saveFile, whereToSave } from './save-file';
export { readySavePlace, setAskWhere, useSavePlace } from './save-place';
export { keepThumbnail } from './thumbnail';
