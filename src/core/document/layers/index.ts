import { registry } from '../../units';
import { oneOfKinds } from '../kinds';
import { drawing } from './drawing';
import type { LayerKind } from './kind';
import { placements } from './placements';
import { LAYERS, type Layer } from './schema';
import { tile } from './tile';

export { counterKey, type InkedArt, type LayerKind } from './kind';
export type { DrawingLayer, Layer, TileLayer } from './schema';

/** Every kind of layer: one file and one line. */
export const layerKinds = registry<LayerKind>([placements, drawing, tile], (kind) => [kind.id]);

/** A layer of a document. */
export const layerSchema = oneOfKinds(LAYERS, (kind) => layerKinds.of(kind)?.schema);

/** The kind of a layer; undefined when this version of the product does not know it: then it is kept, and means nothing. */
export const kindOfLayer = (layer: Layer): LayerKind | undefined => layerKinds.of(layer.kind);
