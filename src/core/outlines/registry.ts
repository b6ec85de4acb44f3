import type { Layout, Point, Size } from '../lattice';
import { registry } from '../units';
import { cell } from './cell';
import { diamond } from './diamond';
import { hexagon } from './hexagon';
import { none } from './none';
import { ogee } from './ogee';
import type { GuideOutline } from './outline';
import { plain } from './plain';
import { scallop } from './scallop';

/** Every outline: each is one file and one line here. */
const OUTLINES: readonly GuideOutline[] = [cell, plain, diamond, scallop, ogee, hexagon, none];

export const outlines = registry(OUTLINES, (o) => [o.id]);

/** The line of an outline over the home cell, as a closed path; empty for one that is not known. */
export const outlinePath = (id: string, layout: Layout, cell: Size): Point[] =>
  outlines.of(id)?.path(layout, cell) ?? [];
