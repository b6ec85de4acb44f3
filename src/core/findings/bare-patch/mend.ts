import { fillAt, toMend, type Work } from '../mending/work';
import type { BarePatch } from './measure';

/** Patches are filled one after the other, so many at the most. */
const MOST = 12;

/** Lays a filler in every bare patch, the widest first. How many were laid. */
export function fillPatches(work: Work): number {
  let mended = 0;
  for (let k = 0; k < MOST; k++) {
    const [f] = toMend<BarePatch>(work, ['bare-patch']);
    if (!f || !fillAt(work, f.at, f.widthMm / 2)) break;
    mended++;
  }
  return mended;
}
