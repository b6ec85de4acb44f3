import type { Point } from '../../lattice';
import { newRaster, type Raster } from '../../raster';
import { ArgumentError, MM_PER_INCH, mmToPx, Said } from '../../units';
import type { Hole } from '../mask';
import {
  artMask,
  backArt,
  cutOff,
  cutWithCleanEdge,
  markMask,
  nearlyShut,
  OWN,
  ownAlpha,
  type Shadows,
  shadedHoles,
  softenEdge,
  type Told,
  takeSpecks,
  tidied,
  WHITE,
} from '../mask';
import {
  asItIs,
  DEFAULT_INTAKE,
  estimatePaper,
  evenLight,
  findGround,
  type GroundField,
  type GroundShare,
  type IntakeSettings,
  type Paper,
  pageMap,
  paperIsDark,
  softShadows,
  type Tone,
  takeCrumbs,
  takeShadowOn,
  toneOf,
  WHITE_PAPER,
} from '../page';
import { type Group, groupPieces } from './group';

/** A cut-out piece: RGBA art, and where its box lay on the squared page, px. */
export type Piece = { x: number; y: number; art: Raster };

/** Why a page gave no motifs, in words for the person. */
export class NoMotifs extends Said {
  override name = 'NoMotifs';
}

const MOST_PIECES = 500;
/** Paper shut in is told from this size on, and where it is no narrower than between two strokes of a hatching. */
const TOLD = { mm2: 1.5, wideMm: 0.8 };

/** How px of the picture become px of a page raster that is `factor` times smaller than the squared page. */
export function toPageOf(settings: IntakeSettings, factor = 1): (p: Point) => Point {
  const map = settings.corners ? pageMap(settings.corners, settings.aspect).toPage : (p: Point) => p;
  return (p) => {
    const at = map(p);
    return { x: at.x / factor, y: at.y / factor };
  };
}

/**
 * What is known of a page before it is cut: its paper, how it is evened, and what on it is art. `cutOut`: the
 * picture came with its paper already gone, and keeps its own alpha.
 */
export type ReadPage = {
  page: Raster;
  ppi: number;
  paper: Paper;
  tone: Tone;
  /** The coloured ground that the art lies on; null: paper. */
  ground: GroundField | null;
  mask: Uint8Array;
  /** Null: there are none. */
  shadows: Shadows | null;
  cutOut: boolean;
  /** Paper that the art shuts in, largest first. */
  shutIn: ShutIn[];
};

/**
 * Paper that the art shuts in, as between a cup and its handle: its box and a place in it, px of the page raster, its size, whether
 * it was taken away, and which of the clicks say so.
 */
export type ShutIn = {
  box: { x: number; y: number; width: number; height: number };
  at: Point;
  areaMm2: number;
  /** Nearly shut in: it went with the paper, unless it is given back. */
  open: boolean;
  taken: boolean;
  clicks: number[];
};

/**
 * Finds the paper of a squared page and the art on it.
 * @param ppi of the page raster as given.
 * @param factor how many times smaller the raster is than the squared page.
 * @param known the coloured ground of this page, where it was found already.
 * @throws ArgumentError for settings that cannot be.
 */
export function readPage(
  page: Raster,
  ppi: number,
  settings: IntakeSettings,
  factor = 1,
  known?: GroundField,
): ReadPage {
  if (!(settings.tolerance >= 0 && settings.tolerance <= 100)) {
    throw new ArgumentError('The tolerance goes from 0 to 100.');
  }
  const own = ownAlpha(page);
  const ground = !own && settings.ground === 'colour' ? (known ?? findGround(page)) : null;
  const paper = own || ground ? WHITE_PAPER : estimatePaper(page);
  const tone = ground ? asItIs(page) : toneOf(page, paper, settings);
  const told = artMask(page, ppi, settings, tone, own, ground);
  const share = shareOf(tone, ground);
  let shadows = own ? null : shadowsOf(page, ppi, told, share, settings);
  const nearly = new Set(
    own || ground || !settings.joined ? [] : nearlyShut(told.mask, page.width, page.height, ppi),
  );
  told.holes.push(...nearly);
  const clicks = markMask(page, ppi, settings, tone, told, toPageOf(settings, factor), (runs) => {
    shadows ??= { dark: new Uint8Array(told.mask.length), keep: false };
    takeShadowOn(page, told.mask, share, runs, shadows.dark);
    takeCrumbs(told.mask, shadows.dark, page.width);
    takeSpecks(told.mask, page.width, page.height, ppi, settings);
  });
  const { mask, holes } = told;
  const shutIn = holes.flatMap((hole, n): ShutIn[] => {
    const { box, at, area } = hole;
    const areaMm2 = area / (ppi / MM_PER_INCH) ** 2;
    const wide = areaMm2 / (Math.max(box.width, box.height) / mmToPx(1, ppi));
    if (areaMm2 < TOLD.mm2 || wide < TOLD.wideMm) return [];
    const taken = settings.areas[clicks[n].at(-1) ?? -1]?.take ?? nearly.has(hole);
    return [{ box, at, areaMm2, open: nearly.has(hole), taken, clicks: clicks[n] }];
  });
  shutIn.sort((p, q) => q.areaMm2 - p.areaMm2);
  return { page, ppi, paper, tone, ground, mask, shadows, cutOut: own !== null, shutIn };
}

