export {
  keepPhotoThing,
  letGoOfPhoto,
  loadPicture,
  type Photo,
  photoGoods,
  readPhoto,
  readThingFile,
  readyOwnThings,
  takeAwayThing,
  thingFile,
  useOwnThings,
} from './own-things';
export { askForSpace, keepsNothing, type Space } from './space';
export { keepTrueSize, readyTrueSize } from './true-size';
