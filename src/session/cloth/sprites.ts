import {
  artById,
  type InkedArt,
  inkedArts,
  LruCache,
  MM_PER_INCH,
  type Motif,
  nth,
  type Placed,
  type Project,
  pxToMm,
  Said,
  type Silhouette,
  type Size,
} from '../../core';
import { type ArtRequest, type Proof, quickSprites, Stopped, sprite } from '../../engine';
import { messageOf, session, sessionPart, sessionStore } from '../kernel';
import { artsOf, drawnIn, loadAsset, printScales } from './scene-request';

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
  /** How much of the bitmap is art, px of it: a reduced picture rounds up to whole ones. */
  size: Size;
  silhouette: Silhouette;
  /** The ink that covers most of it: its number among the bolt's, the ground left out; -1 for none. */
  lead: number;
};

type Sprites = Map<string, Sprite>;
/** Sprites of the open document, and of two states of it that are set against each other. */
type SpriteState = { sprites: Sprites; a: Sprites; b: Sprites; trouble: string | null };
type Slot = 'sprites' | 'a' | 'b';
const NONE = { sprites: new Map(), a: new Map(), b: new Map(), trouble: null };
export const useSprites = sessionStore<SpriteState>(() => NONE);

/** What a placement is drawn with: its motif in the inks it inkOf, or in its own while those are on their way. */
export const spriteFor = (sprites: Sprites, { art, motif }: Pick<Placed, 'art' | 'motif'>) =>
  (art && sprites.get(art)) || sprites.get(motif);

/** Draws a sprite about the origin, a motif px to a unit; its edge lies where the art's does. */
export function drawSprite(
  context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
  { bitmap, size }: Sprite,
  { width, height }: Size,
) {
  context.drawImage(bitmap, 0, 0, size.width, size.height, -width / 2, -height / 2, width, height);
}

/** The part of a reduced bitmap that is art. */
function sizeIn(bitmap: Size, full: Size): Size {
  const halvings = Math.log2(Math.max(full.width, full.height) / Math.max(bitmap.width, bitmap.height));
  const k = 2 ** Math.round(halvings);
  return { width: Math.min(bitmap.width, full.width / k), height: Math.min(bitmap.height, full.height / k) };
}

/** The last answer: a paint asks for every frame. */
type Asked = { project: Project; proof?: Proof; arts: [key: string, colours: string][] };
const lastAsked = sessionPart((): { asked: Asked | null } => ({ asked: null }));

/** Whether the sprites of a slot are all in the colours of a document; those not made yet do not count. */
export function inTheseColours(project: Project, slot: Slot, proof?: Proof): boolean {
  let { asked } = lastAsked();
  if (asked?.project !== project || asked.proof !== proof) {
    const arts = allWanted(project, proof).map(({ inked, art }): [string, string] => [
      inked.key,
      coloursOf(art),
    ]);
    asked = { project, proof, arts };
    lastAsked().asked = asked;
  }
  const sprites = useSprites.getState()[slot];
  return asked.arts.every(([key, colours]) => (sprites.get(key)?.colours ?? colours) === colours);
}

/** Every motif's silhouette. Waits for those on their way; throws what keeps them from coming. */
export async function silhouettesOf(project: Project): Promise<[motif: string, Silhouette][]> {
  const mine = session();
  for (;;) {
    if (mine.away) throw new Stopped('The bolt was closed.');
    const { sprites, trouble } = useSprites.getState();
    const found = project.motifs.flatMap((m): [string, Silhouette][] => {
      const s = sprites.get(m.id);
      return s?.asset === m.asset ? [[m.id, s.silhouette]] : [];
    });
    if (found.length === project.motifs.length) return found;
    if (trouble) throw new Said(trouble);
    const next = new Promise<void>((resolve) => {
      const leave = useSprites.subscribe(() => {
        leave();
        resolve();
      });
      mine.atEnd(resolve);
      mine.atLeave(resolve);
    });
    if (!spritesBusy()) wantSprites(project, 1);
    await next;
  }
}

