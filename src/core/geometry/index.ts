export { insideRing } from './polygon';
