import { type Lab, oklabOf, type Rgb } from '../../colour';
import { distanceTo, type Raster, reduceTo } from '../../raster';
import { MM_PER_INCH } from '../../units';
import { ownAlpha } from '../mask';
import { DEFAULT_INTAKE, findGround, type IntakeSettings, leavingSheet } from '../page';
import { wrapReport } from '../tile';
import { NoMotifs, piecesOf, type ReadPage, readPage } from './split';

/** What a picture may be: separate motifs, one drawing, a finished tile, a ground to lay under or over, line art to colour. */
export const PAGE_KINDS = ['motifs', 'drawing', 'tile', 'ground', 'lines'] as const;
export type PageKind = (typeof PAGE_KINDS)[number];

/** What a picture seems to be, why, and how it is taken apart if it is that; `ground`: what its art lies on. */
export type FirstLook = {
  kind: PageKind;
  why: string;
  settings: Pick<IntakeSettings, 'ground' | 'joined'>;
  ground: Rgb;
};

/** The long side of what is looked at, px. */
const LOOK_PX = 700;
/**
 * A ground is coloured from this chroma (OKLab) on, or darker than this; a pale one already from less. Light falls coloured on a
 * page that was photographed: there it takes more.
 */
const COLOURED = { chroma: 0.045, dark: 0.72, pale: 0.9, faint: 0.022 };
const PHOTO = { chroma: 0.09, dark: 0.5, pale: 0, faint: 1 };
const isColoured = ([l, a, b]: Lab, { chroma, dark, pale, faint }: typeof COLOURED) =>
  Math.hypot(a, b) > chroma || l < dark || (l < pale && Math.hypot(a, b) > faint);
/** Art on so much of an edge, share of it, is no slip of the crop. */
const ON_EDGE = 0.015;
/** Art on more than this share of the page leaves no ground to see; less than this is dirt. */
const ALL_OVER = 0.92;
const NOTHING = 0.002;
/** So many pieces fill a sheet as a drawing does. */
const MANY = 30;
/** A piece that spans this share of the sheet each way is the whole of it. */
const SPANS = 0.6;
/** Line art: no stroke is wider, mm, in the middle; and nearly all of it is a grey. */
const LINE_MM = 1.3;
const GREY = 0.035;
const MOSTLY = 0.93;

/**
 * What a picture seems to be, by its joins, its edges and the pieces on it. A guess to begin with: the person decides.
 * @param ppi of the page; 300 where it is not known. @param camera it was photographed, not scanned.
 */
export function firstLook(page: Raster, ppi: number, camera = false): FirstLook {
  const { raster, factor } = reduceTo(page, LOOK_PX);
  const own = ownAlpha(raster);
  const field = findGround(raster);
  const ground = field.mean.map(Math.round) as Rgb;
  const coloured = !own && isColoured(oklabOf(...ground), camera ? PHOTO : COLOURED);
  const settings = { ground: coloured ? 'colour' : 'paper', joined: !coloured } as const;
  const read = readPage(raster, ppi / factor, { ...DEFAULT_INTAKE, ...settings }, 1, field);
  // Paper that lines shut in is paper here.
  const lines = () => readPage(raster, ppi / factor, { ...DEFAULT_INTAKE, ...settings, joined: false });
  return { ...told(read, lines, ppi / factor), settings, ground };
}

/** Share of each edge that art is on: left, right, top, bottom. */
function onEdges({ page: { width, height }, mask }: ReadPage): number[] {
  const sum = [0, 0, 0, 0];
  for (let y = 0; y < height; y++) {
    sum[0] += mask[y * width] / height;
    sum[1] += mask[y * width + width - 1] / height;
  }
  for (let x = 0; x < width; x++) {
    sum[2] += mask[x] / width;
    sum[3] += mask[(height - 1) * width + x] / width;
  }
  return sum;
}

function told(read: ReadPage, lines: () => ReadPage, ppi: number): Pick<FirstLook, 'kind' | 'why'> {
  const { page, mask } = read;
  const { width, height } = page;
  const share = mask.reduce((s, v) => s + v, 0) / mask.length;
  const edges = onEdges(read);
  const joins = Math.min(width, height) >= 16 && wrapReport(page).holds;
  const crosses = (edges[0] > ON_EDGE && edges[1] > ON_EDGE) || (edges[2] > ON_EDGE && edges[3] > ON_EDGE);
  if (joins && crosses && share > NOTHING)
    return {
      kind: 'tile',
      why: 'What leaves it on one side comes back on the other: its edges meet.',
    };
  let groups: ReturnType<typeof piecesOf>['groups'] = [];
  try {
    ({ groups } = piecesOf(read, DEFAULT_INTAKE));
  } catch (error) {
    if (!(error instanceof NoMotifs)) throw error;
  }
  if (!groups.length || share > ALL_OVER || share < NOTHING)
    return { kind: 'ground', why: 'No separate things stand on it: it is one colour or texture all over.' };
  const leaving = leavingSheet(mask, width, height, ppi);
  if (isLineArt(lines(), ppi))
    return { kind: 'lines', why: 'It is drawn in thin dark lines, with nothing filled.' };
  if (leaving.length > 1)
    return { kind: 'drawing', why: `${leaving.length} pieces leave the sheet at its edges.` };
  const most = groups.find((g) => g.x1 - g.x0 > SPANS * width && g.y1 - g.y0 > SPANS * height);
  if (most) return { kind: 'drawing', why: 'What is drawn hangs together from one side to the other.' };
  if (groups.length >= MANY) return { kind: 'drawing', why: `${groups.length} pieces fill the sheet.` };
  return {
    kind: 'motifs',
    why: `${groups.length === 1 ? 'One piece stands' : `${groups.length} pieces stand`} apart, with room round ${groups.length === 1 ? 'it' : 'each'}.`,
  };
}

/** Thin strokes of a dark grey, and hardly anything else. */
function isLineArt({ page, mask, ground, cutOut }: ReadPage, ppi: number): boolean {
  if (ground || cutOut) return false;
  const { width, height, data } = page;
  let [art, grey] = [0, 0];
  for (let p = 0; p < mask.length; p++) {
    if (!mask[p]) continue;
    art++;
    const [, a, b] = oklabOf(data[p * 4], data[p * 4 + 1], data[p * 4 + 2]);
    if (Math.hypot(a, b) < GREY) grey++;
  }
  if (!art || grey < MOSTLY * art) return false;
  // A stroke's pixels lie a quarter of its width from its edges in the mean.
  const inside = distanceTo(
    mask.map((v) => 1 - v),
    width,
    height,
  );
  let sum = 0;
  for (let p = 0; p < mask.length; p++) if (mask[p]) sum += inside[p];
  return (4 * sum) / art < (LINE_MM * ppi) / MM_PER_INCH;
}
