export {
  drawGoods,
  drawShown,
  forBoard,
  moveRepeat,
  openThing,
  placeOnPrint,
  readyPlaces,
  readyThings,
  shownThing,
  THING_TIMES,
  type Thing,
  thingOf,
  things,
  useThings,
  wantThing,
} from './things';
export { drawPicture, leaveWall, type PictureAsk, pictureKey, useWall, wantPictures } from './wall';
