import {
  groupPlacements,
  nth as nthOf,
  type PlacementChange,
  type Project,
  placementsWith,
  pxToMm,
  removePlacements,
  reorder,
  setPlacements,
  showColourway,
} from '@/core';
import { edit, redo, takeSnapshot, undo } from '@/session/bolt';
import {
  fillPatchNow,
  keepProposal,
  keepTrial,
  showFinding,
  sortFindings,
  turnToBefore,
  useChecks,
  useProposal,
  useTrial,
} from '@/session/check';
import {
  centreOn,
  changeSelected,
  fitCell,
  fitWidth,
  HANDS,
  inSight,
  mirrorSelected,
  RECUTS,
  recutTo,
  STEPS,
  select,
  useView,
  VIEW_MODES,
  zoomAbout,
  zoomTo,
} from '@/session/cloth';
import { session } from '@/session/kernel';
import { another, letAllGo } from '@/session/lay';

/** What a command is given: the document, which of its keys was pressed, and what the editor itself can do. */
type Given = { project: Project; nth: number; help: () => void; tell: (text: string) => void };

/** Something that can be done by a key. Where two have one key, the first that has something to do does it. */
export type Command = {
  id: string;
  /** What it does, as the list of keys says it; with two keys, what each does. */
  label: string;
  /** Keys as pressed: "Shift+N", "Ctrl+Z". */
  keys: string[];
  /** How the keys are shown, where that is not as they are. */
  shown?: string;
  /** False: there was nothing to do. Left out: the browser does it, or the pointer. */
  act?: (given: Given) => unknown;
};

const ARROWS = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'];
const WAYS = [
  { dx: -1, dy: 0 },
  { dx: 1, dy: 0 },
  { dx: 0, dy: -1 },
  { dx: 0, dy: 1 },
];
const withShift = (keys: string[]) => [...keys, ...keys.map((k) => `Shift+${k}`)];

/** A command on what is in hand: nothing to do when nothing is. */
const inHand =
  (act: (selected: string[], given: Given) => void) =>
  (given: Given): boolean => {
    const { selected } = useView.getState();
    if (!selected.length) return false;
    act(selected, given);
    return true;
  };

const setAll = (ids: string[], change: PlacementChange) =>
  edit(session(), setPlacements(Object.fromEntries(ids.map((id) => [id, change]))));

/** The member of a list after one, or before it, round and round. */
const along = <T>(list: readonly T[], now: T | undefined, by: number): T => {
  const at = now === undefined ? -1 : list.indexOf(now);
  return nthOf(list, at < 0 ? (by > 0 ? 0 : list.length - 1) : (at + by + list.length) % list.length);
};
/** The way that a row of arrows goes by its number. */
const wayAt = (n: number) => nthOf(WAYS, n % WAYS.length);

/** The second key of a pair goes back. */
const wayOf = ({ nth }: Given) => (nth ? -1 : 1);

const middleOfView = () => {
  const { width, height } = useView.getState().viewport;
  return { x: width / 2, y: height / 2 };
};

