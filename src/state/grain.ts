import { create } from 'zustand';
import { type Project, rgbOfHex } from '../core';
import { grainTile } from '../engine';
import { cellOf } from './hold';

/** The open document, and two states of it that are set against each other. */
type Slot = 'now' | 'a' | 'b';
type Kept = { tile: ImageBitmap; key: string };
export const useGrain = create<Partial<Record<Slot, Kept>>>()(() => ({}));

/** A finer picture of the grain than this is not made for the screen, px of its longer side. */
const MOST_PX = 3000;

const wanted = new Map<Slot, { key: string; run: () => Promise<ImageBitmap> }>();
let busy = false;

/**
 * Asks for the grain of a project for a screen plan of so many ppi; the newest wish wins. True when what is there is
 * what is wanted.
 */
export function wantGrain(project: Project, screenPpi: number, slot: Slot = 'now'): boolean {
  const { grain, layout, brief } = project;
  if (!grain.on || (!grain.ink && !grain.cloth)) {
    wanted.delete(slot);
    if (useGrain.getState()[slot]) useGrain.setState({ [slot]: undefined });
    return true;
  }
  const way = project.colourways.find((c) => c.id === project.shown) ?? project.colourways[0];
  const ground = rgbOfHex(way.colours[0]);
  const most = (MOST_PX / Math.max(brief.widthMm, brief.heightMm)) * 25.4;
  const ppi = Math.min(screenPpi, most);
  const key = JSON.stringify([grain, ground, layout, brief.widthMm, brief.heightMm, ppi]);
  if (key === useGrain.getState()[slot]?.key) return true;
  if (key === wanted.get(slot)?.key) return false;
  const request = { grain, ground, layout, cellMm: cellOf(project), ppi };
  wanted.set(slot, { key, run: () => grainTile(request) });
  if (!busy) void make();
  return false;
}

async function make() {
  busy = true;
  for (let [next] = wanted; next; [next] = wanted) {
    const [slot, { key, run }] = next;
    wanted.delete(slot);
    try {
      const tile = await run();
      useGrain.setState({ [slot]: { tile, key } });
    } catch {
      // The worker was ended for other work: the next paint asks again.
    }
  }
  busy = false;
}
