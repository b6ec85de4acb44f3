import { MM_PER_INCH } from '../units';
import { NEVER_OUT } from './drawn-on';
import { DOCUMENT_VERSION, type Motif, type Project } from './schema';

/** A new bolt: 12 x 12 in at 300 ppi, half-drop, nothing on the cloth yet. */
export function newProject(id: string, name: string): Project {
  return {
    version: DOCUMENT_VERSION,
    id,
    name,
    brief: { widthMm: 12 * MM_PER_INCH, heightMm: 12 * MM_PER_INCH, ppi: 300, unit: 'in' },
    layout: { kind: 'half-drop', drop: { p: 1, q: 2 } },
    sheets: [],
    motifs: [],
    pictures: [],
    ground: { kind: 'plain' },
    layers: [{ kind: 'placements', id: 'placements' }],
    placements: [],
    reserves: [],
    grain: { ink: null, cloth: null, on: true },
    guides: { outline: 'cell', columns: 0, rows: 0 },
    checking: { style: 'even', strictness: 'usual', product: 'cloth' },
    dismissed: [],
    inks: [{ id: 'ground', name: 'Ground', hex: '#f4ecdc', also: [], texture: 1 }],
    colourways: [{ id: 'base', name: 'First colourway', note: '', colours: ['#f4ecdc'], locked: [] }],
    polls: [],
    board: [],
    drawnOn: NEVER_OUT,
    shown: 'base',
  };
}

/** A motif of which only the art is known: a filler that turns freely, its permission still to be asked. */
export function motifOf(
  known: Pick<Motif, 'id' | 'name' | 'asset' | 'width' | 'height' | 'ppi'> & Partial<Motif>,
): Motif {
  return {
    role: 'filler',
    direction: 'free',
    source: '',
    permission: 'ask',
    art: { kind: 'pixels' },
    sheet: null,
    box: null,
    ...known,
  };
}