/** Everything that a key does, in the order in which the help shows it. */
export const COMMANDS: Command[] = [
  {
    id: 'step',
    label: 'the steps, Brief to Log',
    keys: STEPS.map((_, n) => `${n + 1}`),
    shown: '1 to 8',
    act: ({ nth }) => useView.setState({ step: STEPS[nth], trayOpen: true }),
  },
  {
    id: 'next-motif',
    label: 'the next motif on the cloth, the one before',
    keys: ['N', 'Shift+N'],
    act(given) {
      const seen = inSight(given.project);
      if (!seen.length) return;
      const [now] = useView.getState().selected;
      const next = along(
        seen,
        seen.find((p) => p.id === now),
        wayOf(given),
      );
      select([next.id]);
      centreOn(next);
    },
  },
  {
    id: 'select-all',
    label: 'all on the cloth',
    keys: ['Ctrl+A'],
    act: ({ project }) => select(inSight(project).map((p) => p.id)),
  },
  {
    id: 'select-like',
    label: 'all of the same motif',
    keys: ['I'],
    act: inHand((selected, { project }) => {
      const motifs = new Set(placementsWith(project, selected).map((p) => p.motif));
      select(project.placements.filter((p) => motifs.has(p.motif)).map((p) => p.id));
    }),
  },
  {
    id: 'nudge',
    label: 'nudge by 1 px of the print file; with Shift by 1 mm',
    keys: withShift(ARROWS),
    shown: 'Arrows',
    act: inHand((selected, { project, nth }) => {
      const step = nth < 4 ? pxToMm(1, project.brief.ppi) : 1;
      const { dx, dy } = wayAt(nth);
      changeSelected({ dx: dx * step, dy: dy * step }, `nudge${selected}`);
    }),
  },
  {
    id: 'move-view',
    label: 'move the view, or the cut of a framed block',
    keys: ARROWS,
    shown: 'Arrows, nothing in hand',
    act({ nth }) {
      useView.setState(({ origin, zoom, recut }) => {
        const { dx, dy } = wayAt(nth);
        const by = { x: (dx * 60) / zoom, y: (dy * 60) / zoom };
        const at = recut && { x: recut.at.x + by.x, y: recut.at.y + by.y };
        return {
          origin: { x: origin.x + by.x, y: origin.y + by.y },
          ...(recut && at ? { recut: { how: recut.how === 'diamond' ? recut.how : 'by-hand', at } } : {}),
        };
      });
    },
  },
  {
    id: 'turn',
    label: 'turn by 5 degrees, clockwise or back',
    keys: ['T', 'Shift+T'],
    act: inHand((selected, given) => changeSelected({ turn: 5 * wayOf(given) }, `turn${selected}`)),
  },
  {
    id: 'size',
    label: 'larger or smaller by 2 %',
    keys: ['L', 'Shift+L'],
    act: inHand((selected, given) => changeSelected({ grow: 1.02 ** wayOf(given) }, `grow${selected}`)),
  },
  { id: 'mirror', label: 'mirror', keys: ['M'], act: inHand(() => mirrorSelected()) },
  { id: 'another', label: 'another of the same', keys: ['A'], act: inHand(() => another()) },
  {
    id: 'order',
    label: 'over or under the one next to it',
    keys: ['O', 'Shift+O'],
    act: inHand((selected, { nth }) => void edit(session(), reorder(selected, nth ? 'down' : 'up'))),
  },
  {
    id: 'group',
    label: 'join as one group; let the group go',
    keys: ['J', 'Shift+J'],
    act: inHand(
      (selected, { nth }) =>
        void edit(session(), groupPlacements(selected, nth ? undefined : crypto.randomUUID())),
    ),
  },
  {
    id: 'lock',
    label: 'lock or unlock',
    keys: ['K'],
    act: inHand((selected, { project }) => {
      const locked = placementsWith(project, selected).every((p) => p.locked);
      setAll(selected, { locked: locked ? undefined : true });
    }),
  },
  {
    id: 'hide',
    label: 'hide',
    keys: ['H'],
    act: inHand((selected) => {
      setAll(selected, { hidden: true });
      select([]);
    }),
  },
  {
    id: 'show-hidden',
    label: 'show all that is hidden',
    keys: ['Shift+H'],
    act({ project }) {
      const hidden = project.placements.filter((p) => p.hidden).map((p) => p.id);
      return hidden.length > 0 && setAll(hidden, { hidden: undefined });
    },
  },
  {
    id: 'copy',
    label: 'copy, and paste into this bolt or another',
    keys: ['Ctrl+C', 'Ctrl+V'],
  },
  {
    id: 'take-off',
    label: 'take off the cloth',
    keys: ['Delete', 'Backspace'],
    shown: 'Delete',
    act: inHand((selected, { project }) => {
      edit(session(), removePlacements(selected));
      const locked = placementsWith(project, selected).filter((p) => p.locked);
      select(locked.map((p) => p.id));
    }),
  },
  {
    id: 'hand',
    label: 'draw round things: move, rectangle, lasso',
    keys: ['E'],
    act: () => useView.setState((s) => ({ hand: along(HANDS, s.hand, 1) })),
  },
  { id: 'fill', label: 'fill the bare patch', keys: ['F'], act: ({ project }) => fillPatchNow(project) },
  {
    id: 'keep',
    label: 'keep what is proposed',
    keys: ['Enter'],
    act() {
      if (useProposal.getState().proposal) keepProposal();
      else if (useTrial.getState().trial) keepTrial('new');
      else return false;
    },
  },
  { id: 'before', label: 'before and after', keys: ['B'], act: () => turnToBefore() },
  {
    id: 'snapshot',
    label: 'keep this state as a snapshot',
    keys: ['S'],
    act({ tell }) {
      void takeSnapshot(session()).then(
        (kept) => kept && tell(`Kept as ${kept.name}. B shows before and after.`),
      );
    },
  },
  {
    id: 'layouts',
    label: 'layouts side by side',
    keys: ['D'],
    act: () => useView.setState((s) => ({ sideBySide: !s.sideBySide })),
  },
  {
    id: 'colourway',
    label: 'the next colourway, the one before',
    keys: ['C', 'Shift+C'],
    act(given) {
      const { colourways, shown } = given.project;
      const next = along(
        colourways,
        colourways.find((c) => c.id === shown),
        wayOf(given),
      );
      return edit(session(), showColourway(next.id));
    },
  },
  {
    id: 'wall',
    label: 'all colourways on the wall',
    keys: ['Y'],
    act: () => useView.setState((s) => ({ wall: !s.wall })),
  },
  {
    id: 'tint',
    label: 'tint the copies',
    keys: ['G'],
    act: () => useView.setState((s) => ({ ghosts: !s.ghosts })),
  },
  {
    id: 'eye',
    label: 'the next way of looking, the one before: blurred, grey, flipped ...',
    keys: ['V', 'Shift+V'],
    act: (given) => useView.setState((s) => ({ viewMode: along(VIEW_MODES, s.viewMode, wayOf(given)) })),
  },
  {
    id: 'pins',
    label: 'pins on the cloth, or none',
    keys: ['P'],
    act: () => useView.setState((s) => ({ pins: !s.pins })),
  },
  {
    id: 'finding',
    label: 'the next finding, the one before',
    keys: ['X', 'Shift+X'],
    act(given) {
      const { warnings, notes } = sortFindings(given.project, useChecks.getState().report);
      const all = [...warnings, ...notes].map((x) => x.n);
      if (!all.length) return false;
      useView.setState({ step: 'check' });
      showFinding(given.project, along(all, useView.getState().finding ?? undefined, wayOf(given)));
    },
  },
  {
    id: 'recut',
    label: 'slide by half: the block framed and cut elsewhere; out of it',
    keys: ['R', 'Shift+R'],
    act({ project, nth }) {
      const { recut } = useView.getState();
      const next = recut ? (RECUTS[(RECUTS.indexOf(recut.how) + 1) % 5] ?? 'both') : 'both';
      recutTo(project, nth ? null : next);
    },
  },
  {
    id: 'zoom',
    label: 'nearer, further',
    keys: ['+', '-', '='],
    shown: '+, -',
    act: ({ nth }) => zoomAbout(nth === 1 ? 0.8 : 1.25, middleOfView()),
  },
  { id: 'fit', label: 'the whole cell', keys: ['0'], act: ({ project }) => fitCell(project) },
  { id: 'true-size', label: 'true size', keys: ['9'], act: () => zoomTo(useView.getState().pxPerMm) },
  {
    id: 'fit-width',
    label: 'the cell from edge to edge',
    keys: ['W'],
    act: ({ project }) => fitWidth(project),
  },
  { id: 'no-snap', label: 'no snapping', keys: [], shown: 'Ctrl, while dragging' },
  { id: 'let-go', label: 'let go; show all again', keys: ['Escape'], shown: 'Esc', act: () => letAllGo() },
  { id: 'undo', label: 'undo', keys: ['Ctrl+Z'], act: () => undo() },
  { id: 'redo', label: 'redo', keys: ['Ctrl+Y', 'Ctrl+Shift+Z'], shown: 'Ctrl Y', act: () => redo() },
  { id: 'help', label: 'this list', keys: ['?'], act: ({ help }) => help() },
];

