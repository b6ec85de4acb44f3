import { type Lattice, latticeOf, type Size } from '../lattice';
import type { Project } from './schema';

/** The cell of a document, mm. */
export const cellOf = ({ brief }: Pick<Project, 'brief'>): Size => ({
  width: brief.widthMm,
  height: brief.heightMm,
});

/** The lattice of a document, mm. */
export const latticeMm = (d: Pick<Project, 'brief' | 'layout'>): Lattice => latticeOf(d.layout, cellOf(d));
