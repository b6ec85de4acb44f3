import {
  ArgumentError,
  type InksOnCloth,
  inkedArts,
  labDistance,
  nth,
  oklabOf,
  type Project,
  type Rgb,
  rgbOfHex,
  setInks,
  shownColourway,
  splitInk,
} from '../../core';
import {
  type InksAsk,
  inksOnCloth,
  palette,
  paletteOfPicture,
  type ScreenReport,
  type ScreensAsk,
  screens,
  splitColours,
  type Work,
} from '../../engine';

export { paletteOfPicture, type ScreenReport };

import { edit, record } from '../bolt';
import { layKey } from '../check';
import { artsOf, drawnIn, loadAsset, sceneRequest } from '../cloth';
import { type Session, session, sessionStore } from '../kernel';

type InkState = {
  /** How much of each ink lies on the cloth, and what touches what. */
  onCloth: InksOnCloth | null;
  /** The document it was measured on. */
  key: string;
};
export const useInks = sessionStore<InkState>(() => ({ onCloth: null, key: '' }));

const keyOf = (p: Project) =>
  JSON.stringify([layKey(p), p.inks.map((i) => [i.hex, i.also]), p.placements.map((q) => q.inkOverrides)]);

/** Nothing lies on the cloth: what was measured says nothing of it. */
export function forgetInks() {
  session().unwish('inks');
  useInks.setState({ onCloth: null, key: '' });
}

/** Asks how much of each ink lies on the cloth; the newest document wins. */
export function wantInks(project: Project) {
  const mine = session();
  const key = keyOf(project);
  if (!mine.awaits('inks') && useInks.getState().key === key) return;
  void mine.latest('inks', {
    run: async () => {
      const request = sceneRequest(project);
      const onCloth = await inksOnCloth(
        request,
        inksOf(project, request.arts),
        groundInks(project),
        loadAsset,
      );
      // Inks that lie nowhere on the cloth were not counted.
      return { ...onCloth, shares: project.inks.map((_, n) => onCloth.shares[n] ?? 0) };
    },
    keep: (onCloth) => useInks.setState({ onCloth, key }),
    fail: () => useInks.setState({ onCloth: null, key }),
  });
}

/** What lies in which ink, and all inks in the colours of a colourway: what plates are made by. */
export function inksAsk(project: Project, arts: { motif: string }[], colours: readonly string[]): InksAsk {
  return {
    inkOf: inksOf(project, arts),
    groundInks: groundInks(project),
    inks: project.inks.map(({ name }, n) => ({ name, rgb: rgbOfHex(nth(colours, n)) })),
  };
}

/** For each art of a request, the ink (by number) of each colour it is drawn in. */
function inksOf(project: Project, arts: { motif: string }[]): number[][] {
  const { ink } = drawnIn(project);
  const worn = new Map(inkedArts(project).map((w) => [w.key, w]));
  const ground = [0, ...nth(project.inks, 0).also.map(() => 0)];
  return arts.map(({ motif }) => {
    const of = worn.get(motif);
    if (of?.as) return [];
    const all = ink.map((k) => k + 1);
    return (of?.whole ? [...ground, ...all] : all).map((k) => of?.inkOf[k] ?? k);
  });
}

/** The inks that the ground is split in, by number; none where it is plain. */
const groundInks = ({ ground, inks }: Project): number[] =>
  ground.kind === 'split'
    ? ground.inks.map((id) =>
        Math.max(
          0,
          inks.findIndex((i) => i.id === id),
        ),
      )
    : [];

const newId = () => crypto.randomUUID();

/** So near in OKLab a colour of art is the ground's. */
const LIKE_GROUND = 0.05;
const hasWhole = (project: Project) => inkedArts(project).some((a) => a.whole);

/** The art that is printed in inks. */
function inInks(project: Project) {
  const own = new Set(inkedArts(project).flatMap((a) => (a.as ? [a.key] : [])));
  return artsOf(project).filter((a) => !own.has(a.motif));
}

/** Takes the inks from the art of a bolt. What was found, in words. */
export async function takeInks(bolt: Session, project: Project, count: number | undefined): Promise<string> {
  const { inks, flat } = await bolt.answer(palette(inInks(project), count, loadAsset));
  if (!inks.length) {
    throw new ArgumentError(
      'No solid colour was found in the art: it may be all soft edges. Scan it at a higher ppi.',
    );
  }
  // Where the ground is in the art it is the ink that the bolt has for it, not another.
  const ground = oklabOf(...rgbOfHex(nth(project.inks, 0).hex));
  const found = inks
    .map((f) => f.rgb)
    .filter((rgb) => !hasWhole(project) || labDistance(oklabOf(...rgb), ground) > LIKE_GROUND);
  edit(bolt, setInks(found, newId));
  const told = `${inks.length} ${inks.length === 1 ? 'ink' : 'inks'}`;
  record(bolt, { kind: 'colourway', text: `${told} taken from the art.` });
  const fewer =
    count !== undefined && count > inks.length ? `, fewer than ${count}: the art shows no more` : '';
  const kind = flat
    ? 'The art is flat.'
    : 'The art varies within its inks, as washes and photographs do: each plate keeps that texture.';
  return `${told} found${fewer}. ${kind}`;
}

/** Parts an ink in the two colours that its part of the art is nearest to. */
export async function partInk(bolt: Session, project: Project, index: number): Promise<string> {
  const { name } = nth(project.inks, index);
  const { from, ink } = drawnIn(project);
  const which = ink.flatMap((k, n) => (k === index - 1 ? [n] : []));
  const two = await bolt.answer(splitColours(inInks(project), from, which, loadAsset));
  if (!two) throw new ArgumentError(`${name} is one even colour in the art: there is nothing to part.`);
  edit(bolt, splitInk(index, two, newId));
  return `${name} was parted in two.`;
}

/** Flat screens of the colourway on show, as a zip, with what is too thin to print. */
export async function makeScreens(
  project: Project,
  ask: ScreensAsk,
  work: Work,
): Promise<{ zip: Uint8Array<ArrayBuffer>; report: ScreenReport[] }> {
  const request = sceneRequest(project);
  const way = shownColourway(project);
  const shown: Rgb[] = way.colours.map(rgbOfHex);
  const names = project.inks.map((i) => i.name);
  return screens(
    request,
    inksOf(project, request.arts),
    groundInks(project),
    shown,
    names,
    ask,
    work,
    loadAsset,
  );
}
