export { sha256Of } from './hash';
export { isZip, type OraLayer, type OraPicture, readOra } from './ora';
export { PICTURE_LIMITS, readPictureHead, withExif } from './picture';
export { encodePng } from './png';
export { type PictureHead, PictureRefused } from './refused';
export { looksLikeSvg, readSvg, type VectorPicture } from './svg-in';
