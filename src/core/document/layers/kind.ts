import type { z } from 'zod';
import type { SceneLayer } from '../../render';
import type { Layer } from './schema';

/** The same art where the ground is the ink of turn `k`, and inks are changed with it. */
export const counterKey = (key: string, k: number): string => (k ? `${key}^${k}` : key);

/**
 * Art in certain inks: the key of it, whose it is (a motif's or a picture's), and for each ink of the bolt the number of the one it is
 * printed in. `whole`: its ground is in it; `as`: not in its inks at all, but as it is, or all in one ink.
 */
export type InkedArt = {
  key: string;
  motif: string;
  inkOf: number[];
  whole?: boolean;
  as?: 'itself' | { ink: number };
};

/** A length or a factor of a layer that grows with the whole design, how far it may go, and how it is set. */
type Growing = { now: number; least: number; most: number; set: (v: number) => void };

/**
 * A kind of layer. It is rendered, painted, checked and sent as the layers of a scene that it says it is, so it needs no code there.
 * Functions get a visible layer of this kind.
 */
export type LayerKind<L = Layer> = {
  /** Its name in a document. */
  id: string;
  /** What it is called, and the step in the log that takes one in. */
  name: string;
  taken: string;
  schema: z.ZodType;
  /** What a scene has of it, lowest first; `k`: where the ground is the ink of that turn. Its art is named by its `id`. */
  scene: (layer: L, k: number) => SceneLayer[];
  /** Its art. @param own each ink of the bolt as itself. @param numberOf an ink by its id. */
  art: (layer: L, own: number[], numberOf: ReadonlyMap<string, number>) => InkedArt[];
  /** How large its picture is printed, times its own size. @param pictureMm its width. @param cellMm the cell's. */
  printScale: (layer: L, pictureMm: number, cellMm: number) => number | null;
  /** What of it grows with the whole design. */
  growing: (layer: L) => Growing[];
  /** An ink is gone, and another takes its place. */
  reink?: (layer: L, gone: string, there: string) => void;
};

type OfKind<K extends string> = Extract<Layer, { kind: K }>;

/** A kind of layer told by functions on its own layers; the registry only gives it those. */
export const layerKind = <K extends Layer['kind']>(kind: LayerKind<OfKind<K>> & { id: K }): LayerKind =>
  kind as unknown as LayerKind;
