import {
  artIn,
  type Corners,
  commonBox,
  crop,
  cutByPage,
  dirtOn,
  encodePng,
  evenLight,
  findPage,
  firstLook,
  formatOf,
  hardShadow,
  hasTop,
  histogramOf,
  type IntakeSettings,
  type Leaving,
  leavingSheet,
  MM_PER_INCH,
  type Piece,
  piecesOf,
  plainWords,
  ppiOf,
  pxToMm,
  type Raster,
  type ReadPage,
  readPage,
  readPictureHead,
  reduceTo,
  Said,
  sha256Of,
  splitPieces,
  squarePage,
  tookPhoto,
  wholeDrawing,
} from '../../core';
import { readOra } from '../../core/format/ora/read';
import { decodeCutOut } from '../../core/format/png/read';
import { readSvg } from '../../core/format/svg/read';
import { decodePicture } from '../art/decode';
import { exifOf } from '../art/exif';
import { bitmapOf } from '../art/surface';
import { drawSvg } from '../art/svg';
import type { CutArt, Incoming, PageLook, PageSight, PageView, Progress, ShutInSight } from '../protocol';

type Bytes = Uint8Array<ArrayBuffer>;

type Picture = { key: string; raster: Raster; small?: { raster: Raster; factor: number } };
/** The one picture in hand, upright; the page squared out of it, that page at smaller sizes, and what it was cut into. */
const inHand: {
  picture?: Picture;
  page?: { key: string; raster: Raster };
  levels: Map<number, Raster>;
  places?: { key: string; read: ReadPage & { factor: number } };
  pieces?: { art: Piece[]; ppi: number };
} = { levels: new Map() };

async function pictureOf(bytes: Bytes): Promise<Picture> {
  const key = await sha256Of(bytes);
  if (inHand.picture?.key === key) return inHand.picture;
  Object.assign(inHand, { picture: undefined, page: undefined, places: undefined });
  inHand.levels.clear();
  const picture: Picture = { key, raster: await decodePicture(bytes) };
  inHand.picture = picture;
  return picture;
}

/** The picture as far reduced as the whole of it needs to be seen; made once. */
async function smallPicture(bytes: Bytes): Promise<{ raster: Raster; factor: number }> {
  const own = await pictureOf(bytes);
  own.small ??= reduceTo(own.raster, 1800);
  return own.small;
}

async function pageOf(bytes: Bytes, settings: IntakeSettings): Promise<Raster> {
  const { key, raster } = await pictureOf(bytes);
  const wanted = `${key}|${JSON.stringify([settings.corners, settings.aspect])}`;
  if (inHand.page?.key === wanted) return inHand.page.raster;
  const page = { key: wanted, raster: squarePage(raster, settings.corners, settings.aspect) };
  inHand.page = page;
  inHand.places = undefined;
  inHand.levels.clear();
  return page.raster;
}

/** The page halved until it is no finer than a window of `longSide` px needs. */
function levelOf(full: Raster, shown: number, longSide: number): { raster: Raster; factor: number } {
  let factor = 1;
  while (shown / (factor * 2) >= longSide) factor *= 2;
  let raster = inHand.levels.get(factor);
  if (!raster) {
    // From the next finer one that there is.
    const [of, from] = [...inHand.levels].filter(([f]) => f < factor).sort(([f], [g]) => g - f)[0] ?? [
      1,
      full,
    ];
    raster = reduceTo(from, Math.ceil(Math.max(from.width, from.height) / (factor / of))).raster;
    inHand.levels.set(factor, raster);
  }
  return { raster, factor };
}

/** How fine a whole page is looked at to tell what it is, px. */
const LOOK_PX = 900;
const THUMB = 320;

/** 8 bits a channel in colour: read to the byte; other PNGs go through the browser. */
const isPlain = (png: Bytes) => png[24] === 8 && (png[25] === 2 || png[25] === 6);

async function inspectLayers(bytes: Bytes, sha256: string): Promise<Incoming> {
  const { ppi, layers, width, height } = readOra(bytes);
  const cut: (CutArt & { name: string; visible: boolean })[] = [];
  for (const layer of layers) {
    const raster = isPlain(layer.png) ? decodeCutOut(layer.png) : await decodePicture(layer.png);
    if (layer.opacity < 1) for (let i = 3; i < raster.data.length; i += 4) raster.data[i] *= layer.opacity;
    const box = commonBox([raster]);
    if (!box) continue;
    const art = crop(raster, box.x, box.y, box.width, box.height);
    const png = encodePng(art, ppi ?? 300);
    cut.push({
      name: layer.name,
      visible: layer.visible,
      png,
      sha256: await sha256Of(png),
      width: art.width,
      height: art.height,
      thumb: bitmapOf(reduceTo(art, THUMB).raster),
    });
  }
  return { kind: 'layers', sha256, ppi, width, height, layers: cut };
}

