'use client';

import { useSnackbar } from 'notistack';
import { useEffect } from 'react';
import {
  groupPlacements,
  type PlacementChange,
  type Project,
  pxToMm,
  removePlacements,
  reorder,
  setPlacements,
  showColourway,
  textOf,
} from '@/core';
import { turnToBefore } from '@/session/before';
import { edit, redo, undo, useBolt } from '@/session/bolt';
import { sortFindings, useChecks } from '@/session/checks';
import { copySelected, paste } from '@/session/clipboard';
import { changeSelected, inSight, mirrorSelected, select } from '@/session/hold';
import { fillPatchNow, keepProposal, useProposal } from '@/session/proposal';
import { showFinding } from '@/session/show-finding';
import { takeSnapshot } from '@/session/snapshots';
import { keepTrial, useTrial } from '@/session/trial';
import {
  centreOn,
  EYES,
  fitCell,
  fitWidth,
  HANDS,
  RECUTS,
  recutTo,
  STEPS,
  useView,
  zoomAbout,
  zoomTo,
} from '@/session/view';
import { letAllGo } from './cloth/use-grab';
import { another } from './steps/lay/another';

/** The keys, as the help shows them. */
export const KEYS: [keys: string, what: string][] = [
  ['1 to 8', 'the steps, Brief to Log'],
  ['N, Shift N', 'the next motif on the cloth, the one before'],
  ['Ctrl A, I', 'all on the cloth; all of the same motif'],
  ['Arrows', 'nudge by 1 px of the print file; with Shift by 1 mm'],
  ['Arrows, nothing in hand', 'move the view, or the cut of a framed block'],
  ['T, Shift T', 'turn by 5 degrees, clockwise or back'],
  ['L, Shift L', 'larger or smaller by 2 %'],
  ['M', 'mirror'],
  ['A', 'another of the same'],
  ['O, Shift O', 'over or under the one next to it'],
  ['J, Shift J', 'join as one group; let the group go'],
  ['K, H, Shift H', 'lock or unlock; hide; show all that is hidden'],
  ['Ctrl C, Ctrl V', 'copy, and paste into this bolt or another'],
  ['Delete', 'take off the cloth'],
  ['E', 'draw round things: move, rectangle, lasso'],
  ['F', 'fill the bare patch'],
  ['Enter', 'keep what is proposed'],
  ['B', 'before and after'],
  ['S', 'keep this state as a snapshot'],
  ['D', 'layouts side by side'],
  ['C, Shift C', 'the next colourway, the one before'],
  ['Y', 'all colourways on the wall'],
  ['G', 'ghosts: tint the copies'],
  ['V, Shift V', 'the next way of looking, the one before: blurred, grey, flipped ...'],
  ['P', 'pins on the cloth, or none'],
  ['X, Shift X', 'the next finding, the one before'],
  ['R, Shift R', 'recut: the block framed and cut elsewhere; out of it'],
  ['+, -', 'nearer, further'],
  ['0, 9, W', 'the whole cell; true size; the cell from edge to edge'],
  ['Ctrl, while dragging', 'no snapping'],
  ['Esc', 'let go; show all again'],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
  ['?', 'this list'],
];

function stepThrough(project: Project, by: 1 | -1) {
  const { selected } = useView.getState();
  const seen = inSight(project);
  const n = seen.length;
  if (!n) return;
  const now = seen.findIndex((p) => p.id === selected[0]);
  const next = seen[now < 0 ? (by > 0 ? 0 : n - 1) : (now + by + n) % n];
  select([next.id]);
  centreOn(next);
}

/** Shows the next of what is to be looked at, or the one before; false when there is none. */
function nextFinding(project: Project, by: 1 | -1): boolean {
  const { looks, notes } = sortFindings(project, useChecks.getState().report);
  const all = [...looks, ...notes].map((x) => x.n);
  if (!all.length) return false;
  const now = all.indexOf(useView.getState().finding ?? -1);
  const next = all[now < 0 ? (by > 0 ? 0 : all.length - 1) : (now + by + all.length) % all.length];
  useView.setState({ step: 'check' });
  showFinding(project, next);
  return true;
}

/** Shows the next colourway, or the one before. */
function nextWay(project: Project, by: 1 | -1): boolean {
  const { colourways, shown } = project;
  const at = colourways.findIndex((c) => c.id === shown);
  const next = colourways[(at + by + colourways.length) % colourways.length];
  return edit(showColourway(next.id));
}

