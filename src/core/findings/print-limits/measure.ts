import { effectivePpi } from '../../print';
import type { Wants } from '../../products';
import type { Scene } from '../../render';
import type { Found } from '../found';
import { thinnestLine } from './line';

export type PrintLimit = Found & { unfit: boolean } & (
    | { kind: 'low-ppi'; ppi: number; limit: number; largestScale: number }
    | { kind: 'thin-line'; lineMm: number; limitMm: number; smallestScale: number }
  );

/**
 * What the product does not hold: motifs enlarged past their pixels, and lines thinner than it prints.
 * @param knownLines no line is measured that was not measured before.
 */
export function printLimitsOf(
  scene: Scene,
  { ppi: least, lineMm: limitMm }: Wants,
  knownLines = false,
): PrintLimit[] {
  const thin = new Map<string, Extract<PrintLimit, { kind: 'thin-line' }>>();
  const coarse = scene.placements.flatMap((p): PrintLimit[] => {
    const art = scene.motifs.get(p.motif);
    if (!art) return [];
    const common = { at: { x: p.x, y: p.y }, placements: [p.id ?? ''] };
    const ppi = effectivePpi(art.ppi, p.scale);
    const out: PrintLimit[] = [];
    const line = knownLines ? (thinnestLine.known(art) ?? Number.POSITIVE_INFINITY) : thinnestLine(art);
    const smallestScale = limitMm / Math.max(line, 1e-6);
    const unfit = art.ppi / least < smallestScale;
    if (ppi < least - 0.5) {
      out.push({
        kind: 'low-ppi',
        severity: 'warning',
        ...common,
        ppi,
        limit: least,
        largestScale: art.ppi / least,
        unfit,
      });
    }
    const lineMm = line * p.scale;
    const known = thin.get(p.motif);
    if (lineMm < limitMm && lineMm < (known?.lineMm ?? limitMm)) {
      // Once for each motif, at its smallest.
      const placements = [...common.placements, ...(known?.placements ?? [])];
      thin.set(p.motif, {
        kind: 'thin-line',
        severity: 'note',
        at: common.at,
        placements,
        lineMm,
        limitMm,
        smallestScale,
        unfit,
      });
    } else if (lineMm < limitMm) known?.placements.push(...common.placements);
    return out;
  });
  return [...coarse, ...thin.values()];
}