const holds = ({ runs }: Hole, { at }: Hole, width: number): boolean => {
  const p = Math.floor(at.y) * width + Math.floor(at.x);
  return runs.some(([from, to]) => p >= from && p < to);
};

/** What each pixel is as a share of what the art lies on. */
const shareOf = (tone: Tone, ground: GroundField | null): GroundShare =>
  ground
    ? { times: ground.blocks.map((v) => 1 / Math.max(24, v)), across: ground.across, less: 0 }
    : { times: tone.gain.map((v) => v / 255), across: tone.across, less: tone.less / 255 };

/** Soft shadows: taken out of the mask, or left in it. */
function shadowsOf(
  page: Raster,
  ppi: number,
  told: Told,
  share: GroundShare,
  settings: IntakeSettings,
): Shadows | null {
  const { mask, holes } = told;
  const dark = softShadows(page, mask, ppi, share);
  if (!dark) return null;
  const keep = settings.shadows === 'keep';
  for (let p = 0; p < mask.length; p++) if (dark[p]) mask[p] = keep ? 1 : 0;
  if (!keep) {
    // Paper that only a shadow shut in is open now; what noise left of the shadow stands about as specks.
    for (const { runs } of holes) for (const [from, to] of runs) mask.fill(0, from, to);
    takeCrumbs(mask, dark, page.width);
    told.holes = tidied(mask, page.width, page.height, ppi, settings);
    // A shadow falls into what is shut in, too.
    const shaded = settings.joined ? shadedHoles(page, mask, share, TOLD.mm2 * mmToPx(1, ppi) ** 2) : [];
    told.holes = told.holes.filter((h) => !shaded.some((s) => holds(s, h, page.width))).concat(shaded);
  }
  return { dark, keep };
}

/**
 * The pieces of a page that was read, in reading order.
 * @throws NoMotifs for a blank page, one inked all over, or one with more than 500 pieces.
 */
export function piecesOf(read: ReadPage, settings: IntakeSettings, factor = 1) {
  const { page, ppi, paper, mask, cutOut } = read;
  const { width, height } = page;
  const { runs, groups } = groupPieces(mask, width, height, ppi, settings, toPageOf(settings, factor));
  const inked = groups.reduce((s, g) => s + g.area, 0);
  if (!cutOut && (paperIsDark(paper) || inked > mask.length * 0.96)) {
    throw new NoMotifs(
      'This page is inked all over: there is no paper between the motifs to take away. Scan with some paper around each motif, or raise the tolerance.',
    );
  }
  const smallest = settings.smallestMm2 * (ppi / MM_PER_INCH) ** 2;
  const kept = groups.filter((g) => g.area >= smallest);
  if (!kept.length) {
    throw new NoMotifs(
      'No motif was found: nothing on this page stands out from the paper. Is it blank, or the right way up? A lower tolerance finds fainter marks.',
    );
  }
  if (kept.length > MOST_PIECES) {
    throw new NoMotifs(
      `There are ${kept.length} pieces on this page, more than the ${MOST_PIECES} that can be kept. Set a larger smallest size, or a higher tolerance if they are dirt.`,
    );
  }
  return { runs, groups: readingOrder(kept) };
}

/** Room left clear round a piece, px. */
const MARGIN = 4;

/**
 * Takes a squared page apart into separate motifs: light evened, paper found, dust dropped, pieces grouped by
 * nearness, each cut out with a clean edge. Pieces come in reading order.
 * @param ppi of the page.
 * @param onProgress share done, 0 to 1.
 * @throws NoMotifs as piecesOf; ArgumentError for settings that cannot be.
 */