/** Keys that work on what is in hand. */
function pressWithHand(e: KeyboardEvent, project: Project): boolean {
  const { selected } = useView.getState();
  const step = e.shiftKey ? 1 : pxToMm(1, project.brief.ppi);
  const merge = (what: string) => `${what}${selected}`;
  const held = project.placements.filter((p) => selected.includes(p.id));
  const all = (change: PlacementChange) =>
    edit(setPlacements(Object.fromEntries(selected.map((id) => [id, change]))));
  switch (e.key) {
    case 'ArrowLeft':
      changeSelected({ dx: -step }, merge('nudge'));
      return true;
    case 'ArrowRight':
      changeSelected({ dx: step }, merge('nudge'));
      return true;
    case 'ArrowUp':
      changeSelected({ dy: -step }, merge('nudge'));
      return true;
    case 'ArrowDown':
      changeSelected({ dy: step }, merge('nudge'));
      return true;
    case 't':
    case 'T':
      changeSelected({ turn: e.shiftKey ? -5 : 5 }, merge('turn'));
      return true;
    case 'l':
    case 'L':
      changeSelected({ grow: e.shiftKey ? 1 / 1.02 : 1.02 }, merge('grow'));
      return true;
    case 'm':
    case 'M':
      mirrorSelected();
      return true;
    case 'a':
    case 'A':
      another();
      return true;
    case 'o':
    case 'O':
      edit(reorder(selected, e.shiftKey ? 'down' : 'up'));
      return true;
    case 'j':
    case 'J':
      edit(groupPlacements(selected, e.shiftKey ? undefined : crypto.randomUUID()));
      return true;
    case 'k':
    case 'K':
      all({ locked: held.every((p) => p.locked) ? undefined : true });
      return true;
    case 'h':
      all({ hidden: true });
      select([]);
      return true;
    case 'i':
    case 'I':
      select(project.placements.filter((p) => held.some((q) => q.motif === p.motif)).map((p) => p.id));
      return true;
    case 'Delete':
    case 'Backspace':
      edit(removePlacements(selected));
      select(held.filter((p) => p.locked).map((p) => p.id));
      return true;
  }
  return false;
}

/** Moves the view, or with a block framed, its cut. */
function moveView(e: KeyboardEvent): boolean {
  const dx = { ArrowLeft: -1, ArrowRight: 1 }[e.key] ?? 0;
  const dy = { ArrowUp: -1, ArrowDown: 1 }[e.key] ?? 0;
  if (!dx && !dy) return false;
  useView.setState(({ origin, zoom, recut }) => {
    const by = { x: (dx * 60) / zoom, y: (dy * 60) / zoom };
    const at = recut && { x: recut.at.x + by.x, y: recut.at.y + by.y };
    return {
      origin: { x: origin.x + by.x, y: origin.y + by.y },
      ...(recut && at ? { recut: { how: recut.how === 'diamond' ? recut.how : 'by-hand', at } } : {}),
    };
  });
  return true;
}

/** One key pressed on the bench. True when it meant something. */
function press(e: KeyboardEvent, project: Project): boolean {
  const { selected, window, recut } = useView.getState();
  const middle = { x: window.width / 2, y: window.height / 2 };
  const { proposal } = useProposal.getState();
  if (/^[1-8]$/.test(e.key)) {
    useView.setState({ step: STEPS[Number(e.key) - 1], trayOpen: true });
    return true;
  }
  switch (e.key) {
    case 'g':
    case 'G':
      useView.setState((s) => ({ ghosts: !s.ghosts }));
      return true;
    case 'v':
    case 'V':
      useView.setState((s) => ({
        eye: EYES[(EYES.indexOf(s.eye) + (e.shiftKey ? EYES.length - 1 : 1)) % EYES.length],
      }));
      return true;
    case 'p':
    case 'P':
      useView.setState((s) => ({ pins: !s.pins }));
      return true;
    case 'x':
    case 'X':
      return nextFinding(project, e.shiftKey ? -1 : 1);
    case 'n':
    case 'N':
      stepThrough(project, e.shiftKey ? -1 : 1);
      return true;
    case 'e':
    case 'E':
      useView.setState((s) => ({ hand: HANDS[(HANDS.indexOf(s.hand) + 1) % HANDS.length] }));
      return true;
    case 'f':
    case 'F':
      return fillPatchNow(project);
    case 'Enter':
      if (proposal) keepProposal();
      else if (useTrial.getState().trial) keepTrial('new');
      else return false;
      return true;
    case 'b':
    case 'B':
      return turnToBefore();
    case 'c':
    case 'C':
      return nextWay(project, e.shiftKey ? -1 : 1);
    case 'd':
    case 'D':
      useView.setState((s) => ({ sideBySide: !s.sideBySide }));
      return true;
    case 'y':
    case 'Y':
      useView.setState((s) => ({ wall: !s.wall }));
      return true;
    case 'r':
      recutTo(project, recut ? RECUTS[(RECUTS.indexOf(recut.how) + 1) % 5] : 'both');
      return true;
    case 'R':
      recutTo(project, null);
      return true;
    case 'H': {
      const hidden = project.placements.filter((p) => p.hidden);
      if (!hidden.length) return false;
      edit(setPlacements(Object.fromEntries(hidden.map((q) => [q.id, { hidden: undefined }]))));
      return true;
    }
    case 'Escape':
      letAllGo();
      return true;
    case '+':
    case '=':
      zoomAbout(1.25, middle);
      return true;
    case '-':
      zoomAbout(0.8, middle);
      return true;
    case '0':
      fitCell(project);
      return true;
    case '9':
      zoomTo(useView.getState().pxPerMm);
      return true;
    case 'w':
    case 'W':
      fitWidth(project);
      return true;
  }
  return selected.length ? pressWithHand(e, project) : moveView(e);
}

