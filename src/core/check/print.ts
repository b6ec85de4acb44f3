import { cielabOf, deltaE2000, type Rgb } from '../colour';
import { effectivePpi } from '../print';
import type { Finding } from './finding';
import { PRODUCTS, type Product } from './limits';
import { thinnestLine } from './line';
import type { Look } from './look';

/** Inks nearer than this, dE00, can hardly be told apart on cloth. */
const LIKE_INKS = 3;

/** What the product does not hold: motifs enlarged past their pixels, and lines thinner than it prints. */
export function printLimits({ scene }: Look, product: Product): Finding[] {
  const { ppi: least, lineMm: limitMm } = PRODUCTS[product];
  const thin = new Map<string, Finding & { kind: 'thin-line' }>();
  const coarse = scene.placements.flatMap((p): Finding[] => {
    const art = scene.motifs.get(p.motif);
    if (!art) return [];
    const common = { at: { x: p.x, y: p.y }, placements: [p.id ?? ''] };
    const ppi = effectivePpi(art.ppi, p.scale);
    const out: Finding[] = [];
    const line = thinnestLine(art);
    const smallestScale = limitMm / Math.max(line, 1e-6);
    const unfit = art.ppi / least < smallestScale;
    if (ppi < least - 0.5) {
      out.push({
        kind: 'low-ppi',
        severity: 'look',
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

/** Inks of a colourway that are too near each other to tell. @param inks as shown, ground first. */
export function likeInks(inks: Rgb[], at: { x: number; y: number }): Finding[] {
  const labs = inks.map(cielabOf);
  return labs.flatMap((a, i) =>
    labs.slice(i + 1).flatMap((b, k): Finding[] => {
      const far = deltaE2000(a, b);
      if (far >= LIKE_INKS) return [];
      return [
        {
          kind: 'like-inks',
          severity: 'note',
          at,
          placements: [],
          inks: [i, i + 1 + k],
          far,
          limit: LIKE_INKS,
        },
      ];
    }),
  );
}