export function splitPieces(
  page: Raster,
  ppi: number,
  settings: IntakeSettings,
  onProgress: (share: number) => void = () => {},
): Piece[] {
  const read = readPage(page, ppi, settings);
  onProgress(0.4);
  const { runs, groups } = piecesOf(read, settings);
  onProgress(0.55);
  const rowOf = new Int32Array(runs.start.length);
  for (let y = 0; y < page.height; y++) rowOf.fill(y, runs.rows[y], runs.rows[y + 1]);
  return groups.map((g, n) => {
    const x = Math.max(0, g.x0 - MARGIN);
    const y = Math.max(0, g.y0 - MARGIN);
    const width = Math.min(page.width, g.x1 + 1 + MARGIN) - x;
    const height = Math.min(page.height, g.y1 + 1 + MARGIN) - y;
    const box = { x, y, width, height };
    const own = new Uint8Array(width * height);
    for (let row = 0; row < height; row++) {
      const from = (y + row) * page.width + x;
      own.set(read.mask.subarray(from, from + width), row * width);
    }
    for (const i of g.runs) {
      const row = (rowOf[i] - y) * width - x;
      own.fill(OWN, row + runs.start[i], row + runs.end[i]);
    }
    const art = cutPiece(read, box, own, settings);
    onProgress(0.55 + (0.45 * (n + 1)) / groups.length);
    return { x, y, art };
  });
}

/** All the art in a box of a page, cut off what it lies on: as its pieces will be. @param box px of the page raster. */
export function artIn(
  read: ReadPage,
  box: { x: number; y: number; width: number; height: number },
  settings: IntakeSettings,
): Raster {
  const own = new Uint8Array(box.width * box.height);
  for (let row = 0, p = 0; row < box.height; row++)
    for (let q = (box.y + row) * read.page.width + box.x, end = q + box.width; q < end; q++, p++)
      own[p] = read.mask[q] * OWN;
  return cutPiece(read, box, own, settings);
}

function cutPiece(
  { page, ppi, tone, ground, shadows, cutOut }: ReadPage,
  box: { x: number; y: number; width: number; height: number },
  own: Uint8Array,
  { back, softMm }: IntakeSettings,
): Raster {
  const flat = evenLight(page, tone, box);
  const art = cutOut ? keepOwnEdge(flat, own) : cutOff(flat, own, ppi, ground, box, shadows, page.width);
  const backed = back
    ? backArt(art, {
        shrinkPx: mmToPx(back.shrinkMm, ppi),
        bridgePx: mmToPx(back.bridgeMm, ppi),
        ...(back.with === 'page' ? { backing: flat } : {}),
      }).art
    : art;
  softenEdge(backed, mmToPx(softMm, ppi));
  return backed;
}

/** A piece of a picture that is already cut out: its pixels as they are, with the soft edge round them. */
function keepOwnEdge(flat: Raster, own: Uint8Array): Raster {
  const out = newRaster(flat.width, flat.height);
  for (let p = 0; p < own.length; p++) {
    const soft = own[p] === 0 && flat.data[p * 4 + 3] < 128;
    if (own[p] === OWN || soft) out.data.set(flat.data.subarray(p * 4, p * 4 + 4), p * 4);
  }
  return out;
}

/**
 * Art drawn on plain white, with the white made clear wherever it is and the edges clean; a picture that has its
 * own alpha stays as it is.
 */
export function clearWhite(picture: Raster, ppi: number): Raster {
  if (ownAlpha(picture)) return picture;
  const settings = { ...DEFAULT_INTAKE, evenLight: false, tolerance: 4, joined: false, speckMm2: 0 };
  const tone = toneOf(picture, WHITE_PAPER, settings);
  const { mask } = artMask(picture, ppi, settings, tone);
  for (let p = 0; p < mask.length; p++) mask[p] *= OWN;
  return cutWithCleanEdge(picture, mask, Math.max(1.5, ppi / 150), WHITE);
}

/** Top to bottom by rows, left to right within a row. */
function readingOrder(groups: Group[]): Group[] {
  const rows: Group[][] = [];
  for (const g of [...groups].sort((a, b) => a.y0 - b.y0)) {
    const row = rows.at(-1);
    const first = row?.[0];
    if (row && first && (g.y0 + g.y1) / 2 < first.y1) row.push(g);
    else rows.push([g]);
  }
  return rows.flatMap((row) => row.sort((a, b) => a.x0 - b.x0));
}
