import type { Raster } from '../raster';
import { type Light, lightLevels } from './light';
import { markedPlaces, type Place } from './places';

/** What went out to be drawn on, as what comes back is held against it: the same for every version that does. */
export type Sent = {
  raster: Raster;
  /** How light it is, down to about EDGES px; the places of it that tell the most; the colour that it has most of. */
  levels: Light[];
  places: Place[];
  ground: [number, number, number];
};

/** Edges are told on a picture at most so long, px. */
export const EDGES = 600;

/** Looks a picture through before it comes back. */
export function readSent(raster: Raster): Sent {
  const levels = lightLevels(raster, EDGES);
  return { raster, levels, places: markedPlaces(levels[0], 1), ground: mostOf(raster) };
}

/** The colour that a picture has most of: the mean of the fullest of 4,096 boxes of colours. */
function mostOf({ data }: Raster): [number, number, number] {
  const box = (i: number) => ((data[i] >> 4) << 8) | ((data[i + 1] >> 4) << 4) | (data[i + 2] >> 4);
  const full = new Uint32Array(4096);
  for (let i = 0; i < data.length; i += 4) full[box(i)]++;
  const top = full.indexOf(Math.max(...full));
  const sum = [0, 0, 0];
  for (let i = 0; i < data.length; i += 4)
    if (box(i) === top) for (let c = 0; c < 3; c++) sum[c] += data[i + c];
  return [sum[0] / full[top], sum[1] / full[top], sum[2] / full[top]];
}
