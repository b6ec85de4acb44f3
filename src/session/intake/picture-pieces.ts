import {
  cellOf,
  latticeOf,
  NO_MARKS,
  nearestCopy,
  nth,
  type PictureReport,
  type PieceMarks,
  type Point,
  type Project,
  setMarks,
} from '../../core';
import { edit } from '../bolt';
import { useChecks } from '../check';
import { centreOn, useView } from '../cloth';
import { type Session, session, sessionStore } from '../kernel';

export type SeenPiece = PictureReport['pieces'][number];

type PiecesState = {
  /** Their outlines are shown on the cloth. */
  shown: boolean;
  /** Those in hand, by name. */
  hand: string[];
  /** The next line drawn on the cloth cuts a piece apart. */
  cutting: boolean;
};

/** The pieces of drawings and tiles, as they are seen and put right. */
export const usePieces = sessionStore<PiecesState>(() => ({ shown: false, hand: [], cutting: false }));

export const showPieces = (bolt: Session, shown: boolean) =>
  usePieces.of(bolt).setState({ shown, hand: [], cutting: false });

const pictures = (): PictureReport[] => useChecks.getState().report?.pictures ?? [];
const allPieces = (): SeenPiece[] => pictures().flatMap((p) => p.pieces);

/** The pieces in hand that are still there. */
export const piecesInHand = (hand: string[], of: PictureReport[]): SeenPiece[] =>
  of.flatMap((p) => p.pieces).filter((p) => hand.includes(p.id));

/** Takes a piece in hand; `more`: beside those that are. */
export const takePiece = (id: string, more: boolean) =>
  usePieces.setState(({ hand }) => ({
    hand: !more ? [id] : hand.includes(id) ? hand.filter((h) => h !== id) : [...hand, id],
    cutting: false,
  }));

/** Takes the next piece in hand, or the one before, and brings it into view. */
export function stepPiece(project: Project, by: 1 | -1) {
  const all = allPieces();
  if (!all.length) return;
  const now = all.findIndex((p) => p.id === usePieces.getState().hand.at(-1));
  const next = nth(all, (now + by + all.length + (now < 0 && by < 0 ? 1 : 0)) % all.length);
  usePieces.setState({ shown: true, hand: [next.id], cutting: false });
  const { origin, zoom, viewport } = useView.getState();
  const middle = { x: origin.x + viewport.width / 2 / zoom, y: origin.y + viewport.height / 2 / zoom };
  const at = nearestCopy(latticeOf(project.layout, cellOf(project)), next, middle);
  const off = Math.max(Math.abs(at.x - middle.x), Math.abs(at.y - middle.y)) * zoom;
  if (off > 0.4 * Math.min(viewport.width, viewport.height)) centreOn(at);
}

/** A place on each part of a piece: the corner of its outline that is nearest to the middle of the whole. */
const placesOn = ({ x, y, outline }: SeenPiece): Point[] =>
  outline.map((ring) => {
    const [near] = [...ring].sort((p, q) => Math.hypot(p.x, p.y) - Math.hypot(q.x, q.y));
    return { x: x + (near?.x ?? 0), y: y + (near?.y ?? 0) };
  });

/** Says something of the pieces of a picture, places in mm of the cloth. */
function mark(project: Project, picture: PictureReport, more: Partial<PieceMarks>) {
  const { layer, frame } = picture;
  const to = (p: Point) => ({ x: (p.x - frame.x) / frame.width, y: (p.y - frame.y) / frame.height });
  const found = project.layers.find((l) => l.id === layer);
  const was = found && found.kind !== 'placements' && found.marks ? found.marks : NO_MARKS;
  edit(
    session(),
    setMarks(layer, {
      joins: [...was.joins, ...(more.joins ?? []).map((j) => j.map(to))],
      cuts: [...was.cuts, ...(more.cuts ?? []).map((c) => c.map(to))],
      ground: [...was.ground, ...(more.ground ?? []).map(to)],
    }),
  );
  usePieces.setState({ hand: [], cutting: false });
}

/** The picture that all in hand are pieces of; undefined where they are of several. */
export const pictureInHand = (hand: string[], of: PictureReport[]): PictureReport | undefined =>
  of.find((p) => hand.length > 0 && hand.every((id) => p.pieces.some((q) => q.id === id)));

/** Those in hand are one piece. */
export function joinPieces(project: Project) {
  const { hand } = usePieces.getState();
  const picture = pictureInHand(hand, pictures());
  const [first, ...rest] = piecesInHand(hand, pictures()).flatMap((p) => placesOn(p).slice(0, 1));
  if (picture && first && rest.length) mark(project, picture, { joins: rest.map((p) => [first, p]) });
}

/** What is in hand is ground. */
export function callGround(project: Project) {
  const { hand } = usePieces.getState();
  const picture = pictureInHand(hand, pictures());
  if (picture) mark(project, picture, { ground: piecesInHand(hand, pictures()).flatMap(placesOn) });
}

/** Cuts the piece in hand along a line, mm of the cloth, on whichever copy it was drawn. */
export function cutPiece(project: Project, line: Point[]) {
  const { hand } = usePieces.getState();
  const picture = pictureInHand(hand, pictures());
  const [piece] = piecesInHand(hand, pictures());
  const [from] = line;
  if (!picture || !piece || !from || line.length < 2) return;
  const home = nearestCopy(latticeOf(project.layout, cellOf(project)), from, piece);
  const by = { x: home.x - from.x, y: home.y - from.y };
  mark(project, picture, { cuts: [line.map((p) => ({ x: p.x + by.x, y: p.y + by.y }))] });
}

/** Cuts the piece in hand through its middle, straight down or straight across. */
export function cutThroughMiddle(project: Project, down: boolean) {
  const [piece] = piecesInHand(usePieces.getState().hand, pictures());
  if (!piece) return;
  const { width, height } = sizeOf(piece);
  const reach = down ? { x: 0, y: height } : { x: width, y: 0 };
  const end = (by: number) => ({ x: piece.x + by * reach.x, y: piece.y + by * reach.y });
  cutPiece(project, [end(-0.6), end(0.6)]);
}

/** How large a piece is, mm. */
export function sizeOf({ outline }: SeenPiece): { width: number; height: number } {
  const all = outline.flat();
  const span = (v: number[]) => Math.max(...v) - Math.min(...v);
  return { width: span(all.map((p) => p.x)), height: span(all.map((p) => p.y)) };
}

/** Nothing is said any more of the pieces of a picture. */
export const forgetMarks = (layer: string) => {
  edit(session(), setMarks(layer, null));
  usePieces.setState({ hand: [], cutting: false });
};
