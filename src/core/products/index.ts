export type { Product, Wants } from './product';
export { productOf, products } from './registry';
