import { cellOutline } from '../lattice';
import type { GuideOutline } from './outline';

/** The layout's own cell: only where the cloth repeats, nothing is fitted into it. */
export const cell: GuideOutline = { id: 'cell', name: 'the cell', fitted: false, path: cellOutline };
