import { create } from 'zustand';
import { type Project, rgbOfHex, type Silhouette } from '../core';
import { type ArtRequest, letGoOfArt, type SceneRequest, Stopped, sprite } from '../engine';
import { readAsset } from '../shelf';

/** A motif drawn for the screen, and its silhouette to grab it by. */
export type Sprite = { key: string; bitmap: ImageBitmap; silhouette: Silhouette };

type SpriteState = { sprites: Map<string, Sprite>; trouble: string | null };
export const useSprites = create<SpriteState>()(() => ({ sprites: new Map(), trouble: null }));

export const loadAsset = readAsset;

/** The art of a project in the colours of a colourway (the one on show unless another is named). */
export function artsOf(project: Project, colourwayId = project.shown): ArtRequest[] {
  const way = project.colourways.find((c) => c.id === colourwayId) ?? project.colourways[0];
  const from = project.inks.slice(1).map((i) => rgbOfHex(i.hex));
  const to = way.colours.slice(1).map(rgbOfHex);
  return project.motifs.map((m) => ({ motif: m.id, asset: m.asset, ppi: m.ppi, from, to }));
}

/** A project as the engine wants it; `ground` false leaves the cloth see-through. */
export function sceneRequest(project: Project, ground = true, colourwayId = project.shown): SceneRequest {
  const way = project.colourways.find((c) => c.id === colourwayId) ?? project.colourways[0];
  const used = new Set(project.placements.map((p) => p.motif));
  return {
    ground: ground ? rgbOfHex(way.colours[0]) : null,
    arts: artsOf(project, colourwayId).filter((a) => used.has(a.motif)),
    placements: project.placements,
    layout: project.layout,
    cellMm: { width: project.brief.widthMm, height: project.brief.heightMm },
    ppi: project.brief.ppi,
  };
}

/** True while sprites are being made; checks wait for them. */
export const spritesBusy = () => busy;

/** Another bolt is opened: nothing of the last one stays. */
export function forgetSprites() {
  wanted = null;
  useSprites.setState({ sprites: new Map(), trouble: null });
  void letGoOfArt();
}

let wanted: { project: Project; pxPerMm: number } | null = null;
let busy = false;

/**
 * Asks for sprites that fit a scale (device px per mm). The newest wish wins: while one round runs, later
 * wishes replace each other. Sprites shown meanwhile are the old ones.
 */
export function wantSprites(project: Project, pxPerMm: number) {
  wanted = { project, pxPerMm };
  if (!busy) void round();
}

async function round() {
  busy = true;
  while (wanted) {
    const { project, pxPerMm } = wanted;
    wanted = null;
    const arts = artsOf(project);
    for (const art of arts) {
      if (wanted) break;
      const motif = project.motifs.find((m) => m.id === art.motif);
      if (!motif) continue;
      const largest = Math.max(
        0.3,
        ...project.placements.filter((p) => p.motif === motif.id).map((p) => p.scale),
      );
      const shown = (pxPerMm * 25.4 * largest) / motif.ppi;
      const halvings = Math.max(0, Math.floor(Math.log2(1 / shown) + 0.2));
      // Never smaller than the pictures in the trays want.
      const longSide = Math.max(200, Math.ceil(Math.max(motif.width, motif.height) / 2 ** halvings));
      const key = `${motif.asset}|${motif.ppi}|${longSide}|${art.to.join()}|${art.from.join()}`;
      if (useSprites.getState().sprites.get(motif.id)?.key === key) continue;
      try {
        const { bitmap, width, height, alpha } = await sprite(art, longSide, loadAsset);
        const silhouette = {
          width,
          height,
          alpha,
          widthMm: (motif.width / motif.ppi) * 25.4,
          heightMm: (motif.height / motif.ppi) * 25.4,
        };
        useSprites.setState((s) => ({
          sprites: new Map(s.sprites).set(motif.id, { key, bitmap, silhouette }),
          trouble: null,
        }));
      } catch (error) {
        if (!(error instanceof Stopped)) {
          useSprites.setState({ trouble: error instanceof Error ? error.message : String(error) });
        }
      }
    }
  }
  busy = false;
}
