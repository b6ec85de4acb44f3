import {
  cellOf,
  inkedArts,
  type Motif,
  nth,
  type Project,
  rgbOfHex,
  scenePlacements,
  shownColourway,
} from '../core';
import { type ArtRequest, exportBlock, type FileProof, type SceneRequest } from '../engine';
import { loadAsset } from './pictures';

export { exportBlock, type FileProof, loadAsset };

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
 * The art of a project in the colours of a colourway (the one on show unless another is named): each motif in
 * its own inks, then each other way it is worn on the cloth, by the key of that art.
 */
export function artsOf(project: Project, colourwayId = project.shown): ArtRequest[] {
  const { colours } = wayOf(project, colourwayId);
  const { from, ink, texture } = drawnIn(project);
  const motifs = new Map(project.motifs.map((m) => [m.id, m]));
  return inkedArts(project).flatMap(({ key, motif, inkOf }) => {
    const m = motifs.get(motif);
    if (!m) return [];
    const to = ink.map((k) => rgbOfHex(nth(colours, nth(inkOf, k + 1))));
    return [
      { motif: key, asset: m.asset, from, to, ...(texture ? { texture } : {}), ...drawnAt(project, m) },
    ];
  });
}

const MOST_DRAWN_PX = 6000;

/** Vector art is drawn as fine as its largest placement prints; pixels stay what they are. */
function drawnAt(project: Project, m: Motif): { ppi: number; drawWidth?: number } {
  if (!m.vector) return { ppi: m.ppi };
  const largest = Math.max(1, ...project.placements.filter((p) => p.motif === m.id).map((p) => p.scale));
  const wanted = (m.width / m.ppi) * project.brief.ppi * largest;
  const most = (MOST_DRAWN_PX * m.width) / Math.max(m.width, m.height);
  const drawWidth = Math.max(16, Math.ceil(Math.min(wanted, most)));
  return { ppi: (m.ppi * drawWidth) / m.width, drawWidth };
}

/** A project as the engine wants it; `ground` false leaves the cloth see-through. */
export function sceneRequest(project: Project, ground = true, colourwayId = project.shown): SceneRequest {
  const way = wayOf(project, colourwayId);
  const placements = scenePlacements(project);
  const used = new Set(placements.flatMap((p) => (p.art ? [p.motif, p.art] : [p.motif])));
  return {
    ground: ground ? rgbOfHex(nth(way.colours, 0)) : null,
    arts: artsOf(project, colourwayId).filter((a) => used.has(a.motif)),
    placements,
    ...(project.grain.on ? { grain: project.grain } : {}),
    layout: project.layout,
    cellMm: cellOf(project),
    ppi: project.brief.ppi,
  };
}
