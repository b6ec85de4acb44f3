import {
  artById,
  cellOf,
  inkedArts,
  isVector,
  kindOfLayer,
  type Layer,
  type Motif,
  nth,
  type Project,
  pxToMm,
  rgbOfHex,
  sceneLayers,
  scenePlacements,
  sceneSplit,
  shownColourway,
} from '../../core';
import {
  type ArtRequest,
  exportPicture,
  type FileProof,
  type SceneRequest,
  type SendAsk,
} from '../../engine';
import { loadAsset } from '../bolt';

export { exportPicture, type FileProof, loadAsset, type SceneRequest, type SendAsk };

/** The colourway that is named; the first when it is not there. */
const wayOf = (project: Project, id: string) =>
  project.colourways.find((c) => c.id === id) ?? shownColourway(project);

/** The colours of the art that each ink stands for (the ground left out), and the number of the ink of each. */
export function drawnIn(project: Project) {
  const inks = project.inks.slice(1);
  const all = inks.flatMap((ink, k) =>
    [ink.hex, ...ink.also].map((hex) => ({ hex, k, texture: ink.texture })),
  );
  return {
    from: all.map((c) => rgbOfHex(c.hex)),
    ink: all.map((c) => c.k),
    texture: inks.some((ink) => ink.texture < 1) ? all.map((c) => c.texture) : undefined,
  };
}

/**
 * The art of a project in the colours of a colourway (the one on show unless another is named): each motif in its own inks, each
 * other way it is worn on the cloth, by the key of that art, and what layers draw, by theirs.
 */
export function artsOf(project: Project, colourwayId = project.shown): ArtRequest[] {
  const { colours } = wayOf(project, colourwayId);
  const { from, ink, texture } = drawnIn(project);
  const arts = artById(project);
  const [ground] = project.inks;
  return inkedArts(project).flatMap(({ key, motif, inkOf, whole, as }): ArtRequest[] => {
    const m = arts.get(motif);
    if (!m) return [];
    const common = { motif: key, asset: m.asset, ...drawnAt(project, m) };
    const inColour = (k: number) => rgbOfHex(nth(colours, nth(inkOf, k)));
    if (as === 'itself') return [{ ...common, from: [], to: [] }];
    if (as) return [{ ...common, from: [], to: [], tint: inColour(as.ink) }];
    const to = ink.map((k) => inColour(k + 1));
    if (!whole || !ground) return [{ ...common, from, to, ...(texture ? { texture } : {}) }];
    // Its ground is in the picture: the ground's ink is one of its own.
    const of = [ground.hex, ...ground.also].map(rgbOfHex);
    const all = { from: [...of, ...from], to: [...of.map(() => inColour(0)), ...to] };
    return [
      { ...common, ...all, ...(texture ? { texture: [...of.map(() => ground.texture), ...texture] } : {}) },
    ];
  });
}

/** How large art is printed, times its own size: as it is laid, and as layers show it. */
export const printScales = (project: Project, m: Motif): number[] => [
  ...project.placements.filter((p) => p.motif === m.id).map((p) => p.scale),
  ...project.layers.flatMap((l) => {
    if (l.kind === 'placements' || l.picture !== m.id) return [];
    return kindOfLayer(l)?.printScale(l, pxToMm(m.width, m.ppi), project.brief.widthMm) ?? [];
  }),
];

/** The ppi that all of the art holds as it is laid; Infinity where it is drawn as fine as it is asked for. */
export const heldPpi = (project: Project): number =>
  Math.min(
    ...[...project.motifs, ...project.pictures].flatMap((m) => {
      const largest = Math.max(0, ...printScales(project, m));
      return isVector(m) || !largest ? [] : [m.ppi / largest];
    }),
  );

const MOST_DRAWN_PX = 6000;

/** Vector art is drawn as fine as its largest placement prints; pixels stay what they are. */
function drawnAt(project: Project, m: Motif): { ppi: number; drawWidth?: number } {
  if (!isVector(m)) return { ppi: m.ppi };
  const largest = Math.max(1, ...printScales(project, m));
  const wanted = (m.width / m.ppi) * project.brief.ppi * largest;
  const most = (MOST_DRAWN_PX * m.width) / Math.max(m.width, m.height);
  const drawWidth = Math.max(16, Math.ceil(Math.min(wanted, most)));
  return { ppi: (m.ppi * drawWidth) / m.width, drawWidth };
}

/** A project as the engine wants it; `ground` false leaves the cloth see-through, without what lies under all. */
export function sceneRequest(
  project: Project,
  ground = true,
  colourwayId = project.shown,
  ppi = project.brief.ppi,
): SceneRequest {
  const way = wayOf(project, colourwayId);
  const placements = scenePlacements(project);
  const split = ground ? sceneSplit(project, way.colours) : undefined;
  const first = project.layers.findIndex((l) => l.kind === 'placements');
  const seen = sceneLayers(
    ground ? project : { layers: project.layers.filter((l, n) => n >= first || !isGround(l)) },
  );
  const used = new Set(
    [{ placements, layers: seen }, ...(split?.counter ?? [])].flatMap((w) => [
      ...w.placements.flatMap((p) => (p.art ? [p.motif, p.art] : [p.motif])),
      ...w.layers.flatMap((l) => (l.kind === 'placements' ? [] : [l.art])),
    ]),
  );
  return {
    ground: ground ? rgbOfHex(nth(way.colours, 0)) : null,
    arts: artsOf({ ...project, brief: { ...project.brief, ppi } }, colourwayId).filter((a) =>
      used.has(a.motif),
    ),
    placements,
    ...(split ? { split } : {}),
    ...(seen.length > 1 ? { layers: seen } : {}),
    ...(project.grain.on ? { grain: project.grain } : {}),
    layout: project.layout,
    cellMm: cellOf(project),
    ppi,
  };
}

/** A texture that all lies on. */
const isGround = (layer: Layer) => layer.kind === 'tile' && layer.colour.as !== 'inks';
