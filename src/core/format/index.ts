export { sha256Of } from './hash';
export { PICTURE_LIMITS, type PictureHead, PictureRefused, readPictureHead, withExif } from './picture';
export { encodePng } from './png';
