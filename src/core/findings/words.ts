import type { Point } from '../lattice';
import { pxToMm, smallText, trimmed } from '../units';
import { isPiece, layerOfPiece } from './cloth/piece-name';
import type { Found } from './found';
import type { Named } from './kind';

const motifAt = ({ placements, motifs }: Named, placement: string | undefined) => {
  const p = placements.find((q) => q.id === placement);
  return motifs.find((m) => m.id === p?.motif);
};

/** The picture that a piece is drawn in. */
const pictureOf = ({ layers = [], pictures = [] }: Named, placement: string | undefined) => {
  if (!isPiece(placement)) return undefined;
  const layer = layers.find((l) => l.id === layerOfPiece(placement ?? ''));
  return pictures.find((p) => p.id === layer?.picture)?.name ?? 'the picture';
};

/** The name of the motif that a finding is about, or of another of them. */
export function nameOf(f: Found, named: Named, k = 0): string {
  const picture = pictureOf(named, f.placements[k]);
  return picture ? `A piece of ${picture}` : (motifAt(named, f.placements[k])?.name ?? 'A motif');
}

const withinSentence = (name: string) => name.replace(/^A piece of/, 'a piece of');

/** The two that a finding is about. */
export function pairOf(f: Found, named: Named): string {
  const [a, b] = [nameOf(f, named, 0), nameOf(f, named, 1)];
  const picture = pictureOf(named, f.placements[0]);
  if (a === b) return picture ? `Two pieces of ${picture}` : `Two of ${a}`;
  return isPiece(f.placements[0]) ? `${b} and ${withinSentence(a)}` : `${a} and ${withinSentence(b)}`;
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
