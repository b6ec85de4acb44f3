import { crop, distanceTo, labelAreas, type Raster, reduceTo } from '../raster';
import { RangeMessage } from '../units';
import { cutWithCleanEdge } from './clean-edge';
import { estimatePaper, flattenPaper } from './paper';
import { artMask } from './remove-paper';

/** How a page is taken apart; kept with the page, so that it can be run again. Lengths in mm. */
export type IntakeSettings = {
  /** 0 to 100: how far from paper white still counts as paper. */
  tolerance: number;
  /** true: only paper joined to the page's edge goes. */
  joined: boolean;
  /** Marks with less area than this, in square mm, are dust. */
  speckMm2: number;
  /** Pieces closer than this are one motif (a kite and its tail). */
  joinMm: number;
  /** Pieces with less area than this, in square mm, are not offered. */
  smallestMm2: number;
};

export const DEFAULT_INTAKE: IntakeSettings = {
  tolerance: 14,
  joined: true,
  speckMm2: 0.25,
  joinMm: 2.5,
  smallestMm2: 4,
};

/** A cut-out piece: RGBA art, and where its box lay on the page, px. */
export type Piece = { x: number; y: number; art: Raster };

/** Why a page gave no motifs, in words for the person. */
export class NoMotifs extends Error {
  override name = 'NoMotifs';
}

const speckPx = (s: IntakeSettings, ppi: number) => s.speckMm2 * (ppi / 25.4) ** 2;

/** The page with its paper made clear, at a size to look at (`longSide` px at most). */
export function removePaper(raster: Raster, ppi: number, settings: IntakeSettings, longSide = 900): Raster {
  if (!(settings.tolerance >= 0 && settings.tolerance <= 100)) {
    throw new RangeMessage('The tolerance goes from 0 to 100.');
  }
  const { raster: small, factor } = reduceTo(raster, longSide);
  const flat = flattenPaper(small, estimatePaper(small));
  const mask = artMask(flat, {
    tolerance: settings.tolerance,
    joined: settings.joined,
    speckPx: speckPx(settings, ppi / factor),
  });
  for (let p = 0; p < mask.length; p++) if (!mask[p]) flat.data[p * 4 + 3] = 0;
  return flat;
}

type Group = { label: number; x0: number; y0: number; x1: number; y1: number; area: number };

/**
 * Takes a page apart into separate motifs: light evened, paper found, dust dropped, pieces grouped by
 * nearness, each cut out with a clean edge. Pieces come in reading order.
 * @param onProgress share done, 0 to 1.
 * @throws NoMotifs for a blank page or one inked all over.
 */
export function splitPieces(
  raster: Raster,
  ppi: number,
  settings: IntakeSettings,
  onProgress: (share: number) => void = () => {},
): Piece[] {
  const { width, height } = raster;
  const paper = estimatePaper(raster);
  const dark = paper.coef.every((c) => c[0] < 90);
  const flat = flattenPaper(raster, paper);
  onProgress(0.2);
  const mask = artMask(flat, {
    tolerance: settings.tolerance,
    joined: settings.joined,
    speckPx: speckPx(settings, ppi),
  });
  onProgress(0.5);
  let inked = 0;
  for (const m of mask) inked += m;
  if (dark || inked > mask.length * 0.96) {
    throw new NoMotifs(
      'This page is inked all over: there is no paper between the motifs to take away. Scan with some paper around each motif, or raise the tolerance.',
    );
  }
  const { labels, groups, step, labelWidth } = groupByNearness(mask, width, height, settings, ppi);
  const smallest = settings.smallestMm2 * (ppi / 25.4) ** 2;
  const kept = groups.filter((g) => g.area >= smallest);
  if (!kept.length) {
    throw new NoMotifs(
      'No motif was found: nothing on this page stands out from the paper. Is it blank, or the right way up? A lower tolerance finds fainter marks.',
    );
  }
  onProgress(0.6);
  const margin = 4;
  const pieces = kept.map((g, n) => {
    const x0 = Math.max(0, g.x0 - margin);
    const y0 = Math.max(0, g.y0 - margin);
    const w = Math.min(width, g.x1 + 1 + margin) - x0;
    const h = Math.min(height, g.y1 + 1 + margin) - y0;
    const own = new Uint8Array(w * h);
    for (let y = 0; y < h; y++) {
      for (let x = 0; x < w; x++) {
        const px = x0 + x;
        const py = y0 + y;
        if (!mask[py * width + px]) continue;
        if (labels[Math.floor(py / step) * labelWidth + Math.floor(px / step)] === g.label)
          own[y * w + x] = 1;
      }
    }
    const art = cutWithCleanEdge(crop(flat, x0, y0, w, h), own, Math.max(1.5, ppi / 150));
    onProgress(0.6 + (0.4 * (n + 1)) / kept.length);
    return { x: x0, y: y0, art };
  });
  return readingOrder(pieces);
}

/** Areas closer than joinMm get one label, on a grid `step` px coarse; boxes and areas in page px. */
function groupByNearness(
  mask: Uint8Array,
  width: number,
  height: number,
  settings: IntakeSettings,
  ppi: number,
) {
  const step = Math.max(1, Math.ceil(Math.max(width, height) / 1600));
  const w = Math.ceil(width / step);
  const h = Math.ceil(height / step);
  const coarse = new Uint8Array(w * h);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (mask[y * width + x]) coarse[Math.floor(y / step) * w + Math.floor(x / step)] = 1;
    }
  }
  const near = distanceTo(coarse, w, h, false);
  const reach = (settings.joinMm * ppi) / 25.4 / step / 2;
  const grown = new Uint8Array(near.length);
  for (let p = 0; p < near.length; p++) grown[p] = near[p] <= reach ? 1 : 0;
  const { labels, count } = labelAreas(grown, w, h);
  const groups: Group[] = Array.from({ length: count }, (_, i) => ({
    label: i + 1,
    x0: width,
    y0: height,
    x1: 0,
    y1: 0,
    area: 0,
  }));
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (!mask[y * width + x]) continue;
      const g = groups[labels[Math.floor(y / step) * w + Math.floor(x / step)] - 1];
      g.area++;
      if (x < g.x0) g.x0 = x;
      if (x > g.x1) g.x1 = x;
      if (y < g.y0) g.y0 = y;
      if (y > g.y1) g.y1 = y;
    }
  }
  return { labels, groups, step, labelWidth: w };
}

/** Top to bottom by rows, left to right within a row. */
function readingOrder(pieces: Piece[]): Piece[] {
  const byTop = [...pieces].sort((a, b) => a.y - b.y);
  const rows: Piece[][] = [];
  for (const piece of byTop) {
    const row = rows.at(-1);
    const first = row?.[0];
    if (row && first && piece.y + piece.art.height / 2 < first.y + first.art.height) row.push(piece);
    else rows.push([piece]);
  }
  return rows.flatMap((row) => row.sort((a, b) => a.x - b.x));
}
