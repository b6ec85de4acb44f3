'use client';

import { type RefObject, useEffect } from 'react';
import {
  EYE_KINDS,
  hexOfRgb,
  type Placement,
  type Project,
  type SceneSplit,
  sceneSplit,
  shownColourway,
  shownGround,
} from '@/core';
import { type Compare, sideOf, useBolt, useSnapshots } from '@/session/bolt';
import {
  inColours,
  trialOf,
  useClothMap,
  usePractice,
  useProposal,
  useTrial,
  useTwoStates,
  wantClothMap,
} from '@/session/check';
import {
  allDrawn,
  allFine,
  inTheseColours,
  useGrain,
  useSprites,
  useView,
  type ViewMode,
  viewModeSign,
  WORK_GROUNDS,
  wantAhead,
  wantGrain,
  wantSprites,
} from '@/session/cloth';
import { askPrinted, FAR_OFF, MARKED, type Proof, readyPrinter, usePrinter } from '@/session/colour';
import { lastAnswer } from '@/session/kernel';
import { eyeFilterId } from './eye-filters';
import { Painter, type Picture } from './painter';
import { screenOf } from './screen';

/** How long the zoom must rest before the cloth is painted at its finest again. */
const REST_MS = 140;

const groundOf = (project: Project) => shownGround(project);
const splitOf = lastAnswer((project: Project) => sceneSplit(project, shownColourway(project).colours));

/** A split ground as the printer prints it. */
const printedSplit = (project: Project, proof: Proof) => {
  const colours = shownColourway(project).colours.map((hex) => printedGround(hex, proof));
  return sceneSplit(project, colours);
};

/** What the cloth shows: the document, what is proposed for it, or a lesson. */
function onShow(project: Project): Project {
  const { proposal, of, before } = useProposal.getState();
  const { lesson } = usePractice.getState();
  const { pair } = useTwoStates.getState();
  const { only } = useView.getState();
  if (lesson) return lesson.shown;
  const placements = pair
    ? pair.states[pair.shows].placements
    : of === project && !before
      ? proposal?.placements
      : only
        ? these(project, only)
        : undefined;
  return placements ? withPlacements(project, placements) : project;
}
const withPlacements = lastAnswer((project: Project, placements: Placement[]) => ({
  ...project,
  placements,
}));
const these = lastAnswer(({ placements }: Project, only: string[]) =>
  placements.filter((p) => only.includes(p.id)),
);

/** The document with all inks but one taken into the ground, without textures. */
const oneInk = lastAnswer((project: Project, ink: number) => ({
  ...project,
  layers: project.layers.filter((l) => l.kind !== 'tile' || l.colour.as === 'inks'),
  colourways: project.colourways.map((c) => ({
    ...c,
    colours: c.colours.map((hex, k) => (k === ink ? hex : PAPER)),
  })),
}));
const PAPER = '#fbf9f5';

/** How the canvas itself is turned over, blurred, greyed, or seen by other eyes (EyeFilters draws how). */
function viewModeStyle(viewMode: ViewMode, pxPerMm: number): { filter: string; transform: string } {
  const { x, y } = viewModeSign(viewMode);
  const other = EYE_KINDS.some((kind) => kind === viewMode);
  const filter =
    viewMode === 'blurred'
      ? `blur(${(BLUR_MM * pxPerMm).toFixed(1)}px)`
      : viewMode === 'grey'
        ? 'grayscale(1)'
        : other
          ? `url(#${eyeFilterId(viewMode)})`
          : '';
  return { filter, transform: x < 0 ? `scale(${x}, ${y})` : '' };
}
const PROOF: Partial<Record<ViewMode, Proof>> = { printed: 'print', 'far-off': 'warn' };

/** What of the printer a way of looking shows, once its profile is read. */
function proofFor(viewMode: ViewMode): Proof | undefined {
  const proof = PROOF[viewMode];
  if (!proof || usePrinter.getState().inks) return proof;
  void readyPrinter();
  return undefined;
}

/** The ground as the printer prints it, once that is known; where it comes out far off, the grey that marks it. */
function printedGround(hex: string, proof: Proof): string {
  const found = usePrinter.getState().printed.get(hex);
  if (!found) {
    void askPrinted([hex]);
    return hex;
  }
  if (proof === 'warn') return found.distance > FAR_OFF ? MARKED : hex;
  return hexOfRgb(found.rgb);
}

/** What is to be on the cloth; `aside`: in colours that are not the document's own, drawn beside those that are. */
function wishOf(project: Project, view: { viewMode: ViewMode; ink: number | null }) {
  const ink = view.ink ?? 1;
  const single = view.viewMode === 'ink' && ink < project.inks.length;
  const proof = proofFor(view.viewMode);
  const { before } = useTrial.getState();
  const trial = before ? null : trialOf(project);
  const coloured = trial ? inColours(project, trial.colours) : onShow(project);
  const toShow = single ? oneInk(coloured, ink) : coloured;
  // A lesson that is a picture has art of its own.
  const otherArt = toShow.pictures !== project.pictures;
  return { toShow, aside: single || otherArt || trial !== null || proof !== undefined, proof };
}

function askSprites(project: Project, { toShow, aside, proof }: ReturnType<typeof wishOf>, scale: number) {
  wantSprites(project, scale);
  if (aside) wantSprites(toShow, scale, 'a', proof);
}

/** What half-shut eyes run together, mm of cloth. */
const BLUR_MM = 5;

