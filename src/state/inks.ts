import { create } from 'zustand';
import {
  type InksOnCloth,
  type Project,
  RangeMessage,
  type Rgb,
  rgbOfHex,
  setInks,
  splitInk,
  wornArts,
} from '../core';
import { inksOnCloth, palette, type ScreenReport, type ScreensAsk, screens, splitColours } from '../engine';
import { artsOf, drawnIn, loadAsset, sceneRequest } from './arts';
import { edit, isOpen, record } from './bolt';
import { layKey } from './checks';

type InkState = {
  /** How much of each ink lies on the cloth, and what touches what. */
  onCloth: InksOnCloth | null;
  /** The document it was measured on. */
  key: string;
};
export const useInks = create<InkState>()(() => ({ onCloth: null, key: '' }));

const keyOf = (p: Project) =>
  JSON.stringify([layKey(p), p.inks.map((i) => [i.hex, i.also]), p.placements.map((q) => q.inks)]);

/** Another bolt, or nothing on the cloth: what was measured says nothing of it. */
export function forgetInks() {
  wanted = null;
  useInks.setState({ onCloth: null, key: '' });
}

let wanted: Project | null = null;
let busy = false;

/** Asks how much of each ink lies on the cloth; the newest document wins. */
export function wantInks(project: Project) {
  if (!busy && useInks.getState().key === keyOf(project)) return;
  wanted = project;
  if (!busy) void round();
}

/** For each art of a request, the ink (by number) of each colour it is drawn in. */
function wearsOf(project: Project, arts: { motif: string }[]): number[][] {
  const { ink } = drawnIn(project);
  const worn = new Map(wornArts(project).map((w) => [w.key, w.wears]));
  return arts.map((a) => ink.map((k) => worn.get(a.motif)?.[k + 1] ?? k + 1));
}

async function round() {
  busy = true;
  while (wanted) {
    const project = wanted;
    wanted = null;
    try {
      const request = sceneRequest(project);
      const onCloth = await inksOnCloth(request, wearsOf(project, request.arts), loadAsset);
      // Inks that lie nowhere on the cloth were not counted.
      const shares = project.inks.map((_, n) => onCloth.shares[n] ?? 0);
      if (isOpen(project)) useInks.setState({ onCloth: { ...onCloth, shares }, key: keyOf(project) });
    } catch {
      if (isOpen(project)) useInks.setState({ onCloth: null, key: keyOf(project) });
    }
  }
  busy = false;
}

const newId = () => crypto.randomUUID();

/** Takes the inks from the art of a bolt. What was found, in words. */
export async function takeInks(project: Project, count: number | undefined): Promise<string> {
  const { inks, flat } = await palette(artsOf(project), count, loadAsset);
  if (!inks.length) {
    throw new RangeMessage(
      'No solid colour was found in the art: it may be all soft edges. Scan it at a higher ppi.',
    );
  }
  edit((p) =>
    setInks(
      p,
      inks.map((f) => f.rgb),
      newId,
    ),
  );
  const told = `${inks.length} ${inks.length === 1 ? 'ink' : 'inks'}`;
  record({ kind: 'colourway', text: `${told} taken from the art.` });
  const fewer =
    count !== undefined && count > inks.length ? `, fewer than ${count}: the art shows no more` : '';
  const kind = flat
    ? 'The art is flat.'
    : 'The art varies within its inks, as washes and photographs do: each plate keeps that texture.';
  return `${told} found${fewer}. ${kind}`;
}

/** Parts an ink in the two colours that its part of the art is nearest to. */
export async function partInk(project: Project, index: number): Promise<string> {
  const { from, ink } = drawnIn(project);
  const which = ink.flatMap((k, n) => (k === index - 1 ? [n] : []));
  const two = await splitColours(artsOf(project), from, which, loadAsset);
  if (!two)
    throw new RangeMessage(
      `${project.inks[index].name} is one even colour in the art: there is nothing to part.`,
    );
  edit((p) => splitInk(p, index, two, newId));
  return `${project.inks[index].name} was parted in two.`;
}

/** Flat screens of the colourway on show, as a zip, with what is too thin to print. */
export async function makeScreens(
  project: Project,
  ask: ScreensAsk,
  onProgress: (share: number) => void,
): Promise<{ zip: Uint8Array<ArrayBuffer>; report: ScreenReport[] }> {
  const request = sceneRequest(project);
  const way = project.colourways.find((c) => c.id === project.shown) ?? project.colourways[0];
  const shown: Rgb[] = way.colours.map(rgbOfHex);
  const names = project.inks.map((i) => i.name);
  return screens(request, wearsOf(project, request.arts), shown, names, ask, onProgress, loadAsset);
}
