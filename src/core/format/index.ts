export { fromBase64, toBase64 } from './base64';
export { ppiOf, tookPhoto } from './density';
export { fileNames, NAME_PARTS, NAME_TEMPLATE, type NamePart } from './file-names';
export {
  CHANNELS,
  type FileFormat,
  type FileLayer,
  type Inflate,
  type Pixels,
  type SheetAsk,
} from './format';
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
export { PAPERS, type Paper, STRIKE_MARKS, type TestPrintAsk, testPrintPages } from './pdf/test-print-pages';
export { encodeBits } from './png/bits';
export { crc32 } from './png/chunk';
export { finishPng } from './png/finish';
export { encodePng } from './png/write';
export {
  assetEntry,
  assetOfEntry,
  PROJECT_LIMITS,
  PROJECT_MIME,
  type ProjectText,
  projectText,
  readProjectText,
  type SnapshotNotes,
} from './project';
export { FileRefused, type PictureHead, PictureRefused } from './refused';
export { formatOf, formats } from './registry';
export { slug, writeCsv } from './text';
export { storedZip } from './zip/stored';
