import {
  ArgumentError,
  asThings,
  type CheckOptions,
  type CheckReport,
  type ClothMap,
  cellPicture,
  clothMap,
  encodePng,
  type Filler,
  type Finding,
  labDistance,
  layingOutlineOf,
  liftOff,
  type Mended,
  mend,
  type Outline,
  oklabOf,
  type Placed,
  type Planted,
  plantFault,
  type Raster,
  type Rgb,
  runCheck,
  type Scene,
  SilhouetteIndex,
  scatter,
  sha256Of,
} from '../../core';
import { planOf, sceneToCheck } from '../art/scene';
import type { ArtSource } from '../art/shared-art';
import { bitmapOf } from '../art/surface';
import type { Progress, SceneRequest } from '../protocol';

/** The check, mending, what is drawn for the eye, and practice. */
export const checkServices = {
  check: async (request: SceneRequest, options: CheckOptions, source: ArtSource): Promise<CheckReport> =>
    runCheck(await sceneToCheck(request, source), planOf(request), options),

  mend: async (
    request: SceneRequest,
    options: CheckOptions,
    parts: string[],
    may: { locked: number[]; fillers: Filler[]; only: Finding | null; leave?: Finding[] },
    onProgress: Progress,
    source: ArtSource,
  ): Promise<Mended> =>
    mend(await sceneToCheck(request, source, true), planOf(request), options, parts, {
      ...may,
      locked: new Set(may.locked),
      onProgress,
    }),

  /** A piece lifted off a drawing or a tile: its art and what is left of the picture as PNG files, and where it lay, mm. */
  async liftOff(request: SceneRequest, layer: string, id: string, source: ArtSource) {
    const asked = request.arts.find((a) => a.motif === layer);
    if (!asked) throw new ArgumentError('Its picture is not there.');
    const { art, healed, at, pxPerMm } = liftOff(
      await sceneToCheck(request, source),
      planOf(request),
      layer,
      id,
      await source.picture(asked),
    );
    return { art: await fileOf(art, asked.ppi), picture: await fileOf(healed, asked.ppi), at, pxPerMm };
  },

  clothMap: async (request: SceneRequest, kind: ClothMap, source: ArtSource) =>
    bitmapOf(clothMap(await sceneToCheck(request, source), planOf(request), kind)),

  /** A cloth with a fault in it: this one, or one of its motifs scattered anew; as a picture of its cell where it is drawn. */
  async practise(
    request: SceneRequest,
    fault: string,
    seed: number,
    madeUp: boolean,
    leads: Map<string, number>,
    source: ArtSource,
  ): Promise<{ planted: Planted; picture?: PictureFile }> {
    const { scene, isDrawn } = asThings(await sceneToCheck(request, source, true), planOf(request));
    const laid = new Set(scene.placements.map((p) => p.motif));
    const outlines = new Map(
      [...scene.motifs].flatMap(([id, art]): [string, Outline][] =>
        laid.has(id) ? [[id, layingOutlineOf(art)]] : [],
      ),
    );
    const silhouettes = new SilhouetteIndex(request.layout, request.cellMm, outlines);
    if (madeUp) scatterAnew(silhouettes, scene.placements, leads, seed);
    else for (const p of scene.placements) silhouettes.add(p);
    const planted = plantFault(silhouettes, fault, weightsOf(scene), seed);
    if (!isDrawn) return { planted };
    const { raster, ppi } = cellPicture(scene, planted.placements, planOf(request));
    return { planted, picture: await fileOf(raster, ppi) };
  },
};

type PictureFile = {
  png: Uint8Array<ArrayBuffer>;
  sha256: string;
  width: number;
  height: number;
  ppi: number;
};

/** A picture as a PNG file. */
async function fileOf(raster: Raster, ppi: number): Promise<PictureFile> {
  const png = encodePng(raster, ppi);
  const { width, height } = raster;
  return { png, sha256: await sha256Of(png), width, height, ppi };
}

/** As many of each motif as there were, at the sizes they had, laid elsewhere. */
function scatterAnew(
  silhouettes: SilhouetteIndex,
  placements: Placed[],
  leads: Map<string, number>,
  seed: number,
) {
  const motifs = [...new Set(placements.map((p) => p.motif))].map((motif) => {
    const scales = placements.filter((p) => p.motif === motif).map((p) => p.scale);
    const [least, most] = [Math.min(...scales) * 0.9, Math.max(...scales) * 1.02];
    return { motif, lead: leads.get(motif) ?? -1, free: false, count: scales.length, least, most };
  });
  const cover = placements.reduce(
    (s, p) => s + (silhouettes.outlines.get(p.motif)?.areaMm2 ?? 0) * p.scale ** 2,
    0,
  );
  for (const minGapMm of [4, 2, 0.5]) {
    try {
      scatter(
        silhouettes,
        {
          motifs,
          directions: 'tossed',
          leanDeg: 25,
          mirror: true,
          minGapMm,
          cover: (0.95 * cover) / silhouettes.cellAreaMm2,
        },
        seed,
      );
      return;
    } catch (error) {
      if (minGapMm === 0.5) throw error;
    }
  }
}

/** How far each motif stands out from the ground, by its mean colour. */
function weightsOf(scene: Scene): Map<string, number> {
  const base = oklabOf(...((scene.ground ?? [255, 255, 255]) as Rgb));
  return new Map(
    [...scene.motifs].map(([id, { pyramid }]) => {
      const { data } = pyramid.levels[pyramid.levels.length - 1];
      let [sum, of] = [0, 0];
      for (let i = 0; i < data.length; i += 4) {
        const a = data[i + 3];
        if (!a) continue;
        const [r, g, b] = [0, 1, 2].map((c) => Math.min(255, Math.round((data[i + c] * 255) / a)));
        sum += (a / 255) * labDistance(base, oklabOf(r, g, b));
        of += a / 255;
      }
      return [id, of ? sum / of : 0];
    }),
  );
}
