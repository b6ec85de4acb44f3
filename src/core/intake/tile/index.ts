export { blotAt, healSpot, type Spot } from './heal';
export { type JoinReport, wrapReport } from './join';
export { DEFAULT_MENDING, mendWrap, type WrapMending } from './mend-wrap';
