export { cielabOf, cielabOfD50, deltaE2000, differenceOf, rgbOfCielab } from './difference';
export { type FlatOptions, type FlatPlate, flatPlates } from './flat';
export { labelsOf } from './labels';
export {
  dressColours,
  groundFamily,
  lightnessOf,
  type Move,
  moveColours,
  NO_MOVE,
  oneColour,
  twinInks,
  twoColours,
  widestSplit,
} from './moves';
export { nearestColours, type Solid } from './nearest';
export { hexOfRgb, type Lab, labDistance, oklabInto, oklabOf, type Rgb, rgbOfHex } from './oklab';
export { cmykEstimate, hexOfOklch, mostChroma, type Oklch, oklchOf, rgbOfCmyk } from './oklch';
export { type InksOnCloth, inkLabels, inksOnCloth, type Touch } from './on-cloth';
export { extractPalette, type FoundInks } from './palette';
export { type Plates, platesOf, type RecolourOptions, recolour } from './plates';
export { cubeColours, marked, type Printed, type ProofCube, printedInks, softProof } from './proof';
export { RecolourRows } from './recolour-rows';
export { type Shuffled, type ShuffleRules, sameOrder, shuffleColourway } from './shuffle';
export { tinted } from './tint';
export { EYE_KINDS, type EyeKind, eyeMatrix, seenBy } from './vision';
