export type { Goods, Product, Wants } from './product';
export { builtView, productSchema } from './product';
export { printedAs, productOf, products } from './registry';
export {
  lengthsOf,
  mapOf,
  type PaintAsk,
  type PhotoView,
  paintView,
  photoMap,
  projection,
  ROOMS,
  type RoomName,
  type Standing,
  standing,
  type Texture,
  textureOf,
  type View,
  type ViewMap,
  viewedFrom,
} from './view';
