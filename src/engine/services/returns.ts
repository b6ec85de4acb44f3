import { transfer } from 'comlink';
import {
  type Asked,
  type DrawnOn,
  drawGuide,
  type EdgeReport,
  edgeReport,
  extractPalette,
  formatOf,
  type Guide,
  guideFor,
  joinEnds,
  type Layout,
  layOver,
  MM_PER_INCH,
  markDrawnOver,
  type NewStrokes,
  type NotTheSame,
  newRaster,
  newStrokes,
  nth,
  type PixelPlan,
  type Point,
  pixelPlan,
  pixelsOfGuide,
  putHome,
  type Raster,
  type Registration,
  type Rgb,
  readSent,
  registerReturn,
  Said,
  type Sent,
  type Size,
  stepsOf,
  strokesAlone,
  strokesCutOut,
  turnOver,
  withoutGuide,
  withStrokes,
} from '../../core';
import { readOra } from '../../core/format/ora/read';
import { decodePicture } from '../art/decode';
import { type PngFile, pngFile, smaller } from '../art/png-file';
import type { Progress } from '../protocol';
import { GUIDE } from './send-pictures';

type Bytes = Uint8Array<ArrayBuffer>;

/** A guide to what went out: what it asks, that as a picture of it to be kept, and as it lies over the file. */
export type GuideMade = { guide: Guide; picture: PngFile; over: Raster };

/** What went out, and how it is taken back. */
export type ReturnAsk = {
  out: NonNullable<DrawnOn['out']>;
  layout: Layout;
  cellMm: Size;
  marginMm: number;
  /** All of the cloth is kept as it comes back; else what is new alone. */
  whole: boolean;
};

/** A cloth that came back: how it lay, what is new on it, and its art. */
export type Returned = {
  found: Registration;
  /** Whether only new strokes came, on nothing. */
  onlyStrokes: boolean;
  /** New, and of it over what was drawn before, mm2. */
  newMm2: number;
  overMm2: number;
  /** That over what was drawn before, marked on a small picture of what came back; null where it is hardly any. */
  over: PngFile | null;
  report: EdgeReport;
  /** The colours of what is new, and the share of it that each has. */
  colours: { rgb: Rgb; share: number }[];
  art: PngFile & Size;
  picture: PngFile;
};

/** Less of a picture than this is clear by chance; more, and only what was drawn is in it. */
const CLEAR = 0.02;
/** Less that was drawn over is not told, mm2. */
const TOLD_MM2 = 1;
/** The long side of the small picture, px. */
const SMALL = 240;

/**
 * What lies on the desk whose worker this is: the picture that was sent out, as pixels, and small once that is wanted; the guide over
 * it; the drawing that was returned last, whose ends may be joined. A watched file comes back to them many times.
 */
const desk: {
  out?: { asset: string; sent: Sent; small?: Raster };
  guide?: { asset: string; pixels: Uint32Array };
  returned?: {
    sent: Sent;
    after: Raster;
    strokes: NewStrokes;
    told: Omit<Returned, 'art' | 'picture'>;
  };
} = {};

/** Any picture file as one picture; the layers of a layered one that are shown, laid over each other. */
async function flat(bytes: Bytes): Promise<Raster> {
  if (formatOf(bytes)?.id !== 'ora') return decodePicture(bytes);
  const { width, height, layers } = readOra(bytes);
  const out = newRaster(width, height);
  for (const { name, png, x, y, opacity, visible } of [...layers].reverse())
    if (visible && name !== GUIDE) layOver(out, await decodePicture(png), x, y, opacity);
  return out;
}

const clearShare = ({ data }: Raster) => {
  let clear = 0;
  for (let i = 3; i < data.length; i += 4) if (data[i] < 128) clear++;
  return clear / (data.length / 4);
};

/** Strokes on nothing, laid over what went out. @throws Said for another proportion. */
function strokesOver(under: Raster, strokes: Raster): Raster {
  const whole = { ...under, data: new Uint8ClampedArray(under.data) };
  const same = strokes.width === under.width && strokes.height === under.height;
  if (!same)
    throw new Said(
      `These are strokes on nothing, ${strokes.width} x ${strokes.height} px; what went out is ${under.width} x ${under.height} px. Export them at that size, or the whole picture with them.`,
    );
  layOver(whole, strokes);
  return whole;
}