/** Whether all of a document's sprites are as fine as a scale wants them. */
export function allFine({ project, pxPerMm, proof }: Wish, slot: Slot): boolean {
  const sprites = useSprites.getState()[slot];
  return allWanted(project, proof).every((each) => {
    const now = sprites.get(each.inked.key);
    return now && isFine(now, each, sizeFor(project, each.motif, pxPerMm));
  });
}

/** Whether every motif on the cloth has been drawn, however finely, or cannot be. */
export const allDrawn = ({ placements, layers }: Project): boolean => {
  const { sprites, trouble } = useSprites.getState();
  return (
    trouble !== null ||
    (placements.every((p) => sprites.has(p.motif)) &&
      layers.every((l) => l.kind === 'placements' || sprites.has(l.id)))
  );
};

/** Once all on the cloth has been drawn; or so long has passed, ms. */
export function onceDrawn(project: Project, mostMs: number): Promise<void> {
  const mine = session();
  return new Promise((resolve) => {
    const look = () => allDrawn(project) && resolve();
    mine.atEnd(useSprites.subscribe(look));
    setTimeout(resolve, mostMs);
    look();
  });
}

/** True while sprites are being made; checks wait for them. */
export const spritesBusy = () => SLOTS.some((slot) => session().awaits(lineOf(slot)));

/** What is drawn of art that the document has no more is let go of. */
export function onlySpritesOf(project: Project) {
  const keys = new Set(inkedArts(project).map((a) => a.key));
  useSprites.setState(({ sprites }) => ({ sprites: new Map([...sprites].filter(([key]) => keys.has(key))) }));
}

/** Another printer is proofed: what was drawn for the last one no longer holds. */
export function forgetProofs() {
  lately().clear();
  useSprites.setState({ a: new Map() });
}

type Wish = { project: Project; pxPerMm: number; proof?: Proof };
const SLOTS: Slot[] = ['sprites', 'a', 'b'];
const lineOf = (slot: Slot) => `drawing ${slot}`;

/**
 * Asks for sprites that fit a scale (device px per mm). The newest wish wins: while one round runs, later
 * wishes replace each other. Sprites shown meanwhile are the old ones. A new colourway comes first, for all
 * motifs at once at a size that is quickly made; then each is made as fine as the scale wants.
 */
export function wantSprites(project: Project, pxPerMm: number, slot: Slot = 'sprites', proof?: Proof) {
  const mine = session();
  const wish = { project, pxPerMm, proof };
  if (mine.awaits(lineOf(slot)) && !inTheseColours(project, slot, proof)) putLately(slot, wish);
  const done = mine.latest(lineOf(slot), {
    run: (newest) => drawAll(slot, wish, newest),
    keep: () => {},
    fail: (error) => {
      const trouble = messageOf(error);
      // Said once: a repaint asks again, and the same answer must not go round for ever.
      const said = useSprites.getState().trouble === trouble;
      if (!(error instanceof Stopped) && !said) useSprites.setState({ trouble });
    },
  });
  void done.then(() => {
    if (!mine.away) void drawAhead();
  });
}

/** The bolt whose other colourways are drawn in small for when they are shown, while nothing else is; or none. */
export function wantAhead(wish: Wish | null) {
  aheadOf().wish = wish;
  void drawAhead();
}
type Ahead = { wish: Wish | null; done: Wish | null; busy: boolean };
const aheadOf = sessionPart((): Ahead => ({ wish: null, done: null, busy: false }));

