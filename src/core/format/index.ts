export { boardPdf, type Lettering } from './board-pdf';
export { ppiOf, tookPhoto } from './density';
export { sha256Of } from './hash';
export { isZip, type OraLayer, type OraPicture, readOra } from './ora';
export {
  type NamedColour,
  PALETTE_KINDS,
  type PaletteKind,
  readGpl,
  readPaletteText,
  writeGpl,
  writePalette,
} from './palette-text';
export { PICTURE_LIMITS, readPictureHead } from './picture';
export { encodePng } from './png';
export { FileRefused, type PictureHead, PictureRefused } from './refused';
export { readSolids } from './solids';
export { looksLikeSvg, readSvg, type VectorPicture } from './svg-in';
export { slug, writeCsv } from './text';
export { readVotes } from './votes';
