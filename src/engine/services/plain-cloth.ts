import type { SceneRequest } from '../protocol';

/** So much of a cloth of shapes is drawn by another program to be held against it, px across and down. */
export const PROBE = 1200;

/** Whether a cloth can be written as shapes: motifs on a plain ground or none. */
export const isPlainCloth = ({ split, grain, layers }: SceneRequest): boolean =>
  !split && !grain?.ink && !grain?.cloth && !layers?.some((l) => l.kind !== 'placements');
