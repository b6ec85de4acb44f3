import {
  cellOf,
  cellOutline,
  EYE_KINDS,
  MM_PER_INCH,
  type Placement,
  type Point,
  type Project,
  repeatBlock,
  type SnapLine,
  type Symmetry,
} from '../../core';
import { sessionStore } from '../kernel';

export const STEPS = ['brief', 'motifs', 'lay', 'check', 'colour', 'scale', 'send', 'log'] as const;
export type Step = (typeof STEPS)[number];

/**
 * What is held by the pointer: a change on the way, not yet in the document. `from` is where each was taken, on
 * copies that lie near each other; turning and growing are about `about`, or each about its own middle.
 */
export type Held = {
  ids: string[];
  from: Record<string, Point>;
  about: Point | null;
  dx: number;
  dy: number;
  turn: number;
  grow: number;
  /** What it rests on just now. */
  lines: SnapLine[];
};

/** Which copy of the first of the selected was grabbed: its twin of a layout that alternates, and how far away, mm. */
export type Grabbed = { shift: Point; twin: boolean };
export const HOME: Grabbed = { shift: { x: 0, y: 0 }, twin: false };

/** The block framed alone, cut at a place of the cloth (mm). */
export const RECUTS = ['as-laid', 'across', 'down', 'both', 'diamond', 'by-hand'] as const;
export type Recut = { at: Point; how: (typeof RECUTS)[number] };

/** What a press on bare cloth does: moves the view, or draws a line round what is to be selected. */
export const HANDS = ['move', 'rectangle', 'lasso'] as const;
export type Hand = (typeof HANDS)[number];

/**
 * Ways to look at the cloth that show what a fresh eye would see; `ink`: only the ink in focus; as eyes see it that
 * tell fewer colours apart; as a printer would print it, and what would come out far off.
 */
export const VIEW_MODES = [
  'plain',
  'blurred',
  'grey',
  'flipped',
  'upside-down',
  'silhouettes',
  'gaps',
  'neighbours',
  'ink',
  ...EYE_KINDS,
  'printed',
  'far-off',
] as const;
export type ViewMode = (typeof VIEW_MODES)[number];

/** Grounds to work on while another is meant. */
export const WORK_GROUNDS = { light: '#f4f2ec', dark: '#2b2830' } as const;

/** The parts of the Lay tray. */
export type LayPart = 'place' | 'arrange' | 'cloth' | 'draw' | 'compare';

/** The parts of the Colour tray. */
export type ColourPart = 'inks' | 'ways' | 'wall' | 'proof';

/** The parts of the Scale tray. */
export type ScalePart = 'size' | 'print' | 'cut' | 'things';

/** How things come to rest: on what, and how near (screen px) is near enough. */
type Snapping = { points: boolean; others: boolean; grid: boolean; strengthPx: number };

type ViewState = {
  step: Step;
  trayOpen: boolean;
  /** mm of the cloth at the window's top left corner. */
  origin: Point;
  /** Screen px for one mm of cloth. */
  zoom: number;
  /** How many times its size the whole design is looked at; `origin` and `zoom` are of the cloth as it is looked at. */
  look: number;
  /** The window onto the cloth, px. */
  viewport: { width: number; height: number };
  selected: string[];
  grabbed: Grabbed;
  held: Held | null;
  hand: Hand;
  /** The line being drawn round things, mm of the cloth. */
  drawn: Point[] | null;
  snapping: Snapping;
  /** Several in hand are turned, sized and mirrored about their common middle. */
  together: boolean;
  /** New placements come in symmetric sets. */
  symmetry: Symmetry | null;
  recut: Recut | null;
  /** What the next press of a button would lay: its outlines are shown. */
  offered: Placement[];
  /** Only these are shown, or all. */
  only: string[] | null;
  /** A ground to look at the work on, that is no part of the colourway. */
  workGround: keyof typeof WORK_GROUNDS | null;
  /** The next press on the cloth reserves a place of this radius, mm. */
  reserving: number | null;
  /** The layouts are shown side by side; rough compositions are. */
  sideBySide: boolean;
  compositions: boolean;
  /** What of the Lay tray is open. */
  layPart: LayPart;
  /** What of the Colour tray is open. */
  colourPart: ColourPart;
  /** What of the Scale tray is open. */
  scalePart: ScalePart;
  /** The sizes are shown side by side, large. */
  ladder: boolean;
  /** The wall of colourways is up. */
  wall: boolean;
  ghosts: boolean;
  viewMode: ViewMode;
  /** Findings are pinned on the cloth. */
  pins: boolean;
  /** Index of the finding in focus. */
  finding: number | null;
  /** Index of the ink in focus in the Colour step. */
  ink: number | null;
  /** Screen px for one real mm, from the person's own ruler. */
  pxPerMm: number;
};

const MIN_ZOOM = 0.08;
const MAX_ZOOM = 60;