/** So many places with paper shut in are shown, each with so much about it, as a share of its size. */
const SHUT_IN = { most: 40, about: 0.35 };
/** A page is this fine, px, where they are looked for. */
const PLACES_PX = 1200;

/** The page read as fine as places are looked for in it, whatever is shown of it; `factor`: how many px of the page one of it is. */
function readForPlaces(full: Raster, ppi: number, settings: IntakeSettings): ReadPage & { factor: number } {
  const key = JSON.stringify([inHand.page?.key, ppi, settings]);
  if (inHand.places?.key !== key) {
    const { raster, factor } = levelOf(full, Math.max(full.width, full.height), PLACES_PX);
    inHand.places = { key, read: { ...readPage(raster, ppi / factor, settings, factor), factor } };
  }
  return inHand.places.read;
}

/** Paper that the art of a page shuts in, each with its picture: the same however near the page is looked at. */
function placesOf(full: Raster, fullPpi: number, settings: IntakeSettings): ShutInSight[] {
  const { page, ppi, shutIn, factor } = readForPlaces(full, fullPpi, settings);
  return shutIn.slice(0, SHUT_IN.most).map(({ box, at, open, taken, clicks }) => {
    const about = Math.ceil(SHUT_IN.about * Math.max(box.width, box.height)) + 4;
    const [x, y] = [Math.max(0, box.x - about), Math.max(0, box.y - about)];
    const width = Math.min(page.width - x, box.width + 2 * about);
    const height = Math.min(page.height - y, box.height + 2 * about);
    return {
      at: { x: at.x * factor, y: at.y * factor },
      widthMm: pxToMm(box.width, ppi),
      heightMm: pxToMm(box.height, ppi),
      open,
      taken,
      clicks,
      picture: bitmapOf(reduceTo(crop(page, x, y, width, height), 96).raster),
    };
  });
}

