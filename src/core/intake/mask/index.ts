export { artMask, markMask, ownAlpha, type Told, takeSpecks, tidied } from './art-mask';
export { backArt } from './back-art';
export { cutWithCleanEdge, OWN, softenEdge, WHITE } from './clean-edge';
export { cutOff, type Shadows } from './cut-off';
export { fillUnderInk, flatPart, type LineArt, type Region } from './line-art';
export { nearlyShut } from './nearly-shut';
export { shadedHoles } from './shaded-holes';
export type { Hole } from './tidy-mask';
