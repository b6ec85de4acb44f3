import { cellOf, MM_PER_INCH, type Project, rgbOfHex, shownGround } from '../../core';
import { grainTile } from '../../engine';

import { session, sessionPart, sessionStore } from '../kernel';

/** The open document, and two states of it that are set against each other. */
type Slot = 'now' | 'a' | 'b';
type Kept = { tile: ImageBitmap; key: string };
export const useGrain = sessionStore<Partial<Record<Slot, Kept>>>(() => ({}));

/** A finer picture of the grain than this is not made for the screen, px of its longer side. */
const MOST_PX = 3000;

/** What each slot was asked for last. */
const asked = sessionPart(() => new Map<Slot, string>());

/**
 * Asks for the grain of a project for a screen plan of so many ppi; the newest wish wins. True when what is there is
 * what is wanted.
 */
export function wantGrain(project: Project, screenPpi: number, slot: Slot = 'now'): boolean {
  const { grain, layout, brief } = project;
  const mine = session();
  if (!grain.on || (!grain.ink && !grain.cloth)) {
    mine.unwish(`grain ${slot}`);
    asked().delete(slot);
    if (useGrain.getState()[slot]) useGrain.setState({ [slot]: undefined });
    return true;
  }
  const ground = rgbOfHex(shownGround(project));
  const most = (MOST_PX / Math.max(brief.widthMm, brief.heightMm)) * MM_PER_INCH;
  const ppi = Math.min(screenPpi, most);
  const key = JSON.stringify([grain, ground, layout, brief.widthMm, brief.heightMm, ppi]);
  if (key === useGrain.getState()[slot]?.key) return true;
  if (key === asked().get(slot)) return false;
  asked().set(slot, key);
  const request = { grain, ground, layout, cellMm: cellOf(project), ppi };
  void mine.latest(`grain ${slot}`, {
    run: () => grainTile(request),
    keep: (tile) => useGrain.setState({ [slot]: { tile, key } }),
    // The worker was ended: the next paint asks again.
    fail: () => asked().delete(slot),
  });
  return false;
}
