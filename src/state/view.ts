import { create } from 'zustand';
import { cellOutline, type Point, type Project } from '../core';

export const STEPS = ['brief', 'motifs', 'lay', 'check', 'colour', 'scale', 'send', 'log'] as const;
export type Step = (typeof STEPS)[number];

/** What is held by the pointer: a change on the way, not yet in the document. */
export type Held = { ids: string[]; dx: number; dy: number; turn: number; grow: number };

type ViewState = {
  step: Step;
  trayOpen: boolean;
  /** mm of the cloth at the window's top left corner. */
  origin: Point;
  /** Screen px for one mm of cloth. */
  zoom: number;
  /** The window onto the cloth, px. */
  window: { width: number; height: number };
  selected: string[];
  /** From the placement to the copy that was grabbed, mm: where the handles show. */
  copyShift: Point;
  held: Held | null;
  ghosts: boolean;
  /** Index of the finding in focus. */
  finding: number | null;
  /** Index of the ink in focus in the Colour step. */
  ink: number | null;
  /** Screen px for one real mm, from the person's own ruler. */
  pxPerMm: number;
};

const MIN_ZOOM = 0.08;
const MAX_ZOOM = 60;

export const useView = create<ViewState>()(() => ({
  step: 'lay',
  trayOpen: true,
  origin: { x: -20, y: -20 },
  zoom: 1.4,
  window: { width: 800, height: 600 },
  selected: [],
  copyShift: { x: 0, y: 0 },
  held: null,
  ghosts: false,
  finding: null,
  ink: null,
  pxPerMm: 96 / 25.4,
}));

/** Zooms by a factor about a point of the window (px). */
export function zoomAbout(factor: number, at: Point) {
  useView.setState(({ zoom, origin }) => {
    const next = Math.min(MAX_ZOOM, Math.max(MIN_ZOOM, zoom * factor));
    return {
      zoom: next,
      origin: { x: origin.x + at.x / zoom - at.x / next, y: origin.y + at.y / zoom - at.y / next },
    };
  });
}

/** Zooms to a scale about the middle of the window. */
export function zoomTo(zoom: number) {
  const { window, zoom: now } = useView.getState();
  zoomAbout(zoom / now, { x: window.width / 2, y: window.height / 2 });
}

/** Brings a place of the cloth (mm) to the middle of the window. */
export function centreOn(at: Point, zoom = useView.getState().zoom) {
  useView.setState(({ window }) => ({
    zoom,
    origin: { x: at.x - window.width / 2 / zoom, y: at.y - window.height / 2 / zoom },
  }));
}

/** The whole cell in view with some cloth around it. */
export function fitCell({ brief, layout }: Pick<Project, 'brief' | 'layout'>) {
  const { window } = useView.getState();
  const corners = cellOutline(layout, { width: brief.widthMm, height: brief.heightMm });
  const mean = (c: 'x' | 'y') => corners.reduce((s, p) => s + p[c] / corners.length, 0);
  const zoom = Math.min(window.width / (brief.widthMm * 1.5), window.height / (brief.heightMm * 1.2));
  centreOn({ x: mean('x'), y: mean('y') }, Math.min(MAX_ZOOM, Math.max(MIN_ZOOM, zoom)));
}
