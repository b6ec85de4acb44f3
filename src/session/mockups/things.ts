import {
  type Colourway,
  cellOf,
  type Goods,
  labDistance,
  nth,
  oklabOf,
  type Point,
  type Product,
  type Project,
  printSizeOf,
  products,
  type RoomName,
  repeatBlock,
  rgbOfHex,
  type ShownThing,
  type Size,
  shownColourway,
} from '../../core';
import {
  readyCloth,
  readyThing,
  type ThingAsk,
  type ThingPlaces,
  thingPlaces,
  viewThing,
} from '../../engine';
import { sceneRequest } from '../cloth';
import { messageOf, session, sessionPart, sessionStore } from '../kernel';
import { loadPicture } from '../settings';
import { projectKey } from './wall';

/** Something that is made of the cloth. */
export type Thing = Product & { goods: Goods };

/** All things that the cloth can be looked at on. */
export const things = (): Thing[] =>
  products.all().flatMap((p) => (p.goods ? [{ ...p, goods: p.goods }] : []));
export const thingOf = (id: string): Thing => things().find((t) => t.id === id) ?? nth(things(), 0);

/** A thing as it is looked at: in which of its sizes (null: the usual), with the design so many times its size and moved, mm, where and in which colourway. */
type Look = {
  product: string;
  size: number | null;
  times: number;
  from: Point;
  room: RoomName;
  /** null: the colourway on show. */
  way: string | null;
  matched: boolean;
};
type ThingsState = Look & {
  open: boolean;
  /** A hand is laid beside it. */
  hand: boolean;
  picture: ImageBitmap | null;
  /** The picture is as fine as it gets, of all that is asked for. */
  done: boolean;
  trouble: string;
};
export const useThings = sessionStore<ThingsState>(() => ({
  ...{ open: false, product: 'cushion', size: null, times: 1, from: { x: 0, y: 0 }, room: 'light' },
  ...{ way: null, matched: true, hand: true, picture: null, done: false, trouble: '' },
}));

/** The design on a thing is shown at sizes from one to the other, times its own. */
export const THING_TIMES = { least: 0.1, most: 5 } as const;

/** Opens a thing as it was looked at last, or another one in its usual size. */
export function openThing(product: string) {
  useThings.setState((s) => ({
    ...(s.product === product ? {} : { product, size: null, from: { x: 0, y: 0 }, picture: null }),
    open: true,
  }));
}

const wayOf = (project: Project, id: string | null): Colourway =>
  project.colourways.find((c) => c.id === id) ?? shownColourway(project);

/** The colour of a colourway that is most unlike its ground: what ribbons are of. */
function accentOf({ colours }: Pick<Colourway, 'colours'>): string {
  const lab = (hex: string) => oklabOf(...rgbOfHex(hex));
  const [ground = '#ffffff', ...rest] = colours;
  const far = (hex: string) => labDistance(lab(hex), lab(ground));
  return rest.sort((a, b) => far(b) - far(a))[0] ?? '#6a2a5b';
}

/** What a thing is as it is shown: its print, mm. */
export const shownThing = (project: Project, look: Look): { thing: Thing; printMm: Size; way: Colourway } => {
  const thing = thingOf(look.product);
  return {
    thing,
    printMm: printSizeOf(thing.goods, project.brief.unit, look.size),
    way: wayOf(project, look.way),
  };
};

/** A thing as the board keeps it, and what is looked at. */
type Asked = Pick<Look, 'times' | 'from' | 'room' | 'matched'> & {
  thing: Thing;
  printMm: Size;
  way: Colourway;
};

/** A name of the cloth in the colours of a colourway. */
const clothOf = (project: Project, way: Colourway) =>
  `${project.id}|${projectKey(project)}|${JSON.stringify(project.grain)}|${way.id}|${way.colours.join()}`;

function askOf(project: Project, asked: Asked, picture: Size, quick: boolean): ThingAsk {
  const { thing, printMm, way, times, from, room, matched } = asked;
  return {
    goods: thing.goods,
    ...{ printMm, room, picture, quick, size: times, from },
    accent: rgbOfHex(accentOf(way)),
    ...(thing.goods.cutEvery !== undefined && !matched ? { cutEvery: printMm.width } : {}),
    cloth: clothOf(project, way),
  };
}

const draw = (project: Project, asked: Asked, picture: Size, quick: boolean) =>
  viewThing(sceneRequest(project, true, asked.way.id), askOf(project, asked, picture, quick), loadPicture);

/** How often a picture was asked for. */
const asks = sessionPart(() => ({ n: 0 }));
/** A hand that rests so long has come to rest, ms. */
const REST = 200;
type Wish = { run: () => Promise<ImageBitmap>; keep: (picture: ImageBitmap, newest: boolean) => void };
/** The fine picture, where nothing else is asked for meanwhile: the hand is not to wait for it. */
function fineSoon(n: number, wish: Wish) {
  const mine = session();
  setTimeout(() => {
    if (!mine.away && asks().n === n) void mine.latest('thing', wish);
  }, REST);
}

