import {
  type ArtPiece,
  aboutMiddle,
  artById,
  joinPieces,
  MM_PER_INCH,
  type Motif,
  motifOf,
  nth,
  type Project,
  piecesFrom,
  piecesOfArt,
  pxToMm,
  rgbOfHex,
  setPieces,
  takeApart,
} from '../../core';
import { type ArtRequest, composePieces, type PieceRequest } from '../../engine';
import { putAsset } from '../../shelf';
import { edit, record, refuse, useBolt } from '../bolt';
import { drawnIn, loadAsset, useView } from '../cloth';
import type { Session } from '../kernel';

const newId = () => crypto.randomUUID();

/** A motif made of pieces is no finer than this, px. */
const MOST_PX = 6000;

/** Pieces as the engine wants them, each in the inks that it wears, as drawn. */
function requestsOf(project: Project, pieces: readonly ArtPiece[]): PieceRequest[] {
  const { from, ink } = drawnIn(project);
  return pieces.map((piece) => {
    const { id, asset, inkOverrides, vector } = piece;
    const worn = ink.map((k) => {
      const own = nth(project.inks, k + 1);
      return project.inks.find((i) => i.id === inkOverrides?.[own.id]) ?? own;
    });
    const art: ArtRequest = inkOverrides
      ? { motif: id, asset, ppi: piece.ppi, from, to: worn.map((i) => rgbOfHex(i.hex)) }
      : { motif: id, asset, ppi: piece.ppi, from: [], to: [] };
    const wide = Math.ceil(piece.width * Math.max(1, piece.scale));
    const drawn = vector ? { drawWidth: wide, ppi: (piece.ppi * wide) / piece.width } : {};
    const { x, y, angle, scale, mirror, blend, opacity, cut } = piece;
    const k = wide / piece.width;
    return {
      art: { ...art, ...drawn },
      placed: { motif: id, x, y, angle, scale, mirror, blend, opacity },
      ...(cut ? { cut: vector ? cut.map((p) => ({ x: p.x * k, y: p.y * k })) : cut } : {}),
    };
  });
}

/** How fine the whole is: as the finest of its pieces is printed. */
const finest = (pieces: readonly ArtPiece[]) => Math.max(...pieces.map((p) => p.ppi / p.scale));

async function composed(project: Project, pieces: readonly ArtPiece[], ppi: number) {
  const made = await composePieces(requestsOf(project, pieces), ppi, MOST_PX, loadAsset);
  await putAsset(made.sha256, new Blob([made.png], { type: 'image/png' }));
  const { sha256: asset, width, height } = made;
  return { picture: { asset, width, height, ppi: made.ppi }, moved: made.middle };
}

/** Makes one motif of what is in hand: it takes their place, and can be taken apart again. */
export async function makeOneMotif(bolt: Session): Promise<boolean> {
  const { project } = useBolt.of(bolt).getState();
  if (!project) return false;
  try {
    return await joined(bolt, project, useView.of(bolt).getState().selected);
  } catch (error) {
    refuse(bolt, error);
    return false;
  }
}

async function joined(bolt: Session, project: Project, selected: string[]): Promise<boolean> {
  const { pieces, middle } = piecesFrom(project, selected, newId);
  const { picture, moved } = await composed(project, pieces, finest(pieces));
  const names = [...new Set(pieces.map((p) => p.name))];
  const motifs = artById(project);
  const of = project.placements.flatMap((p) => (selected.includes(p.id) ? (motifs.get(p.motif) ?? []) : []));
  const motif = motifOf({
    ...picture,
    id: newId(),
    name: (names.length > 1 ? names.join(' with ') : `${names[0]}, ${pieces.length} together`).slice(0, 80),
    role: of.some((m) => m.role === 'hero') ? 'hero' : 'secondary',
    direction: of.some((m) => m.direction === 'top') ? 'top' : 'free',
    source: [...new Set(of.map((m) => m.source).filter(Boolean))].join(', ').slice(0, 200),
    permission: of.find((m) => m.permission === 'ask')?.permission ?? of[0]?.permission ?? 'ask',
    art: { kind: 'pieces', pieces: aboutMiddle(pieces, moved) },
  });
  const placement = {
    id: newId(),
    motif: motif.id,
    x: middle.x + moved.x,
    y: middle.y + moved.y,
    angle: 0,
    scale: 1,
    mirror: false,
  };
  if (useBolt.of(bolt).getState().project !== project) return false;
  const ok = edit(bolt, joinPieces(selected, motif, placement));
  if (ok) {
    useView.of(bolt).setState({ selected: [placement.id] });
    record(bolt, { kind: 'motifs', text: `${motif.name} made of ${pieces.length} pieces.`.slice(0, 400) });
  }
  return ok;
}

/** Changes the pieces of a motif: their order, what of them shows, which there are. All its placements follow. */
export async function changePieces(bolt: Session, motif: Motif, pieces: ArtPiece[]): Promise<boolean> {
  const { project } = useBolt.of(bolt).getState();
  if (!project) return false;
  const { picture, moved } = await composed(project, pieces, motif.ppi);
  return edit(bolt, setPieces(motif.id, picture, aboutMiddle(pieces, moved), moved));
}

/** Another motif laid over the pieces of one, as large as it was drawn: to cover a detail with. */
export async function addPiece(bolt: Session, motif: Motif, other: Motif): Promise<boolean> {
  const { name, asset, width, height, ppi } = other;
  const place = { x: 0, y: 0, angle: 0, scale: 1, mirror: false };
  const vector = other.art.kind === 'vector' ? { vector: true } : {};
  const piece: ArtPiece = { id: newId(), name, asset, width, height, ppi, ...place, ...vector };
  return changePieces(bolt, motif, [...ownPieces(motif), piece]);
}

/** The pieces of a motif; of one that was not made of any, itself. */
export function ownPieces(motif: Motif): ArtPiece[] {
  const pieces = piecesOfArt(motif);
  if (pieces.length) return pieces;
  const { name, asset, width, height, ppi } = motif;
  const vector = motif.art.kind === 'vector' ? { vector: true } : {};
  return [
    {
      id: newId(),
      name,
      asset,
      width,
      height,
      ppi,
      x: 0,
      y: 0,
      angle: 0,
      scale: 1,
      mirror: false,
      ...vector,
    },
  ];
}

/** Lays the pieces of the one in hand by themselves again. */
export function takeInHandApart(bolt: Session): boolean {
  const { project } = useBolt.of(bolt).getState();
  const { selected } = useView.of(bolt).getState();
  const [id] = selected;
  if (!project || !id) return false;
  const before = new Set(project.placements.map((p) => p.id));
  const ok = edit(bolt, takeApart(id, newId));
  const now = useBolt.of(bolt).getState().project;
  if (ok && now)
    useView.of(bolt).setState({ selected: now.placements.flatMap((p) => (before.has(p.id) ? [] : p.id)) });
  return ok;
}

/** How wide a motif is about its middle, mm: to tell where on it something is. */
export const spanOf = (motif: Motif) => ({
  width: pxToMm(motif.width, motif.ppi),
  height: pxToMm(motif.height, motif.ppi),
  pxPerMm: motif.ppi / MM_PER_INCH,
});
