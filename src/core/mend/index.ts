export { MEND_PARTS, MENDED_BY, type Mended, type MendPart, mend } from './mend';
