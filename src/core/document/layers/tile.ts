import { counterKey, layerKind } from './kind';
import { LAYERS, type TileLayer } from './schema';

/** How small and large a tile of its own size may be, mm. */
const SIZE = { least: 1, most: 3000 };

/** A picture that repeats by itself. */
export const tile = layerKind({
  id: 'tile',
  name: 'Tile',
  taken: 'Tile taken in',
  schema: LAYERS.tile,
  scene: ({ id, size, colour, blend, opacity, marks }, k) => {
    const texture = colour.as !== 'inks';
    return [
      {
        kind: 'tile',
        art: texture ? id : counterKey(id, k),
        size: size && { width: size.widthMm, height: size.heightMm },
        ...{ texture, blend, opacity, marks },
      },
    ];
  },
  art: ({ id: key, picture: motif, colour }, own, numberOf) => {
    if (colour.as === 'inks') return [{ key, motif, inkOf: own, whole: true }];
    const as = colour.as === 'ink' ? { ink: numberOf.get(colour.ink) ?? 0 } : ('itself' as const);
    return [{ key, motif, inkOf: own, as }];
  },
  printScale: ({ size }, pictureMm, cellMm) => (size?.widthMm ?? cellMm) / pictureMm,
  growing: ({ size }: TileLayer) =>
    size
      ? (['widthMm', 'heightMm'] as const).map((side) => ({
          ...{ now: size[side], ...SIZE },
          set: (v: number) => {
            size[side] = v;
          },
        }))
      : [],
  reink: ({ colour }, gone, there) => {
    if (colour.as === 'ink' && colour.ink === gone) colour.ink = there;
  },
});