/** Pictures of the cloth that went out to be drawn on, and come back. */
export const returnServices = {
  /** Whether the worker holds the picture that went out. */
  knowsOut: (asset: string) => desk.out?.asset === asset,

  /** Whether the worker holds the guide that lay over it. */
  knowsGuide: (asset: string) => desk.guide?.asset === asset,

  async takeOut(asset: string, bytes: Bytes) {
    desk.out = { asset, sent: readSent(await decodePicture(bytes)) };
  },

  /**
   * What is to be drawn next on the picture that went out, and that as a picture to lie over it.
   * @param margin px to stay clear of the edge. @param turned it went out half-turned.
   */
  async makeGuide(asked: Asked[], inks: Rgb[], margin: number, turned: boolean): Promise<GuideMade> {
    if (!desk.out) throw new Said('What went out is not here any more. Send it out again.');
    const { raster } = desk.out.sent;
    const asks = guideFor(raster, asked, inks);
    const drawn = drawGuide(raster, asks, margin);
    const picture = await pngFile(drawn, 96);
    desk.guide = { asset: picture.sha256, pixels: pixelsOfGuide(drawn) };
    const over = turned ? turnOver(drawn, { mirrored: false, turned }) : drawn;
    return transfer({ guide: asks, picture, over }, [over.data.buffer]);
  },

  /**
   * Takes back what was drawn on: lays it on what went out, finds what is new, and what that does at the edges.
   * @param under the strokes that were on a layer of their own as it went out. @param guided what lay over it,
   * where the worker does not hold that.
   */
  async takeReturn(
    bytes: Bytes,
    ask: ReturnAsk,
    under: Bytes | null,
    guided: Bytes | null,
    onProgress: Progress,
  ): Promise<Returned | NotTheSame> {
    const sent = sentAs(ask);
    const laidOver = ask.out.guide?.asset;
    if (laidOver && guided)
      desk.guide = { asset: laidOver, pixels: pixelsOfGuide(await decodePicture(guided)) };
    const came = await flat(bytes);
    onProgress(0.25);
    const onlyStrokes = clearShare(came) > CLEAR;
    const laid = registerReturn(sent, onlyStrokes ? strokesOver(sent.raster, came) : came);
    if ('why' in laid) return laid;
    // A guide that was left showing is no part of what was drawn.
    if (desk.guide && desk.guide.asset === laidOver)
      withoutGuide(laid.raster, sent.raster, desk.guide.pixels);
    onProgress(0.5);
    return takenBack(sent, laid.raster, { found: laid.found, onlyStrokes }, ask, under, onProgress);
  },

  /** What came back last, with the two ends of one of the strokes that touch its edges bent until they meet. */
  async joinEnds(
    n: number,
    ask: ReturnAsk,
    under: Bytes | null,
    onProgress: Progress,
  ): Promise<Returned | NotTheSame> {
    const sent = sentAs(ask);
    if (desk.returned?.sent !== sent)
      throw new Said('What came back is not in hand any more. Bring it back once more.');
    const { after, strokes, told } = desk.returned;
    const steps = stepsOf(planOf(ask));
    const joined = joinEnds(sent, after, strokes, nth(told.report.touching, n), { ppi: ask.out.ppi, steps });
    if (!joined) throw new Said('These ends cannot be joined: draw them together.');
    onProgress(0.3);
    const found = { ...told.found, exact: true, scale: 1 };
    return takenBack(sent, joined, { found, onlyStrokes: told.onlyStrokes }, ask, under, onProgress);
  },
};

function sentAs({ out: { asset } }: ReturnAsk): Sent {
  if (desk.out?.asset !== asset) throw new Said('What went out is not here any more. Send it out again.');
  return desk.out.sent;
}
const planOf = ({ layout, cellMm, out: { ppi } }: ReturnAsk) => pixelPlan(layout, cellMm, ppi);

/** Finds what is new on a picture that lies on what went out, and makes the art of it. */
async function takenBack(
  sent: Sent,
  after: Raster,
  how: Pick<Returned, 'found' | 'onlyStrokes'>,
  ask: ReturnAsk,
  under: Bytes | null,
  onProgress: Progress,
): Promise<Returned> {
  const { out: went, marginMm, whole } = ask;
  const strokes = newStrokes(sent, after, how.found);
  const { mask, firm, count, over, overCount } = strokes;
  if (!count)
    throw new Said('Nothing new was found on it: it is what went out. Draw on it, then bring it back.');
  const plan = planOf(ask);
  const cut = strokesCutOut(after, firm);
  const { inks: colours } = extractPalette(cut ? [cut] : []);
  const report = edgeReport(after, firm, { ppi: went.ppi, steps: stepsOf(plan), marginMm });
  onProgress(0.7);
  const all = withStrokes(sent.raster, after, mask);
  let art = putHome(whole ? all : strokesAlone(after, mask), plan, went);
  if (under) art = withStrokes(await decodePicture(under), art, inkedIn(art));
  const mm2 = (MM_PER_INCH / went.ppi) ** 2;
  const file = await pngFile(art, went.ppi);
  onProgress(0.95);
  const overMm2 = overCount * mm2;
  const seen =
    overMm2 < TOLD_MM2 ? null : await pngFile(markDrawnOver(smaller(after, SMALL), over, after), 96);
  const told = { ...how, newMm2: count * mm2, overMm2, over: seen, report, colours };
  desk.returned = { sent, after: all, strokes, told };
  return {
    ...told,
    art: { ...file, width: art.width, height: art.height },
    picture: await pngFile(whole ? smaller(art, SMALL) : smallWith(art, plan, went), 96),
  };
}

/** What went out, small and put home, with art over it. */
function smallWith(art: Raster, plan: PixelPlan, from: Point): Raster {
  if (!desk.out) throw new Said('What went out is not here any more. Send it out again.');
  desk.out.small ??= smaller(putHome(desk.out.sent.raster, plan, from), SMALL);
  const made = { ...desk.out.small, data: desk.out.small.data.slice() };
  layOver(made, smaller(art, SMALL));
  return made;
}

/** 1 where a picture is not clear. */
function inkedIn({ data }: Raster): Uint8Array {
  const mask = new Uint8Array(data.length / 4);
  for (let p = 0; p < mask.length; p++) if (data[p * 4 + 3]) mask[p] = 1;
  return mask;
}