async function drawAhead() {
  const mine = session();
  const ahead = aheadOf();
  const { wish, done } = ahead;
  if (spritesBusy() || ahead.busy || !wish) return;
  if (done?.project === wish.project && done.pxPerMm === wish.pxPerMm) return;
  const { project, pxPerMm } = wish;
  ahead.busy = true;
  try {
    for (const { id } of project.colourways.slice(0, MOST_AHEAD)) {
      const asks = allWanted(project, undefined, id).map((each) => ({
        each,
        longSide: quickSize(project, each, pxPerMm),
      }));
      const lacking = asks.filter((ask) => !drawnLately(ask));
      for (let n = 0; n < lacking.length; n += AT_ONCE) {
        if (mine.away || spritesBusy()) return;
        await makeQuick(project, lacking.slice(n, n + AT_ONCE));
      }
    }
    ahead.done = wish;
  } catch {
    // It is asked for again, and what is wrong is told, when it is shown.
    ahead.done = wish;
  } finally {
    ahead.busy = false;
  }
}
/** Colourways that are drawn ahead, and what is kept of what was drawn lately, px. */
const MOST_AHEAD = 8;
const MOST_LATELY = 24e6;
const lately = sessionPart(
  () => new LruCache<Sprite>(MOST_LATELY, ({ bitmap }) => bitmap.width * bitmap.height),
);
const lateKey = ({ inked, motif, art }: Wanted) => `${inked.key}|${motif.asset}|${art.ppi}|${coloursOf(art)}`;

/** Colours are changed at this size first, px: a moment's softness rather than a moment's wrong colour. */
const QUICK_PX = 640;

const coloursOf = (art: ArtRequest) =>
  `${art.to.join()}|${art.from.join()}|${art.texture?.join() ?? ''}|${art.proof ?? ''}|${art.tint?.join() ?? ''}`;
/** The longest side that a motif is drawn with for a scale, px. */
export function sizeFor(project: Project, motif: Motif, pxPerMm: number): number {
  const long = Math.max(motif.width, motif.height);
  const largest = Math.max(0.3, ...printScales(project, motif));
  const halvings = Math.max(0, Math.floor(Math.log2(motif.ppi / (pxPerMm * MM_PER_INCH * largest)) + 1e-9));
  // Never smaller than the pictures in the trays want.
  return Math.max(200, Math.ceil(long / 2 ** halvings));
}

async function make(project: Project, each: Wanted, longSide: number): Promise<Sprite> {
  const late = lately().get(lateKey(each));
  if (late && isFine(late, each, longSide)) return late;
  const made = spriteOf(project, each, longSide, false, await sprite(each.art, longSide, loadAsset));
  lately().keep(lateKey(each), made);
  return made;
}

type Ask = { each: Wanted; longSide: number };

async function makeQuick(project: Project, asks: Ask[]): Promise<Sprite[]> {
  const made = await quickSprites(
    asks.map(({ each, longSide }) => ({ request: each.art, longSide })),
    loadAsset,
  );
  return asks.map(({ each, longSide }, n) => {
    const quick = spriteOf(project, each, longSide, true, nth(made, n));
    lately().keep(lateKey(each), quick);
    return quick;
  });
}

function spriteOf(
  project: Project,
  { inked, motif, art }: Wanted,
  longSide: number,
  quick: boolean,
  { bitmap, lead, width, height, alpha, across }: Awaited<ReturnType<typeof sprite>>,
): Sprite {
  const own = drawnIn(project).ink[lead];
  const widthMm = pxToMm(motif.width, motif.ppi);
  return {
    asset: motif.asset,
    ppi: art.ppi,
    colours: coloursOf(art),
    longSide,
    quick,
    bitmap,
    size: sizeIn(bitmap, {
      width: art.drawWidth ?? motif.width,
      height: art.drawWidth ? (motif.height * art.drawWidth) / motif.width : motif.height,
    }),
    lead: own === undefined ? -1 : nth(inked.inkOf, own + 1) - 1,
    silhouette: {
      width,
      height,
      alpha,
      pxMm: widthMm / across,
      widthMm,
      heightMm: pxToMm(motif.height, motif.ppi),
    },
  };
}

/** Art that a round has to make. */
type Wanted = { inked: InkedArt; motif: Motif; art: ArtRequest };

function allWanted(project: Project, proof: Proof | undefined, colourwayId = project.shown): Wanted[] {
  const arts = new Map(artsOf(project, colourwayId).map((a) => [a.motif, a]));
  const motifs = artById(project);
  return inkedArts(project).flatMap((inked) => {
    const [motif, art] = [motifs.get(inked.motif), arts.get(inked.key)];
    return motif && art ? [{ inked, motif, art: proof ? { ...art, proof } : art }] : [];
  });
}

