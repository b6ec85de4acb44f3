import { SCALE } from '../fields';
import { counterKey, layerKind } from './kind';
import { type DrawingLayer, LAYERS } from './schema';

/** One drawing, laid once a cell. */
export const drawing = layerKind({
  id: 'drawing',
  name: 'Drawing',
  taken: 'Drawing taken in',
  schema: LAYERS.drawing,
  scene: ({ id, x, y, scale, blend, opacity, marks }, k) => [
    { kind: 'drawing', art: counterKey(id, k), x, y, scale, blend, opacity, marks },
  ],
  art: ({ id, picture }, own) => [{ key: id, motif: picture, inkOf: own }],
  printScale: ({ scale }) => scale,
  growing: (layer: DrawingLayer) => [
    ...(['x', 'y'] as const).map((side) => ({
      ...{ now: layer[side], least: Number.NEGATIVE_INFINITY, most: Number.POSITIVE_INFINITY },
      set: (v: number) => {
        layer[side] = v;
      },
    })),
    {
      ...{ now: layer.scale, ...SCALE },
      set: (v) => {
        layer.scale = v;
      },
    },
  ],
});
