export { length, lengthsOf } from './lengths';
export { mapOf, type ViewMap, viewedFrom } from './map';
export { type PaintAsk, paintView, type Texture, textureOf } from './paint';
export { ROOMS, type RoomName } from './rooms';
export { projection } from './triangles';
export { viewSchema } from './view';
