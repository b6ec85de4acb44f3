import { create } from 'zustand';
import {
  type Motif,
  type Project,
  rgbOfHex,
  type Silhouette,
  scenePlacements,
  type Worn,
  wornArts,
} from '../core';
import {
  type ArtRequest,
  letGoOfArt,
  type Proof,
  quickSprites,
  type SceneRequest,
  Stopped,
  sprite,
} from '../engine';
import { readAsset } from '../shelf';

/** A motif drawn for the screen, and its silhouette to grab it by. */
export type Sprite = {
  asset: string;
  ppi: number;
  colours: string;
  /** Longest side asked for, px. */
  longSide: number;
  /** Coloured in haste: a better one is on its way. */
  quick: boolean;
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

/** The colourway that is named; the first when it is not there. */
const wayOf = (project: Project, id: string) =>
  project.colourways.find((c) => c.id === id) ?? project.colourways[0];

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
  return wornArts(project).flatMap(({ key, motif, wears }) => {
    const m = motifs.get(motif);
    if (!m) return [];
    const to = ink.map((k) => rgbOfHex(colours[wears[k + 1]]));
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
    ground: ground ? rgbOfHex(way.colours[0]) : null,
    arts: artsOf(project, colourwayId).filter((a) => used.has(a.motif)),
    placements,
    ...(project.grain.on ? { grain: project.grain } : {}),
    layout: project.layout,
    cellMm: { width: project.brief.widthMm, height: project.brief.heightMm },
    ppi: project.brief.ppi,
  };
}

/** The last answer: a paint asks for every frame. */
let asked: { project: Project; proof?: Proof; arts: [key: string, colours: string][] } | null = null;

/** Whether the sprites of a slot are all in the colours of a document; those not made yet do not count. */
export function inTheseColours(project: Project, slot: Slot, proof?: Proof): boolean {
  if (asked?.project !== project || asked.proof !== proof) {
    const arts = allWanted(project, proof).map(({ worn, art }): [string, string] => [
      worn.key,
      coloursOf(art),
    ]);
    asked = { project, proof, arts };
  }
  const sprites = useSprites.getState()[slot];
  return asked.arts.every(([key, colours]) => (sprites.get(key)?.colours ?? colours) === colours);
}

/** Every motif's silhouette. Waits for those on their way; throws what keeps them from coming. */
export async function silhouettesOf(project: Project): Promise<[motif: string, Silhouette][]> {
  for (;;) {
    const { sprites, trouble } = useSprites.getState();
    const found = project.motifs.flatMap((m): [string, Silhouette][] => {
      const s = sprites.get(m.id);
      return s?.asset === m.asset ? [[m.id, s.silhouette]] : [];
    });
    if (found.length === project.motifs.length) return found;
    if (trouble) throw new Error(trouble);
    const next = new Promise<void>((resolve) => {
      const leave = useSprites.subscribe(() => {
        leave();
        resolve();
      });
    });
    if (!busy) wantSprites(project, 1);
    await next;
  }
}

/** True while sprites are being made; checks wait for them. */
export const spritesBusy = () => busy;

/** Another bolt is opened: nothing of the last one stays. */
export function forgetSprites() {
  wanted.clear();
  useSprites.setState(NONE);
  void letGoOfArt();
}

const wanted = new Map<Slot, { project: Project; pxPerMm: number; proof?: Proof }>();
let busy = false;

/**
 * Asks for sprites that fit a scale (device px per mm). The newest wish wins: while one round runs, later
 * wishes replace each other. Sprites shown meanwhile are the old ones. A new colourway comes first, for all
 * motifs at once at a size that is quickly made; then each is made as fine as the scale wants.
 */
export function wantSprites(project: Project, pxPerMm: number, slot: Slot = 'sprites', proof?: Proof) {
  wanted.set(slot, { project, pxPerMm, proof });
  if (!busy) void round();
}

/** Colours are changed at this size first, px: a moment's softness rather than a moment's wrong colour. */
const QUICK_PX = 640;

const coloursOf = (art: ArtRequest) =>
  `${art.to.join()}|${art.from.join()}|${art.texture?.join() ?? ''}|${art.proof ?? ''}`;
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

const make = async (project: Project, each: Wanted, longSide: number): Promise<Sprite> =>
  spriteOf(project, each, longSide, false, await sprite(each.art, longSide, loadAsset));

function spriteOf(
  project: Project,
  { worn, motif, art }: Wanted,
  longSide: number,
  quick: boolean,
  { bitmap, lead, width, height, alpha }: Awaited<ReturnType<typeof sprite>>,
): Sprite {
  const own = drawnIn(project).ink[lead];
  return {
    asset: motif.asset,
    ppi: art.ppi,
    colours: coloursOf(art),
    longSide,
    quick,
    bitmap,
    lead: own === undefined ? -1 : worn.wears[own + 1] - 1,
    silhouette: {
      width,
      height,
      alpha,
      widthMm: (motif.width / motif.ppi) * 25.4,
      heightMm: (motif.height / motif.ppi) * 25.4,
    },
  };
}

/** Art that a round has to make. */
type Wanted = { worn: Worn; motif: Motif; art: ArtRequest };

function allWanted(project: Project, proof: Proof | undefined): Wanted[] {
  const arts = new Map(artsOf(project).map((a) => [a.motif, a]));
  const motifs = new Map(project.motifs.map((m) => [m.id, m]));
  return wornArts(project).flatMap((worn) => {
    const [motif, art] = [motifs.get(worn.motif), arts.get(worn.key)];
    return motif && art ? [{ worn, motif, art: proof ? { ...art, proof } : art }] : [];
  });
}

async function round() {
  busy = true;
  for (let slot = nextSlot(); slot; slot = nextSlot()) {
    const wish = wanted.get(slot);
    wanted.delete(slot);
    if (!wish) continue;
    const { project, pxPerMm, proof } = wish;
    const all = allWanted(project, proof);
    try {
      await recolourAll(slot, project, all, pxPerMm);
      for (const each of all) {
        if (wanted.has(slot)) break;
        const { worn, motif, art } = each;
        const now = useSprites.getState()[slot].get(worn.key);
        const longSide = sizeFor(project, motif, pxPerMm);
        const same = now && isAsWanted(now, motif, art) && now.longSide === longSide && !now.quick;
        if (same && now.colours === coloursOf(art)) continue;
        const known = useSprites.getState().sprites.get(worn.key);
        const shared =
          known &&
          isAsWanted(known, motif, art) &&
          known.colours === coloursOf(art) &&
          known.longSide === longSide &&
          !known.quick;
        put(slot, [[worn.key, shared && slot !== 'sprites' ? known : await make(project, each, longSide)]]);
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
async function recolourAll(slot: Slot, project: Project, all: Wanted[], pxPerMm: number) {
  const sprites = useSprites.getState()[slot];
  const asks = all.flatMap((each) => {
    const now = sprites.get(each.worn.key) ?? useSprites.getState().sprites.get(each.worn.key);
    if (!now || now.colours === coloursOf(each.art)) return [];
    const longSide = Math.min(QUICK_PX, now.longSide, sizeFor(project, each.motif, pxPerMm));
    return [{ each, longSide, request: each.art }];
  });
  if (!asks.length) return;
  const made = await quickSprites(
    asks.map(({ request, longSide }) => ({ request, longSide })),
    loadAsset,
  );
  put(
    slot,
    asks.map(({ each, longSide }, n) => [each.worn.key, spriteOf(project, each, longSide, true, made[n])]),
  );
}
