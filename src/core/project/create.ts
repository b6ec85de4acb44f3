import { MM_PER_INCH } from '../units';
import type { Project } from './schema';

/** A new bolt: 12 x 12 in at 300 ppi, half-drop, nothing on the cloth yet. */
export function newProject(id: string, name: string): Project {
  return {
    version: 1,
    id,
    name,
    brief: { widthMm: 12 * MM_PER_INCH, heightMm: 12 * MM_PER_INCH, ppi: 300, unit: 'in' },
    layout: { kind: 'half-drop', drop: { p: 1, q: 2 } },
    sheets: [],
    motifs: [],
    placements: [],
    inks: [{ id: 'ground', name: 'Ground', hex: '#f4ecdc' }],
    colourways: [{ id: 'base', name: 'First colourway', colours: ['#f4ecdc'] }],
    shown: 'base',
  };
}
