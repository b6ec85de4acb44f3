export type { Goods, Product, Wants } from './product';
export { productSchema } from './product';
export { printedAs, productOf, products } from './registry';
export {
  lengthsOf,
  mapOf,
  type PaintAsk,
  paintView,
  projection,
  ROOMS,
  type RoomName,
  type Texture,
  textureOf,
  type ViewMap,
  viewedFrom,
} from './view';
