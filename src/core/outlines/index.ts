export type { GuideOutline } from './outline';
export { outlinePath, outlines } from './registry';
