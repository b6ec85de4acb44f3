import type { Scene } from '../../render';
import type { Found } from '../found';
import { thinnestLine } from '../print-limits/line';

export type LineWeight = Found & {
  kind: 'line-weight';
  /** How many are resized by more than a third, of how many that have lines, and from how much to how much. */
  count: number;
  of: number;
  least: number;
  most: number;
};

/** Laid as drawn, or nearly; resized by more than a third. */
const AS_DRAWN = 1.15;
const RESIZED = 4 / 3;
/** At least so many of all lie as drawn, or none is the rule that others break. */
const RULE = 0.2;
/** Strokes thicker than this read as shapes, mm. */
const LINE_MM = 1.2;

/**
 * Lines of unlike weight: drawn art resized by more than a third beside art that is laid as it was drawn. One note for a cloth.
 * @param knownLines no line is measured that was not measured before.
 */
export function unlikeLines(scene: Scene, knownLines: boolean): LineWeight[] {
  const lined = scene.placements.filter((p) => {
    const art = scene.motifs.get(p.motif);
    const line = art && (knownLines ? thinnestLine.known(art) : thinnestLine(art));
    return line !== undefined && line < LINE_MM;
  });
  const by = (s: number) => Math.max(s, 1 / s);
  const drawn = lined.filter((p) => by(p.scale) <= AS_DRAWN);
  const resized = lined.filter((p) => by(p.scale) > RESIZED);
  if (!resized.length || drawn.length < RULE * lined.length) return [];
  const [worst] = [...resized].sort((p, q) => by(q.scale) - by(p.scale));
  const scales = resized.map((p) => p.scale);
  return [
    {
      kind: 'line-weight',
      severity: 'note',
      at: { x: worst.x, y: worst.y },
      placements: resized.map((p) => p.id ?? ''),
      count: resized.length,
      of: lined.length,
      least: Math.min(1, ...scales),
      most: Math.max(1, ...scales),
    },
  ];
}