/** How the keys of a command are shown: "N, Shift N". */
export const keysText = ({ keys, shown }: Command): string =>
  shown ?? keys.map((k) => k.replace(/\+(?=.)/g, ' ')).join(', ');

/** A tooltip that ends in the key of a command: "Before and after (B)". */
export function withKey(text: string, id: string): string {
  const [key] = COMMANDS.find((c) => c.id === id)?.keys ?? [];
  return key ? `${text} (${key})` : text;
}

/** A key as it was pressed, as the list has it: letters without regard to capitals, Shift told by itself. */
export function pressed(e: Pick<KeyboardEvent, 'key' | 'shiftKey' | 'ctrlKey' | 'metaKey'>): string {
  const letter = /^[a-z]$/i.test(e.key);
  const named = e.key.length > 1;
  const key = letter ? e.key.toUpperCase() : e.key;
  // What Shift does to a sign is in the sign already.
  const shift = e.shiftKey && (letter || named) ? 'Shift+' : '';
  return `${e.ctrlKey || e.metaKey ? 'Ctrl+' : ''}${shift}${key}`;
}

/** Does what a key stands for; false when it means nothing just now. */
export function press(key: string, given: Omit<Given, 'nth'>): boolean {
  return COMMANDS.some(({ keys, act }) => {
    const nth = keys.indexOf(key);
    return nth >= 0 && act !== undefined && act({ ...given, nth }) !== false;
  });
}