/** Keeps a canvas painted with the cloth, in the frame in which something changed. */
export function usePainting(canvas: RefObject<HTMLCanvasElement | null>) {
  useEffect(() => {
    const painter = new Painter();
    const painters = { a: new Painter(), b: new Painter() };
    let frame = 0;
    let moving = false;
    /** Device px per mm of the last paint. */
    let scale = 0;
    /** All was drawn once: until then the last picture lies over the cloth. */
    let drawn = false;
    let now: { slot: 'sprites' | 'a'; ground: string; split?: SceneSplit } = { slot: 'sprites', ground: '' };
    let rest: ReturnType<typeof setTimeout> | undefined;

    const paintSides = (surface: HTMLCanvasElement, compare: Compare, dpr: number) => {
      const view = useView.getState();
      const { width } = surface;
      const cut = compare.way === 'side' ? Math.round(width / 2) : Math.round(width * compare.wipe);
      const quarter = Math.round(width / 4);
      const aside = compare.way === 'side' ? quarter : null;
      const regions: Record<'a' | 'b', Picture['region']> = {
        a: { x: 0, width: cut, from: aside ?? 0 },
        b: { x: cut, width: width - cut, from: aside ?? cut },
      };
      for (const side of ['a', 'b'] as const) {
        if (compare.way === 'blink' && compare.shows !== side) continue;
        const project = sideOf(compare[side]);
        if (!project) continue;
        const own = compare[side] === null;
        const screen = screenOf(project, view, dpr);
        const sprites = useSprites.getState();
        painters[side].paint(surface, {
          project,
          ground: groundOf(project),
          split: splitOf(project),
          sprites: own ? sprites.sprites : sprites[side],
          screen,
          held: null,
          ghosts: false,
          quick: moving,
          grain: useGrain.getState()[side]?.tile,
          region: compare.way === 'blink' ? undefined : regions[side],
        });
        if (moving) continue;
        wantSprites(project, screen.plan.scale.x, own ? 'sprites' : side);
        wantGrain(project, screen.plan.ppi, side);
      }
    };

    const paint = () => {
      frame = 0;
      const { project } = useBolt.getState();
      const view = useView.getState();
      const surface = canvas.current;
      if (!project || !surface || !view.viewport.width || !view.viewport.height) return;
      const dpr = devicePixelRatio;
      const width = Math.round(view.viewport.width * dpr);
      const height = Math.round(view.viewport.height * dpr);
      if (surface.width !== width || surface.height !== height) Object.assign(surface, { width, height });
      const { compare } = useSnapshots.getState();
      if (compare) {
        paintSides(surface, compare, dpr);
        return;
      }
      const screen = screenOf(project, view, dpr);
      const style = viewModeStyle(view.viewMode, screen.sx);
      if (surface.style.filter !== style.filter) surface.style.filter = style.filter;
      if (surface.style.transform !== style.transform) surface.style.transform = style.transform;
      const wish = wishOf(project, view);
      const { toShow, aside, proof } = wish;
      const isMap = view.viewMode === 'gaps' || view.viewMode === 'neighbours' ? view.viewMode : null;
      const { map } = useClothMap.getState();
      if (isMap && !view.held && !moving) wantClothMap(toShow, isMap);
      if (!moving) {
        scale = screen.plan.scale.x;
        askSprites(project, wish, scale);
        wantAhead(view.step === 'colour' ? { project, pxPerMm: scale } : null);
      }
      drawn ||= allDrawn(project);
      if (!drawn) return;
      const sprites = useSprites.getState();
      // Until the motifs are in the new colours all stays as it was: no frame shows two colourways.
      const slot = aside ? 'a' : 'sprites';
      if (sprites[slot].size && inTheseColours(toShow, slot, proof)) {
        now = proof
          ? { slot, ground: printedGround(groundOf(toShow), proof), split: printedSplit(toShow, proof) }
          : { slot, ground: groundOf(toShow), split: splitOf(toShow) };
      }
      painter.paint(surface, {
        project: toShow,
        ground: view.workGround && !proof ? WORK_GROUNDS[view.workGround] : now.ground || groundOf(toShow),
        split: view.workGround && !proof ? undefined : now.split,
        sprites: sprites[now.slot],
        flat: view.viewMode === 'silhouettes',
        map: isMap && map?.kind === isMap ? map.bitmap : undefined,
        screen,
        held: view.held,
        ghosts: view.ghosts,
        quick: moving,
        grain: useGrain.getState().now?.tile,
      });
      if (moving) return;
      const grained = wantGrain(project, screen.plan.ppi);
      if (view.held) return;
      // Said for those who look at the canvas from outside: nothing finer is on its way.
      const finest = allFine({ project: toShow, pxPerMm: scale, proof }, slot);
      surface.dataset.finest = grained && finest ? String(screen.plan.ppi) : '';
    };
    const ask = () => {
      frame ||= requestAnimationFrame(paint);
    };
    /** New colours are asked for before the frame that will want them. */
    const askEarly = () => {
      const { project } = useBolt.getState();
      if (project && scale && !moving && !useSnapshots.getState().compare) {
        askSprites(project, wishOf(project, useView.getState()), scale);
      }
      ask();
    };
    const stopRest = useView.subscribe((view, before) => {
      if (view.zoom === before.zoom && view.look === before.look) return;
      moving = true;
      clearTimeout(rest);
      rest = setTimeout(() => {
        moving = false;
        ask();
      }, REST_MS);
    });
    const stops = [
      useView,
      useSprites,
      useProposal,
      useSnapshots,
      useGrain,
      usePractice,
      useTwoStates,
      useClothMap,
      usePrinter,
    ].map((store) => store.subscribe(ask));
    stops.push(useBolt.subscribe(askEarly), useTrial.subscribe(askEarly));
    ask();
    return () => {
      stopRest();
      clearTimeout(rest);
      for (const stop of stops) stop();
      cancelAnimationFrame(frame);
    };
  }, [canvas]);
}
