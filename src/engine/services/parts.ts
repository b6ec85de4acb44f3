import {
  clearWhite,
  commonBox,
  composeParts,
  crop,
  cutTo,
  encodePng,
  fillUnderInk,
  flatPart,
  type LineArt,
  LruCache,
  MM_PER_INCH,
  newRaster,
  pixelPlan,
  pyramidOf,
  type Raster,
  type Rgb,
  reduceTo,
  renderWindow,
  Said,
  type Scene,
  sha256Of,
  svgOf,
  type TraceOptions,
  traceArt,
  traceDifference,
} from '../../core';
import { decodeCutOut } from '../../core/format/png/read';
import { coloured } from '../art/coloured';
import { decodePicture } from '../art/decode';
import { motifsOf } from '../art/scene';
import type { ArtSource } from '../art/shared-art';
import { bitmapOf } from '../art/surface';
import { drawSvg } from '../art/svg';
import type { CutArt, PieceRequest } from '../protocol';

type Bytes = Uint8Array<ArrayBuffer>;

async function fileOf(art: Raster, ppi: number): Promise<CutArt> {
  const png = encodePng(art, ppi);
  const thumb = bitmapOf(reduceTo(art, 320).raster);
  return { png, sha256: await sha256Of(png), width: art.width, height: art.height, thumb };
}

/** Line art as it was last taken apart: one at a time. */
const taken = new LruCache<{ art: Raster; parts: LineArt }>(1, () => 1);

type FillAsk = { bridgePx: number; trapPx: number; colours: { x: number; y: number; rgb: Rgb }[] };

const takenApart = (art: Raster, ask: FillAsk) => ({ art, parts: fillUnderInk(art, ask) });

async function lineOf(bytes: Bytes, ask: FillAsk) {
  const key = `${await sha256Of(bytes)}|${ask.bridgePx}|${ask.trapPx}`;
  const line = taken.get(key) ?? takenApart(decodeCutOut(bytes), ask);
  taken.keep(key, line);
  // A colour belongs to the region that its point lies in now.
  const byRegion = new Map<number, Rgb>();
  for (const c of ask.colours) {
    const label = line.parts.labels[Math.floor(c.y) * line.art.width + Math.floor(c.x)];
    if (label > 0) byRegion.set(label, c.rgb);
  }
  return { ...line, byRegion };
}

function byColour(byRegion: Map<number, Rgb>): Map<string, { rgb: Rgb; regions: Set<number> }> {
  const out = new Map<string, { rgb: Rgb; regions: Set<number> }>();
  for (const [region, rgb] of byRegion) {
    const key = rgb.join();
    const known = out.get(key) ?? { rgb, regions: new Set<number>() };
    known.regions.add(region);
    out.set(key, known);
  }
  return out;
}

/** A cell is rounded to whole pixels: pieces are laid a little finer than `ppi`. */
const SPARE = 1.02;

