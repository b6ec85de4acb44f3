import {
  copiesIn,
  encodePng,
  labDistance,
  oklabOf,
  type PixelPlan,
  pixelPlan,
  prepare,
  type Raster,
  type Rgb,
} from '../../core';
import { plainShapes } from '../../core/format/svg/shapes';
import { vectorSvg } from '../../core/format/svg/vector';
import { coloured } from '../art/coloured';
import { sceneToPrint } from '../art/scene';
import type { ArtSource } from '../art/shared-art';
import type { ArtRequest, FileProof, SceneRequest, SendAsk } from '../protocol';
import { PROBE } from './plain-cloth';

/** Edges are drawn a little otherwise by each program; so far off in the middle, or so much of it so far off, is another picture. */
const FAR = { mean: 2, levels: 90, share: 0.01 };

/** A cloth as shapes, a part of it to be drawn by another program, and how many of its motifs are shapes. */
export type Shapes = { svg: string; probe: string; asShapes: number };

/** Where the probe begins: the corner of a block is in its middle. */
const probeFrom = ({ block }: PixelPlan) => ({
  x: block.width - (PROBE >> 1),
  y: block.height - (PROBE >> 1),
});

/** A colour of a drawing, in the ink that it is nearest to. */
function recoloured({ from, to }: ArtRequest): (c: Rgb) => Rgb {
  const labs = from.map((c) => oklabOf(...c));
  return (c) => {
    if (!from.length) return c;
    const own = oklabOf(...c);
    const far = labs.map((lab) => labDistance(lab, own));
    return to[far.indexOf(Math.min(...far))];
  };
}

/** A motif in pixels, about its middle. */
async function pixels(art: ArtRequest, source: ArtSource): Promise<string> {
  const raster = coloured(await source.picture(art), art);
  const png = encodePng(raster, art.ppi);
  let letters = '';
  for (let at = 0; at < png.length; at += 30_000)
    letters += String.fromCharCode(...png.subarray(at, at + 30_000));
  const { width, height } = raster;
  return `<image x="${-width / 2}" y="${-height / 2}" width="${width}" height="${height}" xlink:href="data:image/png;base64,${btoa(letters)}"/>`;
}

/**
 * A sheet as an SVG pattern of shapes where the art is shapes, of pixels where it is not.
 * @param drawings the vector pictures among its art, by asset.
 */
export async function shapesOf(
  request: SceneRequest,
  { sheet, from, turn = 0, about }: SendAsk,
  drawings: ReadonlyMap<string, Uint8Array>,
  source: ArtSource,
): Promise<Shapes> {
  const plan = pixelPlan(request.layout, request.cellMm, request.ppi);
  const { block } = plan;
  const copies = copiesIn(await sceneToPrint(request, source), plan, {
    x0: 0,
    y0: 0,
    x1: block.width,
    y1: block.height,
  });
  const used = new Set(copies.map((c) => c.art));
  const arts = new Map<string, string>();
  let asShapes = 0;
  for (const art of request.arts.filter((a) => used.has(a.motif))) {
    const drawing = art.tint ? undefined : drawings.get(art.asset);
    const shapes = drawing && plainShapes(drawing, art.drawWidth ?? 1, recoloured(art));
    if (shapes) asShapes++;
    arts.set(art.motif, shapes ?? (await pixels(art, source)));
  }
  const cloth = { ground: request.ground, arts, copies, block };
  const lies = turn % 2 ? { width: block.height, height: block.width } : block;
  return {
    svg: vectorSvg(cloth, { ...(sheet ?? lies), ppi: request.ppi, from, turn, ...(about ? { about } : {}) }),
    probe: vectorSvg(cloth, { width: PROBE, height: PROBE, ppi: request.ppi, from: probeFrom(plan) }),
    asShapes,
  };
}

/** How far the probe as another program drew it is off the cloth as it is rendered. */
export async function shapesProof(
  request: SceneRequest,
  drawn: Raster,
  source: ArtSource,
): Promise<Pick<FileProof, 'faithful' | 'joins' | 'error'>> {
  const plan = pixelPlan(request.layout, request.cellMm, request.ppi);
  const want = prepare(await sceneToPrint(request, source), plan, {
    ...probeFrom(plan),
    width: PROBE,
    height: PROBE,
  });
  let [sum, most, far] = [0, 0, 0];
  for (let y = 0; y < PROBE; y += 64) {
    const { data } = want.rows(y, Math.min(PROBE, y + 64));
    for (let i = 0; i < data.length; i += 4) {
      const o = y * PROBE * 4 + i;
      const [a, b] = [data[i + 3] / 255, drawn.data[o + 3] / 255];
      let off = Math.abs(data[i + 3] - drawn.data[o + 3]);
      for (let c = 0; c < 3; c++) off = Math.max(off, Math.abs(data[i + c] * a - drawn.data[o + c] * b));
      sum += off;
      if (off > most) most = Math.round(off);
      if (off > FAR.levels) far++;
    }
  }
  const error = { mean: sum / PROBE ** 2, most };
  const near = error.mean < FAR.mean && far < FAR.share * PROBE ** 2;
  return { faithful: near, joins: near, error };
}
