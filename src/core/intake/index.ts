export { estimatePaper, flattenPaper } from './paper';
export { DEFAULT_INTAKE, type IntakeSettings, NoMotifs, type Piece, removePaper, splitPieces } from './split';
