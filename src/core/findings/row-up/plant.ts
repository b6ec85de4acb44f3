import type { SilhouetteIndex } from '../../lay';
import type { Spoilt } from '../kind';
import { pick, placedOn, type Random, spacingOf, wideDirections } from '../planting';

/** Draws motifs together into straight rows about as far apart as the motifs are. */
export function plantRows(silhouettes: SilhouetteIndex, random: Random): Spoilt {
  const { normal, period, step } = pick(wideDirections(silhouettes, 0).slice(0, 4), random);
  const spacing = spacingOf(silhouettes);
  const rows = Math.max(1, Math.round(period / (spacing * 1.5)));
  const t0 = random() * period;
  const apart = period / rows;
  const kept = silhouettes.like([]);
  for (const p of placedOn(silhouettes)) {
    const t = p.x * normal.x + p.y * normal.y - t0;
    const off = t - Math.round(t / apart) * apart;
    const to = { ...p, x: p.x - 0.9 * off * normal.x, y: p.y - 0.9 * off * normal.y };
    // Along its row it goes to where it lies clear.
    const long = Math.hypot(step.x, step.y);
    for (let k = 0; k < 80; k++) {
      const by = (k % 2 ? 1 : -1) * Math.ceil(k / 2) * spacing * 0.12;
      const tried = { ...to, x: to.x + (by * step.x) / long, y: to.y + (by * step.y) / long };
      if (kept.nearest(-1, tried, 1)) continue;
      kept.add(tried);
      break;
    }
  }
  return { placements: placedOn(kept), at: { x: t0 * normal.x, y: t0 * normal.y }, along: step, rows };
}
