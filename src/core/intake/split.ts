import type { Point } from '../lattice';
import { newRaster, type Raster } from '../raster';
import { ArgumentError, MM_PER_INCH, mmToPx, Said } from '../units';
import { artMask, ownAlpha } from './art-mask';
import { backArt } from './back-art';
import { cutWithCleanEdge, OWN, softenEdge, underOf, WHITE } from './clean-edge';
import { findGround, type GroundField } from './ground';
import { type Group, groupPieces } from './group';
import {
  asItIs,
  estimatePaper,
  evenLight,
  type Paper,
  paperIsDark,
  type Tone,
  toneOf,
  WHITE_PAPER,
} from './paper';
import { DEFAULT_INTAKE, type IntakeSettings } from './settings';
import { softShadows } from './soft-shadow';
import { pageMap } from './square';

/** A cut-out piece: RGBA art, and where its box lay on the squared page, px. */
export type Piece = { x: number; y: number; art: Raster };

/** Why a page gave no motifs, in words for the person. */
export class NoMotifs extends Said {
  override name = 'NoMotifs';
}

const MOST_PIECES = 500;

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
  /** Soft shadows that are kept: how dark each pixel of them is, 0 to 255; null: there are none. */
  shadow: Uint8Array | null;
  cutOut: boolean;
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
  const mask = artMask(page, ppi, settings, tone, toPageOf(settings, factor), own, ground);
  const shadow = own ? null : shadowsOf(page, ppi, mask, tone, ground, settings);
  return { page, ppi, paper, tone, ground, mask, shadow, cutOut: own !== null };
}

/** Soft shadows: taken out of the mask, or left in it and told, pixel by pixel. */
function shadowsOf(
  page: Raster,
  ppi: number,
  mask: Uint8Array,
  tone: Tone,
  ground: GroundField | null,
  { shadows }: IntakeSettings,
): Uint8Array | null {
  const share = ground
    ? { times: ground.blocks.map((v) => 1 / Math.max(24, v)), across: ground.across, less: 0 }
    : { times: tone.gain.map((v) => v / 255), across: tone.across, less: tone.less / 255 };
  const found = softShadows(page, mask, ppi, share);
  if (!found) return null;
  for (let p = 0; p < mask.length; p++) if (found[p]) mask[p] = shadows === 'keep' ? 1 : 0;
  return shadows === 'keep' ? found : null;
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

function cutPiece(
  { page, ppi, tone, ground, shadow, cutOut }: ReadPage,
  box: { x: number; y: number; width: number; height: number },
  own: Uint8Array,
  { back, softMm }: IntakeSettings,
): Raster {
  const flat = evenLight(page, tone, box);
  const art = cutOut ? keepOwnEdge(flat, own) : cutOff(flat, own, ppi, ground, box);
  if (shadow) castShadow(art, own, shadow, box, page.width);
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

/** Shadow that is kept is black, as see-through as it was faint. */
export function castShadow(
  art: Raster,
  own: Uint8Array,
  shadow: Uint8Array,
  box: { x: number; y: number; width: number },
  pageWidth: number,
) {
  for (let p = 0; p < own.length; p++) {
    if (own[p] !== OWN) continue;
    const dark = shadow[(box.y + Math.floor(p / box.width)) * pageWidth + box.x + (p % box.width)];
    if (dark) art.data.set([0, 0, 0, dark], p * 4);
  }
}

/** Art cut off what it lies on: white paper, or a coloured ground, into which its colours run further (a JPEG halves them). */
export function cutOff(
  flat: Raster,
  own: Uint8Array,
  ppi: number,
  ground: GroundField | null,
  box: { x: number; y: number; width: number },
): Raster {
  if (!ground) return cutWithCleanEdge(flat, own, Math.max(1.5, ppi / 150), WHITE);
  return cutWithCleanEdge(flat, own, Math.max(3, ppi / 75), underOf(ground, box));
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
  const mask = artMask(picture, ppi, settings, tone, (p) => p);
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
