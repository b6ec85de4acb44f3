import { create } from 'zustand';
import { type Motif, type Project, rgbOfHex, type Silhouette, scenePlacements } from '../core';
import { type ArtRequest, letGoOfArt, type SceneRequest, Stopped, sprite } from '../engine';
import { readAsset } from '../shelf';

/** A motif drawn for the screen, and its silhouette to grab it by. */
export type Sprite = {
  asset: string;
  ppi: number;
  colours: string;
  /** Longest side asked for, px. */
  longSide: number;
  bitmap: ImageBitmap;
  silhouette: Silhouette;
  /** The ink that covers most of it: its number among the bolt's, the ground left out; -1 for none. */
  lead: number;
};

type Sprites = Map<string, Sprite>;
/** Sprites of the open document, and of two states of it that are set against each other. */
type SpriteState = { sprites: Sprites; a: Sprites; b: Sprites; trouble: string | null };
type Slot = 'sprites' | 'a' | 'b';
const NONE = { sprites: new Map(), a: new Map(), b: new Map(), trouble: null };
export const useSprites = create<SpriteState>()(() => NONE);

export const loadAsset = readAsset;

/** The art of a project in the colours of a colourway (the one on show unless another is named). */
export function artsOf(project: Project, colourwayId = project.shown): ArtRequest[] {
  const way = project.colourways.find((c) => c.id === colourwayId) ?? project.colourways[0];
  const from = project.inks.slice(1).map((i) => rgbOfHex(i.hex));
  const to = way.colours.slice(1).map(rgbOfHex);
  return project.motifs.map((m) => ({ motif: m.id, asset: m.asset, from, to, ...drawnAt(project, m) }));
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
  const way = project.colourways.find((c) => c.id === colourwayId) ?? project.colourways[0];
  const placements = scenePlacements(project);
  const used = new Set(placements.map((p) => p.motif));
  return {
    ground: ground ? rgbOfHex(way.colours[0]) : null,
    arts: artsOf(project, colourwayId).filter((a) => used.has(a.motif)),
    placements,
    ...(project.grain.on ? { grain: project.grain } : {}),
    layout: project.layout,
    cellMm: { width: project.brief.widthMm, height: project.brief.heightMm },
    ppi: project.brief.ppi,
  };
}

/** True while sprites are being made; checks wait for them. */
export const spritesBusy = () => busy;

/** Another bolt is opened: nothing of the last one stays. */
export function forgetSprites() {
  wanted.clear();
  useSprites.setState(NONE);
  void letGoOfArt();
}

const wanted = new Map<Slot, { project: Project; pxPerMm: number }>();
let busy = false;

/**
 * Asks for sprites that fit a scale (device px per mm). The newest wish wins: while one round runs, later
 * wishes replace each other. Sprites shown meanwhile are the old ones. A new colourway comes first, for all
 * motifs at once at a size that is quickly made; then each is made as fine as the scale wants.
 */
export function wantSprites(project: Project, pxPerMm: number, slot: Slot = 'sprites') {
  wanted.set(slot, { project, pxPerMm });
  if (!busy) void round();
}

/** Colours are changed at this size first, px: a moment's softness rather than a moment's wrong colour. */
const QUICK_PX = 640;

const coloursOf = (art: ArtRequest) => `${art.to.join()}|${art.from.join()}`;
const isAsWanted = (now: Sprite, motif: Motif, art: ArtRequest) =>
  now.asset === motif.asset && now.ppi === art.ppi;

function sizeFor(project: Project, motif: Motif, pxPerMm: number): number {
  const long = Math.max(motif.width, motif.height);
  const largest = Math.max(
    0.3,
    ...project.placements.filter((p) => p.motif === motif.id).map((p) => p.scale),
  );
  const halvings = Math.max(0, Math.floor(Math.log2(motif.ppi / (pxPerMm * 25.4 * largest)) + 1e-9));
  // Never smaller than the pictures in the trays want.
  return Math.max(200, Math.ceil(long / 2 ** halvings));
}

async function make(motif: Motif, art: ArtRequest, longSide: number): Promise<Sprite> {
  const { bitmap, lead, width, height, alpha } = await sprite(art, longSide, loadAsset);
  return {
    asset: motif.asset,
    ppi: art.ppi,
    colours: coloursOf(art),
    longSide,
    bitmap,
    lead,
    silhouette: {
      width,
      height,
      alpha,
      widthMm: (motif.width / motif.ppi) * 25.4,
      heightMm: (motif.height / motif.ppi) * 25.4,
    },
  };
}

async function round() {
  busy = true;
  for (let slot = nextSlot(); slot; slot = nextSlot()) {
    const wish = wanted.get(slot);
    wanted.delete(slot);
    if (!wish) continue;
    const { project, pxPerMm } = wish;
    const arts = new Map(artsOf(project).map((a) => [a.motif, a]));
    try {
      await recolourAll(slot, project, arts, pxPerMm);
      for (const motif of project.motifs) {
        if (wanted.has(slot)) break;
        const art = arts.get(motif.id);
        const now = useSprites.getState()[slot].get(motif.id);
        const longSide = sizeFor(project, motif, pxPerMm);
        const same = art && now && isAsWanted(now, motif, art) && now.longSide === longSide;
        if (!art || (same && now.colours === coloursOf(art))) continue;
        const known = useSprites.getState().sprites.get(motif.id);
        const shared =
          known &&
          isAsWanted(known, motif, art) &&
          known.colours === coloursOf(art) &&
          known.longSide === longSide;
        put(slot, [[motif.id, shared && slot !== 'sprites' ? known : await make(motif, art, longSide)]]);
      }
    } catch (error) {
      const trouble = error instanceof Error ? error.message : String(error);
      // Said once: a repaint asks again, and the same answer must not go round for ever.
      const said = useSprites.getState().trouble === trouble;
      if (!(error instanceof Stopped) && !said) useSprites.setState({ trouble });
    }
  }
  busy = false;
}

const SLOTS: Slot[] = ['sprites', 'a', 'b'];
const nextSlot = () => SLOTS.find((slot) => wanted.has(slot));

const put = (slot: Slot, made: [string, Sprite][]) =>
  useSprites.setState((s) => ({ [slot]: new Map([...s[slot], ...made]), trouble: null }));

/** Sprites that are there in other colours are replaced together, so that no cloth shows two colourways. */
async function recolourAll(slot: Slot, project: Project, arts: Map<string, ArtRequest>, pxPerMm: number) {
  const sprites = useSprites.getState()[slot];
  const made: [string, Sprite][] = [];
  for (const motif of project.motifs) {
    const art = arts.get(motif.id);
    const now = sprites.get(motif.id);
    if (!art || !now || now.colours === coloursOf(art)) continue;
    const longSide = Math.min(QUICK_PX, now.longSide, sizeFor(project, motif, pxPerMm));
    made.push([motif.id, await make(motif, art, longSide)]);
  }
  if (made.length) put(slot, made);
}
