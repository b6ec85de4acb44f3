export { length, lengthsOf } from './lengths';
export { mapOf } from './map';
export { type PaintAsk, paintView, type Texture, textureOf } from './paint';
export { type PhotoView, photoMap, photoSchema } from './photo';
export { ROOMS, type RoomName } from './rooms';
export { type Standing, standing, viewedFrom } from './standing';
export { projection } from './triangles';
export { type View, viewSchema } from './view';
export type { ViewMap } from './view-map';
