export { lengthsOf, length } from './lengths';
export { mapOf, surfacesOf, type ViewMap, viewedFrom } from './map';
export { type PaintAsk, paintView, type Texture, textureOf } from './paint';
export { ROOMS, type RoomName } from './rooms';
export { projection } from './triangles';
export { type View, viewSchema } from './view';
