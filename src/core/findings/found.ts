import type { Point } from '../lattice';

/** `warning`: worth mending. `note`: worth knowing. */
type Severity = 'warning' | 'note';

/** What every finding says: where on the cloth, mm, on one of its copies, and the placements that it is about, by id. */
export type Found = {
  kind: string;
  at: Point;
  severity: Severity;
  placements: string[];
  /** It is about what is drawn in a picture, which is mended there: nothing is moved on the cloth. */
  drawn?: true;
};