/** What the workers do with a page on its way in. */
export const pageServices = {
  /** What a file is, with its size and ppi, or the reason why it is turned away. Decodes it to be sure. */
  async inspectFile(bytes: Bytes): Promise<Incoming> {
    const format = formatOf(bytes)?.id;
    if (format === 'ora') return inspectLayers(bytes, await sha256Of(bytes));
    if (format === 'svg') {
      const { svg, widthMm, heightMm } = readSvg(bytes);
      const thumb = bitmapOf(await drawSvg(svg, THUMB));
      return { kind: 'vector', sha256: await sha256Of(bytes), widthMm, heightMm, thumb };
    }
    const head = readPictureHead(bytes);
    const exif = await exifOf(head);
    const { key, raster } = await pictureOf(bytes);
    const { width, height } = raster;
    return {
      kind: 'page',
      type: head.type,
      ...ppiOf(head, exif),
      width,
      height,
      sha256: key,
      camera: tookPhoto(exif),
    };
  },

  /** Where the page lies in the picture, found by itself; null when it cannot be told. */
  async findPage(bytes: Bytes) {
    const { raster, factor } = await smallPicture(bytes);
    const found = findPage(raster);
    const scaled = found?.corners.map(({ x, y }) => ({ x: x * factor, y: y * factor })) as
      | Corners
      | undefined;
    return found && scaled ? { ...found, corners: scaled } : null;
  },

  /** The picture or its page as a step of intake shows it, with that step's figures. */
  async view(bytes: Bytes, ppi: number, settings: IntakeSettings, ask: PageView): Promise<PageSight> {
    if (ask.show === 'picture') {
      const { raster, factor } = await smallPicture(bytes);
      return { bitmap: bitmapOf(raster), factor, x: 0, y: 0 };
    }
    const full = await pageOf(bytes, settings);
    const { region } = ask;
    // Dust is smaller than a window's pixel: it is looked for at 150 ppi or finer.
    const fine = ask.show === 'dirt' ? (150 / ppi) * Math.max(region.width, region.height) : 0;
    const longSide = Math.max(ask.longSide, fine);
    const { raster, factor } = levelOf(full, Math.max(region.width, region.height), longSide);
    const read = readPage(raster, ppi / factor, settings, factor);
    const figures: Partial<PageSight> = { shadow: hardShadow(raster) };
    const [x, y] = [Math.floor(region.x / factor), Math.floor(region.y / factor)];
    const box = {
      ...{ x, y },
      width: Math.max(1, Math.min(raster.width - x, Math.ceil(region.width / factor))),
      height: Math.max(1, Math.min(raster.height - y, Math.ceil(region.height / factor))),
    };
    const inBox = (all: Raster) => crop(all, x, y, box.width, box.height);
    let shown: Raster;
    if (ask.show === 'dirt') {
      const dirt = dirtOn(read, settings.smallestMm2 * (read.ppi / MM_PER_INCH) ** 2);
      shown = inBox(dirt.picture);
      Object.assign(figures, { histogram: histogramOf(read), grey: dirt.grey, marks: dirt.marks });
    } else if (ask.show === 'page') {
      shown = evenLight(raster, read.tone, box);
      figures.histogram = histogramOf(read);
    } else {
      // A backing reaches over the whole of a piece, so all of it is looked at.
      const whole = { x: 0, y: 0, width: raster.width, height: raster.height };
      shown = settings.back ? inBox(artIn(read, whole, settings)) : artIn(read, box, settings);
      if (ask.show === 'pieces') figures.boxes = boxesOf(read, settings, factor);
      else figures.shutIn = placesOf(full, ppi, settings);
      if (ask.show === 'beside') figures.before = bitmapOf(inBox(raster));
    }
    return { bitmap: bitmapOf(shown), factor, x: x * factor, y: y * factor, ...figures };
  },

  /** What the page seems to be. */
  async lookAtPage(bytes: Bytes, ppi: number, settings: IntakeSettings, camera: boolean): Promise<PageLook> {
    const full = await pageOf(bytes, settings);
    const { raster, factor } = levelOf(full, Math.max(full.width, full.height), LOOK_PX);
    const look = firstLook(raster, ppi / factor, camera);
    return { ...look, shutIn: readForPlaces(full, ppi, { ...settings, ...look.settings }).shutIn.length };
  },

  /** What of its art leaves the page, as it is set to be read. */
  async leavingPage(bytes: Bytes, ppi: number, settings: IntakeSettings): Promise<Leaving[]> {
    const full = await pageOf(bytes, settings);
    const { raster, factor } = levelOf(full, Math.max(full.width, full.height), LOOK_PX);
    const { page, mask } = readPage(raster, ppi / factor, settings, factor);
    return leavingSheet(mask, page.width, page.height, ppi / factor);
  },

  /** The page as one drawing, as a file to keep; `keep`: with what it lies on. */
  async takeDrawing(bytes: Bytes, ppi: number, settings: IntakeSettings, keep: boolean) {
    const full = await pageOf(bytes, settings);
    const { x, y, art, leaving } = wholeDrawing(full, ppi, settings, keep);
    const png = encodePng(art, ppi);
    const { width, height } = art;
    return {
      ...{ png, sha256: await sha256Of(png), leaving, sheet: { width: full.width, height: full.height } },
      box: { x, y, width, height },
    };
  },

  /** Takes the page apart at full size; the pieces stay here until they are kept. */
  async split(bytes: Bytes, ppi: number, settings: IntakeSettings, onProgress: Progress) {
    const full = await pageOf(bytes, settings);
    // The picture is not wanted while its page is cut; it is decoded again if it should be.
    if (settings.corners) inHand.picture = undefined;
    onProgress(0.1);
    const pieces = { art: splitPieces(full, ppi, settings, (s) => onProgress(0.1 + s * 0.9)), ppi };
    inHand.pieces = pieces;
    return pieces.art.map(({ x, y, art }) => {
      let area = 0;
      for (let i = 3; i < art.data.length; i += 4) if (art.data[i] >= 128) area++;
      const thumb = bitmapOf(reduceTo(art, THUMB).raster);
      const cutOff = cutByPage({ x, y, art }, full, ppi);
      return { box: { x, y, width: art.width, height: art.height }, area, thumb, top: hasTop(art), cutOff };
    });
  },

  /** The pieces of these numbers as PNG files. */
  async keep(numbers: number[], onProgress: Progress) {
    const out: { png: Bytes; sha256: string }[] = [];
    for (const n of numbers) {
      const { pieces } = inHand;
      const art = pieces?.art[n];
      if (!art || !pieces) throw new Said('The pieces are gone: separate the motifs again.');
      const png = encodePng(art.art, pieces.ppi);
      out.push({ png, sha256: await sha256Of(png) });
      onProgress(out.length / numbers.length);
    }
    return out;
  },
};

/** The boxes of the pieces, px of the page; a sentence instead when there are none. */
function boxesOf(read: Parameters<typeof piecesOf>[0], settings: IntakeSettings, factor: number) {
  try {
    return piecesOf(read, settings, factor).groups.map((g) => ({
      x: g.x0 * factor,
      y: g.y0 * factor,
      width: (g.x1 - g.x0 + 1) * factor,
      height: (g.y1 - g.y0 + 1) * factor,
    }));
  } catch (error) {
    return plainWords(error).text;
  }
}