/** What the workers do with the parts of a motif. */
export const partServices = {
  /** Pictures of one size as parts in register, trimmed together: paper taken away where they have no alpha. */
  async joinParts(files: Bytes[], ppi: number) {
    const rasters: Raster[] = [];
    for (const bytes of files) rasters.push(clearWhite(await decodePicture(bytes), ppi));
    composeParts(rasters.map((art) => ({ art })));
    const box = commonBox(rasters) ?? { x: 0, y: 0, width: rasters[0].width, height: rasters[0].height };
    const out: CutArt[] = [];
    for (const r of rasters) out.push(await fileOf(crop(r, box.x, box.y, box.width, box.height), ppi));
    return out;
  },

  /** Parts, the lowest first, put together to one picture. */
  async compose(parts: { bytes: Bytes; rgb?: Rgb }[], ppi: number) {
    return fileOf(composeParts(parts.map((p) => ({ art: decodeCutOut(p.bytes), rgb: p.rgb }))), ppi);
  },

  /**
   * Pieces laid over each other, the lowest first, as one picture: no finer than `ppi`, nor longer than `mostPx`. `middle`: where
   * the middle of the picture lies, mm from what the pieces lie about.
   */
  async composePieces(pieces: PieceRequest[], ppi: number, mostPx: number, source: ArtSource) {
    const motifs = await motifsOf(
      pieces
        .filter((p) => !p.cut)
        .map(({ art, placed }) => ({ art, wanted: [{ scale: (SPARE * placed.scale * ppi) / art.ppi }] })),
      source,
    );
    for (const { art, cut } of pieces)
      if (cut) {
        const pyramid = pyramidOf(cutTo(coloured(await source.picture(art), art), cut));
        motifs.set(art.motif, { pyramid, ppi: art.ppi });
      }
    const placements = pieces.map((p) => p.placed);
    const scene: Scene = { ground: null, motifs, placements };
    const reach = Math.max(
      ...pieces.map(({ placed, art }) => {
        const { width, height } = motifs.get(art.motif)?.pyramid ?? { width: 0, height: 0 };
        return (
          Math.hypot(placed.x, placed.y) +
          (Math.hypot(width, height) / 2 / art.ppi) * MM_PER_INCH * placed.scale +
          1
        );
      }),
    );
    const fine = Math.min(ppi, mostPx / ((2 * reach) / MM_PER_INCH));
    // One cell, so large that no copy comes in sight.
    const cell = { width: 5 * reach, height: 5 * reach };
    const plan = pixelPlan({ kind: 'straight', drop: { p: 0, q: 1 } }, cell, fine);
    const half = Math.ceil(reach * plan.scale.x);
    const all = renderWindow(scene, plan, 2 * half, 2 * half, { origin: { x: -half, y: -half } });
    const box = commonBox([all]);
    if (!box) throw new Said('Nothing of these pieces is left to be seen.');
    const art = crop(all, box.x, box.y, box.width, box.height);
    return {
      ...(await fileOf(art, plan.ppi)),
      ppi: plan.scale.x * MM_PER_INCH,
      middle: {
        x: (box.x + box.width / 2 - half) / plan.scale.x,
        y: (box.y + box.height / 2 - half) / plan.scale.y,
      },
    };
  },

  /** Line art with its regions coloured, to look at, and the regions there are. */
  async viewFill(bytes: Bytes, ask: FillAsk, longSide: number) {
    const { art, parts, byRegion } = await lineOf(bytes, ask);
    const flat = newRaster(art.width, art.height);
    for (let p = 0; p < parts.labels.length; p++) {
      const l = parts.labels[p];
      if (l < 1) continue;
      // Regions not yet coloured show in a pale weave of their own.
      const own = byRegion.get(l) ?? ([222 - (l % 3) * 9, 216 - (l % 2) * 9, 226 - (l % 5) * 5] as Rgb);
      flat.data.set([...own, 255], p * 4);
    }
    const { raster, factor } = reduceTo(composeParts([{ art: flat }, { art: parts.ink }]), longSide);
    const regions = parts.regions.map((r, n) => ({ ...r, coloured: byRegion.has(n + 1) }));
    return { bitmap: bitmapOf(raster), factor, regions };
  },

  /** Which region a point of the art lies in: its own inner point, or null. */
  async regionAt(bytes: Bytes, ask: FillAsk, x: number, y: number) {
    const { art, parts } = await lineOf(bytes, ask);
    if (x < 0 || y < 0 || x >= art.width || y >= art.height) return null;
    const label = parts.labels[Math.floor(y) * art.width + Math.floor(x)];
    return label > 0 ? { x: parts.regions[label - 1].x, y: parts.regions[label - 1].y } : null;
  },

  /** The parts of filled line art, one flat part for each colour and the ink on top, and all of it put together. */
  async fill(bytes: Bytes, ask: FillAsk, ppi: number) {
    const { art, parts, byRegion } = await lineOf(bytes, ask);
    const flats: { rgb: Rgb; art: Raster }[] = [];
    for (const { rgb, regions } of byColour(byRegion).values()) {
      flats.push({ rgb, art: flatPart(parts, art.width, art.height, regions, rgb) });
    }
    const whole = composeParts([...flats, { art: parts.ink }]);
    const files: (CutArt & { rgb: Rgb })[] = [];
    for (const f of flats) files.push({ ...(await fileOf(f.art, ppi)), rgb: f.rgb });
    return { flats: files, ink: await fileOf(parts.ink, ppi), whole: await fileOf(whole, ppi) };
  },

  /** Outlines of a motif, plate by plate, as an SVG, and how far they are from its pixels. */
  async trace(
    bytes: Bytes,
    ppi: number,
    inks: { name: string; rgb: Rgb }[],
    options: TraceOptions & { ground: Rgb },
  ) {
    const { raster: art, factor } = reduceTo(decodeCutOut(bytes), 2200);
    const plates = traceArt(art, inks, options);
    const svg = svgOf(plates, { width: art.width, height: art.height, ppi: ppi / factor });
    const drawn = await drawSvg(svg, art.width);
    const { picture, share, mean } = traceDifference(art, fitTo(drawn, art), options.ground);
    return {
      svg,
      plates: plates.map(({ name, rgb, curves }) => ({ name, rgb, curves })),
      share,
      mean,
      drawn: bitmapOf(drawn),
      difference: bitmapOf(picture),
    };
  },
};

/** The drawing may come out a pixel taller or lower than the art; it is cut or filled to its size. */
function fitTo(drawn: Raster, art: Raster): Raster {
  if (drawn.height === art.height) return drawn;
  const out = newRaster(art.width, art.height);
  const rows = Math.min(drawn.height, art.height);
  out.data.set(drawn.data.subarray(0, rows * art.width * 4));
  return out;
}
