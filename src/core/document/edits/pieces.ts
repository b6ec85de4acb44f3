import { nearestCopy } from '../../lattice';
import { ArgumentError, MM_PER_INCH } from '../../units';
import { type ArtPiece, piecesOfArt } from '../art';
import { latticeMm } from '../cell';
import { motifOf } from '../create';
import type { Motif, Placement, Project } from '../schema';
import { replaceArt } from './bolt';
import { type Edit, edit, several } from './edit';

/**
 * Placements as pieces of one motif, each on the copy that lies nearest to the first of them.
 * @returns the pieces about the middle of all of them, in the order they lie in, and that middle (mm).
 * @throws ArgumentError for fewer than two placements.
 */
export function piecesFrom(project: Project, ids: readonly string[], newId: () => string) {
  const held = project.placements.filter((p) => ids.includes(p.id) && !p.hidden);
  const [first] = held;
  if (held.length < 2 || !first)
    throw new ArgumentError('Take two or more in hand to make one motif of them.');
  const lattice = latticeMm(project);
  const near = held.map((p) => ({ p, at: nearestCopy(lattice, p, first) }));
  const xs = near.map((n) => n.at.x);
  const ys = near.map((n) => n.at.y);
  const middle = { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
  const pieces = near.map(({ p, at }): ArtPiece => {
    const motif = project.motifs.find((m) => m.id === p.motif);
    if (!motif) throw new ArgumentError('A placement names a motif that is not there.');
    return {
      id: newId(),
      name: motif.name,
      asset: motif.asset,
      width: motif.width,
      height: motif.height,
      ppi: motif.ppi,
      x: at.x - middle.x,
      y: at.y - middle.y,
      angle: p.angle,
      scale: p.scale,
      mirror: p.mirror,
      ...(motif.art.kind === 'vector' ? { vector: true } : {}),
      ...(p.inkOverrides ? { inkOverrides: p.inkOverrides } : {}),
      ...(p.blend ? { blend: p.blend } : {}),
      ...(p.opacity ? { opacity: p.opacity } : {}),
    };
  });
  return { pieces, middle };
}

/** The pieces, moved so that the middle of their picture is the middle they lie about. */
export const aboutMiddle = (pieces: readonly ArtPiece[], moved: { x: number; y: number }): ArtPiece[] =>
  pieces.map((p) => ({ ...p, x: p.x - moved.x, y: p.y - moved.y }));

/** One motif takes the place of the placements that it was made of, where the uppermost of them lay. */
export const joinPieces = (ids: readonly string[], motif: Motif, placement: Placement): Edit =>
  edit('Made one motif', (d) => {
    const last = d.placements.findLastIndex((p) => ids.includes(p.id));
    const over = d.placements.slice(last + 1).length;
    d.motifs.push(motif);
    d.placements = d.placements.filter((p) => !ids.includes(p.id));
    d.placements.splice(d.placements.length - over, 0, placement);
  });

/** New pieces for a motif; all its placements follow. `moved`: how far the middle of its picture went, mm. */
export const setPieces = (
  id: string,
  picture: Pick<Motif, 'asset' | 'width' | 'height' | 'ppi'>,
  pieces: ArtPiece[],
  moved: { x: number; y: number },
): Edit => several('Pieces', [replaceArt(id, { ...picture, art: { kind: 'pieces', pieces } }, moved)]);

/**
 * Lays the pieces of a motif by themselves again, in the place of one of its placements: with the motifs that they came from where
 * those are still there, else with new ones. Its other placements stay.
 */
export const takeApart = (placementId: string, newId: () => string): Edit =>
  edit('Taken apart', (d) => {
    const at = d.placements.findIndex((p) => p.id === placementId);
    const whole = d.placements[at];
    const motif = d.motifs.find((m) => m.id === whole?.motif);
    if (!whole || !motif) return;
    const turn = (whole.angle * Math.PI) / 180;
    const laid = piecesOfArt(motif).map((piece): Placement => {
      let own = d.motifs.find((m) => m.asset === piece.asset);
      if (!own) {
        const { name, asset, width, height, ppi, vector } = piece;
        const { source, permission, role } = motif;
        const art = vector ? { art: { kind: 'vector' as const } } : {};
        own = motifOf({ id: newId(), name, asset, width, height, ppi, source, permission, role, ...art });
        d.motifs.push(own);
      }
      const sign = whole.mirror ? -1 : 1;
      const [x, y] = [sign * piece.x * whole.scale, piece.y * whole.scale];
      return {
        id: newId(),
        motif: own.id,
        x: whole.x + x * Math.cos(turn) - y * Math.sin(turn),
        y: whole.y + x * Math.sin(turn) + y * Math.cos(turn),
        angle: whole.angle + sign * piece.angle,
        scale: piece.scale * whole.scale,
        mirror: piece.mirror !== whole.mirror,
        ...(piece.inkOverrides ? { inkOverrides: piece.inkOverrides } : {}),
        ...(piece.blend ? { blend: piece.blend } : {}),
        ...(piece.opacity ? { opacity: piece.opacity } : {}),
      };
    });
    for (const p of laid) p.angle = ((((p.angle + 180) % 360) + 360) % 360) - 180;
    d.placements.splice(at, 1, ...laid);
  });

/** A point of the whole, mm from its middle, as a pixel of one of its pieces. */
export function toPiece(piece: ArtPiece, at: { x: number; y: number }): { x: number; y: number } {
  const turn = (-piece.angle * Math.PI) / 180;
  const [dx, dy] = [at.x - piece.x, at.y - piece.y];
  const k = piece.ppi / MM_PER_INCH / piece.scale;
  const x = (dx * Math.cos(turn) - dy * Math.sin(turn)) * (piece.mirror ? -1 : 1);
  const y = dx * Math.sin(turn) + dy * Math.cos(turn);
  return { x: x * k + piece.width / 2, y: y * k + piece.height / 2 };
}
