export { hexOfRgb, labDistance, oklabOf, type Rgb, rgbOfHex } from './oklab';
export { extractPalette, type FoundInk } from './palette';
export { type Plates, platesOf, recolour } from './plates';
