export {
  forgetInks,
  inksAsk,
  makeScreens,
  paletteOfPicture,
  partInk,
  type ScreenReport,
  takeInks,
  useInks,
  wantInks,
} from './inks';
export {
  askPrinted,
  FAR_OFF,
  MARKED,
  type Proof,
  profileBytes,
  readyPrinter,
  setSeen,
  takeProfile,
  usePrinter,
} from './printer';
export { openBook, solidOf, takeBook, useBook } from './solids';