/**
 * Asks for the thing as it is looked at now, in a picture of some px: first a quick one; a fine one after it where the hand is at rest.
 */
export function wantThing(project: Project, picture: Size, atRest: boolean) {
  const look = useThings.getState();
  const asked = { ...look, ...shownThing(project, look) };
  const wish = (quick: boolean) => ({
    run: () => draw(project, asked, picture, quick),
    keep: (bitmap: ImageBitmap, newest: boolean) => {
      useThings.setState((s) => {
        s.picture?.close();
        return { picture: bitmap, done: newest && !quick, trouble: '' };
      });
      if (quick && newest && atRest) fineSoon(asks().n, wish(false));
    },
    fail: (error: unknown, newest: boolean) => {
      if (newest) useThings.setState({ trouble: messageOf(error), done: true });
    },
  });
  asks().n++;
  useThings.setState({ done: false });
  void session().latest('thing', wish(true));
}

/**
 * Makes ready what things are shown with: the cloth in the colourway on show, then each thing in its usual size, one after another, for
 * as long as none is looked at.
 */
export function readyThings(project: Project) {
  const look = useThings.getState();
  const { way } = shownThing(project, look);
  const cloth = clothOf(project, way);
  const request = sceneRequest(project, true, way.id);
  void session().latest('ready things', {
    run: async (newest) => {
      await readyCloth(request, { cloth, quick: true }, loadPicture);
      for (const { goods } of things()) {
        if (!newest() || useThings.getState().open) return;
        await readyThing({ goods, printMm: printSizeOf(goods, project.brief.unit, null), room: look.room });
      }
    },
    keep: () => {},
  });
}

const places = sessionPart((): { key: string; found: ThingPlaces | null } => ({ key: '', found: null }));

/** Finds where the px of the picture lie on the print, to move the repeat by hand. */
export async function readyPlaces(project: Project, picture: Size) {
  const look = useThings.getState();
  const ask = askOf(project, { ...look, ...shownThing(project, look) }, picture, true);
  const key = JSON.stringify([look.product, ask.printMm, picture, look.room]);
  const mine = places();
  if (mine.key === key) return;
  Object.assign(mine, { key, found: null });
  const found = await session().answer(thingPlaces(ask, loadPicture));
  if (mine.key === key) mine.found = found;
}

/** Where on the print a place of the picture lies, mm; in shares of the picture. Null where it is no print. */
export function placeOnPrint(share: Point): Point | null {
  const { found } = places();
  if (!found) return null;
  const { width, height, u, v } = found;
  const x = Math.min(width - 1.001, Math.max(0, share.x * width - 0.5));
  const y = Math.min(height - 1.001, Math.max(0, share.y * height - 0.5));
  const at = Math.floor(y) * width + Math.floor(x);
  const fx = x % 1;
  const fy = y % 1;
  const of = (from: Float32Array) => {
    const [a = 0, b = 0] = from.subarray(at, at + 2);
    const [c = 0, d = 0] = from.subarray(at + width, at + width + 2);
    return (a * (1 - fx) + b * fx) * (1 - fy) + (c * (1 - fx) + d * fx) * fy;
  };
  const place = { x: of(u), y: of(v) };
  return Number.isFinite(place.x + place.y) ? place : null;
}

/** Moves the repeat on the thing to a place, mm: kept within one repeat. */
export function moveRepeat(project: Project, { x, y }: Point) {
  const block = repeatBlock(project.layout, cellOf(project));
  useThings.setState(({ times }) => {
    const within = (v: number, long: number) => v - Math.floor(v / long) * long;
    return { from: { x: within(x, block.width * times), y: within(y, block.height * times) } };
  });
}

/** Goods that are being made up, drawn with the cloth on them in the colourway on show. */
export const drawGoods = (
  project: Project,
  goods: Goods,
  printMm: Size,
  picture: Size,
): Promise<ImageBitmap> =>
  draw(
    project,
    {
      ...{ thing: { ...nth(things(), 0), goods }, printMm, way: shownColourway(project) },
      ...{ times: 1, from: { x: 0, y: 0 }, room: 'light', matched: true },
    },
    picture,
    true,
  );

/** The thing as it is looked at, for the board. */
export function forBoard(project: Project): ShownThing {
  const look = useThings.getState();
  const { thing, printMm, way } = shownThing(project, look);
  const { times, from, room, matched } = look;
  return {
    ...{ id: crypto.randomUUID(), product: thing.id, widthMm: printMm.width, heightMm: printMm.height },
    ...{ times, from, room, matched, colourway: way.id },
  };
}

/** A thing that the board keeps, drawn; one whose product is not there any more as the first there is. */
export const drawShown = (project: Project, shown: ShownThing, picture: Size): Promise<ImageBitmap> =>
  draw(
    project,
    {
      ...shown,
      thing: thingOf(shown.product),
      printMm: { width: shown.widthMm, height: shown.heightMm },
      way: wayOf(project, shown.colourway),
    },
    picture,
    false,
  );
