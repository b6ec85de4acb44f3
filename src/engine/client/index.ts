export {
  endDrawing,
  letGoOfArt,
  measureLines,
  proveWrapOf,
  quickSprites,
  setPrinter,
  sprite,
  startDrawing,
} from './art';
export { check, clothMap, liftOff, mend, practise } from './check';
export {
  clothPicture,
  inksOnCloth,
  palette,
  paletteOfPicture,
  printed,
  screens,
  splitColours,
} from './colour';
export {
  evenness,
  fillPatch,
  forecast,
  grainTile,
  largestFit,
  scatter,
  settle,
  takeInHand,
} from './lay';
export { readyCloth, readyThing, reducePhoto, thingPlaces, viewThing } from './mockups';
export {
  findPageIn,
  inspectFile,
  keepPieces,
  leavingPage,
  letGoOfPage,
  lookAtPage,
  split,
  takeDrawing,
  viewPage,
} from './pages';
export { compose, composePieces, fillLineArt, joinParts, regionAt, trace, viewFill } from './parts';
export { exportPicture, testPrint } from './send';
export {
  blotAt,
  joinEnds,
  joinSheet,
  letGoOfTile,
  makeGuide,
  mendTile,
  takeReturn,
  takeTile,
  tileFile,
} from './whole-cloths';
