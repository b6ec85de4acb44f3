export {
  type CameBack,
  COMES_BACK,
  cameBackText,
  GOES_OUT,
  joinEndsOf,
  makeOut,
  type OutFormat,
  outName,
  type Slide,
  takeBackFile,
  wentOut,
} from './drawn-on';
export { canWatch, chooseWatched, type FileHandle, stopWatching, useWatch, watchFile } from './watched-file';