/** Draws all that a wish needs, until a newer one comes. */
async function drawAll(slot: Slot, wish: Wish, newest: () => boolean) {
  const { project, pxPerMm, proof } = wish;
  const mine = session();
  const all = allWanted(project, proof);
  await recolourAll(slot, wish);
  if (mine.away) return;
  const lacking = all.filter(({ inked }) => !useSprites.getState()[slot].has(inked.key));
  const rest = lacking.values();
  const next = async () => {
    for (const each of rest) {
      if (!newest()) return;
      await putFine(slot, project, each, pxPerMm);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, next));
  for (const each of all) {
    if (!newest()) return;
    const now = useSprites.getState()[slot].get(each.inked.key);
    const longSide = sizeFor(project, each.motif, pxPerMm);
    if (!now || !isFine(now, each, longSide)) await putFine(slot, project, each, pxPerMm);
  }
}

/** Of art that is not there at all some is fetched while other is drawn. */
const AT_ONCE = 4;

const isFine = (now: Sprite, { motif, art }: Wanted, longSide: number) =>
  now.asset === motif.asset &&
  now.ppi === art.ppi &&
  now.longSide === longSide &&
  now.colours === coloursOf(art) &&
  !now.quick;

/** Makes one as fine as the scale wants; what the document's own slot has already is shared. */
async function putFine(slot: Slot, project: Project, each: Wanted, pxPerMm: number) {
  const mine = session();
  const longSide = sizeFor(project, each.motif, pxPerMm);
  const known = useSprites.getState().sprites.get(each.inked.key);
  const shared = slot !== 'sprites' && known && isFine(known, each, longSide);
  const made = shared ? known : await make(project, each, longSide);
  if (!mine.away) put(slot, [[each.inked.key, made]]);
}

const put = (slot: Slot, made: [string, Sprite][]) =>
  useSprites.setState((s) => ({ [slot]: new Map([...s[slot], ...made]), trouble: null }));

const quickSize = (project: Project, { motif }: Wanted, pxPerMm: number) =>
  Math.min(QUICK_PX, sizeFor(project, motif, pxPerMm));

/** What is there in other colours than is wanted. */
function otherwise(slot: Slot, { project, pxPerMm, proof }: Wish): Ask[] {
  const now = useSprites.getState();
  return allWanted(project, proof).flatMap((each) => {
    const old = now[slot].get(each.inked.key) ?? now.sprites.get(each.inked.key);
    if (!old || old.colours === coloursOf(each.art)) return [];
    return [{ each, longSide: Math.min(old.longSide, quickSize(project, each, pxPerMm)) }];
  });
}

const drawnLately = ({ each, longSide }: Ask): Sprite | undefined => {
  const late = lately().get(lateKey(each));
  return late && late.longSide >= longSide ? late : undefined;
};
const keyed = (asks: Ask[], made: Sprite[]) =>
  asks.map(({ each }, n): [string, Sprite] => [each.inked.key, nth(made, n)]);

/** Puts a colourway that was drawn lately, at once, if all of it was. */
function putLately(slot: Slot, wish: Wish) {
  const asks = otherwise(slot, wish);
  const late = asks.flatMap((ask) => drawnLately(ask) ?? []);
  if (asks.length && late.length === asks.length) put(slot, keyed(asks, late));
}

/** Sprites that are there in other colours are replaced together, so that no cloth shows two colourways. */
async function recolourAll(slot: Slot, wish: Wish) {
  putLately(slot, wish);
  const asks = otherwise(slot, wish);
  if (!asks.length) return;
  const rest = asks.filter((ask) => !drawnLately(ask));
  const mine = session();
  const made = new Map((await makeQuick(wish.project, rest)).map((q, n) => [rest[n], q]));
  if (mine.away) return;
  put(
    slot,
    asks.flatMap((ask): [string, Sprite][] => {
      const q = made.get(ask) ?? drawnLately(ask);
      return q ? [[ask.each.inked.key, q]] : [];
    }),
  );
}
