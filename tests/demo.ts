import { readFileSync } from 'node:fs';
import type { Project } from '../src/core';

export const DEMO: Project = JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8'));

/** How many placements the demo bolt has, in all and of one motif. */
export const LAID = DEMO.placements.length;
export const laidOf = (name: string) =>
  DEMO.placements.filter((p) => DEMO.motifs.find((m) => m.id === p.motif)?.name === name).length;