/** Keys that fields, lists and sliders need for themselves. */
const isTaken = (e: Event): boolean => {
  const t = e.target;
  const key = e instanceof KeyboardEvent ? e.key : '';
  if (!(t instanceof HTMLElement)) return false;
  if (t.closest('[role="dialog"], [role="listbox"], [role="menu"]')) return true;
  if (t.closest('[role="combobox"], [role="slider"], input[type="range"], button, a')) {
    return (
      /^(Arrow|Enter$| $|Page|Home$|End$)/.test(key) && !(t.tagName === 'BUTTON' && key.startsWith('Arrow'))
    );
  }
  return t instanceof HTMLTextAreaElement || (t instanceof HTMLInputElement && t.type !== 'checkbox');
};

/**
 * Enter keeps what is proposed wherever the last press was: on a button too, but not on one of the proposal's own, in a
 * field or in a dialog.
 */
const keepsWhatIsProposed = (e: KeyboardEvent): boolean => {
  const t = e.target;
  if (e.key !== 'Enter' || !(t instanceof HTMLElement)) return false;
  if (!useProposal.getState().proposal && !useTrial.getState().trial) return false;
  if (t.closest('[role="dialog"], [role="listbox"], [role="menu"], [role="region"], [role="combobox"]'))
    return false;
  return !!t.closest('button, a, [role="slider"], input[type="range"], input[type="checkbox"]');
};

/** Keys of the bench; fields and dialogs keep theirs. */
export function useKeys(onHelp: () => void) {
  const { enqueueSnackbar } = useSnackbar();
  useEffect(() => {
    const listen = (e: KeyboardEvent) => {
      const { project } = useBolt.getState();
      if (!project || e.altKey) return;
      if (isTaken(e) && !keepsWhatIsProposed(e)) return;
      if (e.ctrlKey || e.metaKey) {
        const key = e.key.toLowerCase();
        if (key === 'z') (e.shiftKey ? redo : undo)();
        else if (key === 'y') redo();
        else if (key === 'a') select(inSight(project).map((p) => p.id));
        else return;
        e.preventDefault();
        return;
      }
      if (e.key === '?') onHelp();
      else if (e.key === 's' || e.key === 'S') {
        void takeSnapshot().then(
          (kept) => kept && enqueueSnackbar(`Kept as ${kept.name}. B shows before and after.`),
        );
      } else if (!press(e, project)) return;
      e.preventDefault();
    };
    const copy = (e: ClipboardEvent) => {
      const text = !isTaken(e) && !getSelection()?.toString() && copySelected();
      if (!text || !e.clipboardData) return;
      e.clipboardData.setData('text/plain', text);
      e.preventDefault();
      enqueueSnackbar('Copied. Paste lays it in this bolt or another.');
    };
    const pasted = (e: ClipboardEvent) => {
      const text = e.clipboardData?.getData('text/plain');
      if (!text || isTaken(e) || !useBolt.getState().project) return;
      e.preventDefault();
      paste(text).then(
        (n) => n && enqueueSnackbar(`${n} laid from what was copied.`),
        (error) => enqueueSnackbar(textOf(error), { variant: 'warning' }),
      );
    };
    addEventListener('keydown', listen);
    addEventListener('copy', copy);
    addEventListener('paste', pasted);
    return () => {
      removeEventListener('keydown', listen);
      removeEventListener('copy', copy);
      removeEventListener('paste', pasted);
    };
  }, [onHelp, enqueueSnackbar]);
}
