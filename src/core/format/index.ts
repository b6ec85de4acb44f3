export { ppiOf, tookPhoto } from './density';
export type { FileFormat, ReadBack } from './format';
export { sha256Of } from './hash';
export { readPictureHead } from './head';
export { PICTURE_LIMITS } from './limits';
export { readSolids } from './lists/solids';
export { readVotes } from './lists/votes';
export {
  type NamedColour,
  PALETTE_KINDS,
  type PaletteKind,
  readGpl,
  readPaletteText,
  writeGpl,
  writePalette,
} from './palette/palette-text';
export { encodePng } from './png/write';
export {
  assetEntry,
  assetOfEntry,
  PROJECT_LIMITS,
  PROJECT_MIME,
  projectText,
  readProjectText,
} from './project';
export { FileRefused, type PictureHead, PictureRefused } from './refused';
export { formatOf, formats } from './registry';
export { slug, writeCsv } from './text';
