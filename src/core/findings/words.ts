import type { Point } from '../lattice';
import { pxToMm, smallText, trimmed } from '../units';
import type { Found } from './found';
import type { Named } from './kind';

const motifAt = ({ placements, motifs }: Named, placement: string | undefined) => {
  const p = placements.find((q) => q.id === placement);
  return motifs.find((m) => m.id === p?.motif);
};

/** The name of the motif that a finding is about, or of another of them. */
export const nameOf = (f: Found, named: Named, k = 0): string =>
  motifAt(named, f.placements[k])?.name ?? 'A motif';

/** The two that a finding is about. */
export function pairOf(f: Found, named: Named): string {
  const [a, b] = [nameOf(f, named, 0), nameOf(f, named, 1)];
  return a === b ? `Two of ${a}` : `${a} and ${b}`;
}

/** How large the motif of a finding prints at a scale: its longer side. */
export function printedAt(f: Found, named: Named, scale: number): string {
  const m = motifAt(named, f.placements[0]);
  return smallText(m ? pxToMm(Math.max(m.width, m.height), m.ppi) * scale : 0);
}

export const percentText = (share: number): string => `${trimmed(share * 100, share < 0.1 ? 1 : 0)}\u00a0%`;

/** Which way something runs, in words; y grows downward. */
export function wayText({ x, y }: Point): string {
  const deg = ((Math.atan2(-y, x) * 180) / Math.PI + 360) % 180;
  if (deg < 8 || deg > 172) return 'straight across';
  if (Math.abs(deg - 90) < 8) return 'straight down';
  return deg < 90
    ? `rising to the right at ${Math.round(deg)}°`
    : `falling to the right at ${Math.round(180 - deg)}°`;
}
