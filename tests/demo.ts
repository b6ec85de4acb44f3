import { readFileSync } from 'node:fs';
import type { Project } from '../src/core';

export const DEMO: Project = JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8'));

/** How many placements the demo bolt has, in all and of one motif. */
export const LAID = DEMO.placements.length;
export const laidOf = (name: string) =>
  DEMO.placements.filter((p) => DEMO.motifs.find((m) => m.id === p.motif)?.name === name).length;

const fillers = DEMO.motifs.filter((m) => m.role === 'filler');
const isFiller = new Set(fillers.map((m) => m.id));
/** The demo with only its fillers: a fifth of the pixels, for tests that render or recolour all of it. */
export const SMALL: Project = {
  ...DEMO,
  motifs: fillers,
  placements: DEMO.placements.filter((p) => isFiller.has(p.motif)),
};
