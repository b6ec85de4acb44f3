import { zipSync } from 'fflate';
import {
  encodeBits,
  extractPalette,
  flatPlates,
  type InksOnCloth,
  inkLabels,
  inksOnCloth,
  labelsOf,
  type Printed,
  type ProofCube,
  pixelPlan,
  printedInks,
  type Raster,
  type Rgb,
  renderBlock,
  renderWindow,
  slug,
  withRegisterMarks,
  writeCsv,
} from '../../core';
import { decodePicture } from '../art/decode';
import { type Printer, readPrinter } from '../art/icc';
import { quickScene } from '../art/quick-art';
import { sceneToPrint } from '../art/scene';
import type { ArtSource } from '../art/shared-art';
import { bitmapOf } from '../art/surface';
import type { ArtRequest, Progress, ProofSeen, SceneRequest } from '../protocol';
import { countInks, inFlatColours } from './flat-colours';

/** What flat screens are asked for, lengths in mm; `marks`: to lay them over each other by, in room round them. */
export type ScreensAsk = { count: number; trapMm: number; lineMm: number; marks?: boolean };
/** One screen as it came out: its ink by number, areas in mm2 on one block, and the largest place too thin to print. */
export type ScreenReport = {
  ink: number;
  file: string;
  areaMm2: number;
  thinMm2: number;
  places: number;
  at: { x: number; y: number } | null;
};

/** The long side of the block that inks are measured on, px. */
const MEASURED_PX = 900;

/** The pictures of some art, each once, in its own colours. */
const picturesOf = (arts: ArtRequest[], source: ArtSource): Promise<Raster[]> =>
  Promise.all([...new Map(arts.map((a) => [a.asset, a])).values()].map((a) => source.picture(a)));

/** Colours: what lies where, what a printer makes of them, and pictures of the cloth in any of them. */
export const colourServices = {
  async palette(arts: ArtRequest[], count: number | undefined, source: ArtSource) {
    return extractPalette(await picturesOf(arts, source), count);
  },

  /** The inks of a picture file. @throws PictureRefused when it is none. */
  paletteOfPicture: async (bytes: Uint8Array<ArrayBuffer>, count: number) =>
    extractPalette([await decodePicture(bytes)], count),

  /** The two colours of one ink's part of some art (`inks`: the colours of all, `which` of them count as it). */
  async splitColours(
    arts: ArtRequest[],
    inks: Rgb[],
    which: number[],
    source: ArtSource,
  ): Promise<[Rgb, Rgb] | null> {
    const own = (await picturesOf(arts, source)).map((art): Raster => {
      const labels = labelsOf(art, inks);
      const data = art.data.slice();
      for (let p = 0; p < labels.length; p++) if (!which.includes(labels[p])) data[p * 4 + 3] = 0;
      return { ...art, data };
    });
    const { inks: found } = extractPalette(own, 2);
    return found.length === 2 ? [found[0].rgb, found[1].rgb] : null;
  },

  readPrinter: (bytes: Uint8Array, seen: ProofSeen): Promise<Printer> => readPrinter(bytes, seen),
  /** What a printer makes of some inks. */
  printed: (inks: Rgb[], cube: ProofCube): Printed[] => printedInks(cube, inks),

  /**
   * How much of each ink lies on the cloth, and which touch.
   * @param inkOf for each art, the ink of each colour. @param groundInks those that the ground is split in.
   */
  async inksOnCloth(
    request: SceneRequest,
    inkOf: number[][],
    groundInks: number[],
    source: ArtSource,
  ): Promise<InksOnCloth> {
    const labels = inkLabels(countInks(inkOf, groundInks));
    const named = inFlatColours(request, labels, inkOf, groundInks);
    const full = pixelPlan(request.layout, request.cellMm, request.ppi);
    const ppi = Math.min(1, MEASURED_PX / Math.max(full.block.width, full.block.height)) * request.ppi;
    const plan = pixelPlan(request.layout, request.cellMm, ppi);
    const scene = await quickScene(named, ppi, source);
    const bare = renderBlock({ ...scene, ground: null }, plan);
    let cover = 0;
    for (let i = 3; i < bare.data.length; i += 4) cover += bare.data[i] / 255;
    // Where the ground is of several inks, or in a picture, what art covers does not tell how much of it shows.
    const plain = !scene.split && !scene.layers?.some((l) => l.kind === 'tile');
    const known = plain ? (cover * 4) / bare.data.length : undefined;
    return inksOnCloth(renderBlock(scene, plan), labels, known);
  },

  /** A window of the cloth from its corner, `width` x `height` px at a ppi; a ground may be proofed with it. */
  async clothPicture(
    request: SceneRequest,
    window: { width: number; height: number; ppi: number },
    source: ArtSource,
  ): Promise<ImageBitmap> {
    const plan = pixelPlan(request.layout, request.cellMm, window.ppi);
    return bitmapOf(
      renderWindow(await quickScene(request, window.ppi, source), plan, window.width, window.height),
    );
  },

  /**
   * Flat screens of the repeat block, one PNG of one bit a pixel for each ink (black prints), in register, with a report, as a zip.
   * @param inkOf as above. @param shown the inks' colours, ground first. @param names of the inks.
   */
  async screens(
    request: SceneRequest,
    inkOf: number[][],
    groundInks: number[],
    shown: Rgb[],
    names: string[],
    ask: ScreensAsk,
    onProgress: Progress,
    source: ArtSource,
  ): Promise<{ zip: Uint8Array<ArrayBuffer>; report: ScreenReport[] }> {
    const plan = pixelPlan(request.layout, request.cellMm, request.ppi);
    const { width, height } = plan.block;
    const labels = inkLabels(countInks(inkOf, groundInks));
    const named = inFlatColours(request, labels, inkOf, groundInks);
    const block = renderBlock(await sceneToPrint(named, source), plan, {
      onProgress: (s) => onProgress(s * 0.4),
    });
    const px = plan.scale.x;
    const options = { count: ask.count, trapPx: ask.trapMm * px, linePx: ask.lineMm * px, printed: shown };
    const files: Record<string, Uint8Array> = {};
    const report: ScreenReport[] = [];
    for (const plate of flatPlates(block, labels, options)) {
      const file = `${report.length + 1}-${slug(names[plate.ink] ?? '', 'ink')}.png`;
      const bare = { mask: plate.mask, width, height };
      const out = ask.marks ? withRegisterMarks(bare, px) : bare;
      files[file] = encodeBits(out.mask, out, request.ppi);
      report.push({
        ink: plate.ink,
        file,
        areaMm2: plate.areaPx / px ** 2,
        thinMm2: plate.thin.areaPx / px ** 2,
        places: plate.thin.places,
        at: plate.thin.at && { x: plate.thin.at.x / px, y: plate.thin.at.y / plan.scale.y },
      });
      onProgress(0.4 + (0.6 * report.length) / Math.max(1, ask.count));
    }
    const rows = report.map((r) => [
      r.file,
      names[r.ink] ?? '',
      r.areaMm2.toFixed(0),
      r.thinMm2.toFixed(2),
      r.places,
    ]);
    const head = ['file', 'ink', 'area mm2', 'thinner than the line mm2', 'places'];
    files['screens.csv'] = new TextEncoder().encode(writeCsv([head, ...rows]));
    return { zip: zipSync(files, { level: 0 }) as Uint8Array<ArrayBuffer>, report };
  },
};