export const useView = sessionStore<ViewState>(() => ({
  step: 'lay',
  trayOpen: true,
  origin: { x: -20, y: -20 },
  zoom: 1.4,
  look: 1,
  viewport: { width: 0, height: 0 },
  selected: [],
  grabbed: HOME,
  held: null,
  hand: 'move',
  drawn: null,
  snapping: { points: true, others: true, grid: true, strengthPx: 6 },
  together: true,
  symmetry: null,
  recut: null,
  offered: [],
  only: null,
  workGround: null,
  reserving: null,
  sideBySide: false,
  compositions: false,
  layPart: 'place',
  colourPart: 'ways',
  scalePart: 'size',
  ladder: false,
  wall: false,
  ghosts: false,
  viewMode: 'plain',
  pins: true,
  finding: null,
  ink: null,
  pxPerMm: 96 / MM_PER_INCH,
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

/** Looks at the whole design so many times its size; the middle of the window stays where it is on the cloth. */
export function lookAt(look: number) {
  useView.setState(({ zoom, origin, viewport, look: now }) => {
    const place = (at: number, long: number) => ((at + long / 2 / zoom) * look) / now - long / 2 / zoom;
    return { look, origin: { x: place(origin.x, viewport.width), y: place(origin.y, viewport.height) } };
  });
}

/** The design was made the size that it was looked at: what is seen stays as it is. */
export const lookedIsMade = () => useView.setState({ look: 1 });

/** Zooms to a scale about the middle of the window. */
export function zoomTo(zoom: number) {
  const { viewport, zoom: now } = useView.getState();
  zoomAbout(zoom / now, { x: viewport.width / 2, y: viewport.height / 2 });
}

/** Brings a place of the cloth (mm) to the middle of the window. */
export function centreOn(at: Point, zoom = useView.getState().zoom) {
  useView.setState(({ viewport }) => ({
    zoom,
    origin: { x: at.x - viewport.width / 2 / zoom, y: at.y - viewport.height / 2 / zoom },
  }));
}

const middleOf = ({ brief, layout }: Pick<Project, 'brief' | 'layout'>): Point => {
  const corners = cellOutline(layout, cellOf({ brief }));
  const mean = (c: 'x' | 'y') => corners.reduce((s, p) => s + p[c] / corners.length, 0);
  return { x: mean('x'), y: mean('y') };
};

const inRange = (zoom: number) => Math.min(MAX_ZOOM, Math.max(MIN_ZOOM, zoom));

/** The scale at which `n` x `n` cells are in view; one cell with some cloth around it. */
export function fittedZoom({ brief }: Pick<Project, 'brief'>, n = 1): number {
  const { viewport } = useView.getState();
  const { widthMm, heightMm } = brief;
  const [mx, my] = n === 1 ? [1.5, 1.2] : [n, n];
  return inRange(Math.min(viewport.width / (widthMm * mx), viewport.height / (heightMm * my)));
}

/** Brings `n` x `n` cells into view. */
export const fitCell = (project: Pick<Project, 'brief' | 'layout'>, n = 1) =>
  centreOn(middleOf(project), fittedZoom(project, n));

/** The cell from edge to edge of the window. */
export function fitWidth(project: Pick<Project, 'brief' | 'layout'>) {
  const { viewport } = useView.getState();
  centreOn(middleOf(project), inRange(viewport.width / project.brief.widthMm));
}

/** How far the eyes are from the screen, m: what a reading distance is reckoned from. */
const EYES_M = 0.5;

/** The scale at which the cloth looks as large as it would from so far away, to eyes half a metre from the screen. */
export const zoomFrom = (metres: number): number => (useView.getState().pxPerMm * EYES_M) / metres;

/** Frames the block alone, cut as asked; the document is not changed. */
export function recutTo(project: Pick<Project, 'brief' | 'layout'>, how: Recut['how'] | null) {
  if (!how) {
    useView.setState({ recut: null });
    return;
  }
  const cell = cellOf(project);
  const block = repeatBlock(project.layout, cell);
  const before = useView.getState().recut;
  const at = {
    'as-laid': { x: 0, y: 0 },
    across: { x: block.width / 2, y: 0 },
    down: { x: 0, y: block.height / 2 },
    both: { x: block.width / 2, y: block.height / 2 },
    diamond: { x: 0, y: 0 },
    'by-hand': before?.at ?? { x: 0, y: 0 },
  }[how];
  useView.setState({ recut: { at, how }, selected: [] });
  const { viewport } = useView.getState();
  const zoom = inRange(
    Math.min(viewport.width / (block.width * 1.12), viewport.height / (block.height * 1.12)),
  );
  centreOn({ x: at.x + block.width / 2, y: at.y + block.height / 2 }, zoom);
}

/** How a way of looking turns the picture over: across, down. */
export const viewModeSign = (viewMode: ViewMode): Point => ({
  x: viewMode === 'flipped' || viewMode === 'upside-down' ? -1 : 1,
  y: viewMode === 'upside-down' ? -1 : 1,
});
