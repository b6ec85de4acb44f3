'use client';

import { useEffect } from 'react';
import { type Placement, type Project, pxToMm, removePlacements, reorder, setPlacements } from '@/core';
import { edit, redo, undo, useBolt } from '@/state/bolt';
import { centreOn, fitCell, STEPS, useView, zoomAbout, zoomTo } from '@/state/view';
import { another } from './steps/lay/another';

/** The keys, as the help shows them. */
export const KEYS: [keys: string, what: string][] = [
  ['1 to 8', 'the steps, Brief to Log'],
  ['N, Shift N', 'the next motif on the cloth, the one before'],
  ['Arrows', 'nudge by 1 px of the print file; with Shift by 1 mm'],
  ['Arrows, nothing in hand', 'move the view'],
  ['T, Shift T', 'turn by 5 degrees, clockwise or back'],
  ['L, Shift L', 'larger or smaller by 2 %'],
  ['M', 'mirror'],
  ['A', 'another of the same'],
  ['O, Shift O', 'over or under the one next to it'],
  ['Delete', 'take off the cloth'],
  ['G', 'ghosts: tint the copies'],
  ['+, -', 'nearer, further'],
  ['0, 9', 'the whole cell; true size'],
  ['Esc', 'let go'],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
  ['?', 'this list'],
];

const change = (of: (p: Placement) => Partial<Placement>, merge: string) => {
  const { selected } = useView.getState();
  edit(
    (project) =>
      setPlacements(
        project,
        Object.fromEntries(
          project.placements.filter((p) => selected.includes(p.id)).map((p) => [p.id, of(p)]),
        ),
      ),
    merge,
  );
};

function stepThrough(project: Project, by: 1 | -1) {
  const { selected } = useView.getState();
  const n = project.placements.length;
  if (!n) return;
  const now = project.placements.findIndex((p) => p.id === selected[0]);
  const next = project.placements[now < 0 ? (by > 0 ? 0 : n - 1) : (now + by + n) % n];
  useView.setState({ selected: [next.id], copyShift: { x: 0, y: 0 } });
  centreOn(next);
}

/** One key pressed on the bench. True when it meant something. */
function press(e: KeyboardEvent, project: Project): boolean {
  const { selected, window } = useView.getState();
  const held = selected.length > 0;
  const step = e.shiftKey ? 1 : pxToMm(1, project.brief.ppi);
  const move = (dx: number, dy: number) =>
    change((p) => ({ x: p.x + dx * step, y: p.y + dy * step }), `nudge${selected}`);
  const middle = { x: window.width / 2, y: window.height / 2 };
  const scaled = (k: number) =>
    change((p) => ({ scale: Math.min(20, Math.max(0.02, p.scale * k)) }), `grow${selected}`);
  if (/^[1-8]$/.test(e.key)) {
    useView.setState({ step: STEPS[Number(e.key) - 1], trayOpen: true });
    return true;
  }
  switch (e.key) {
    case 'g':
    case 'G':
      useView.setState((s) => ({ ghosts: !s.ghosts }));
      return true;
    case 'n':
    case 'N':
      stepThrough(project, e.shiftKey ? -1 : 1);
      return true;
    case 'Escape':
      useView.setState({ selected: [], held: null, finding: null });
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
  }
  if (!held) {
    const dx = { ArrowLeft: -1, ArrowRight: 1 }[e.key] ?? 0;
    const dy = { ArrowUp: -1, ArrowDown: 1 }[e.key] ?? 0;
    if (!dx && !dy) return false;
    useView.setState(({ origin, zoom }) => ({
      origin: { x: origin.x + (dx * 60) / zoom, y: origin.y + (dy * 60) / zoom },
    }));
    return true;
  }
  switch (e.key) {
    case 'ArrowLeft':
      move(-1, 0);
      return true;
    case 'ArrowRight':
      move(1, 0);
      return true;
    case 'ArrowUp':
      move(0, -1);
      return true;
    case 'ArrowDown':
      move(0, 1);
      return true;
    case 't':
    case 'T':
      change((p) => ({ angle: p.angle + (e.shiftKey ? -5 : 5) }), `turn${selected}`);
      return true;
    case 'l':
    case 'L':
      scaled(e.shiftKey ? 1 / 1.02 : 1.02);
      return true;
    case 'm':
    case 'M':
      change((p) => ({ mirror: !p.mirror }), '');
      return true;
    case 'a':
    case 'A':
      another();
      return true;
    case 'o':
    case 'O':
      edit((p) => reorder(p, selected[0], e.shiftKey ? 'down' : 'up'));
      return true;
    case 'Delete':
    case 'Backspace':
      edit((p) => removePlacements(p, selected));
      useView.setState({ selected: [] });
      return true;
  }
  return false;
}

/** Keys that fields, lists and sliders need for themselves. */
const isTaken = (e: KeyboardEvent): boolean => {
  const t = e.target;
  if (!(t instanceof HTMLElement)) return false;
  if (t.closest('[role="dialog"], [role="listbox"], [role="menu"]')) return true;
  if (t.closest('[role="combobox"], [role="slider"], input[type="range"], button, a')) {
    return (
      /^(Arrow|Enter$| $|Page|Home$|End$)/.test(e.key) &&
      !(t.tagName === 'BUTTON' && e.key.startsWith('Arrow'))
    );
  }
  return t instanceof HTMLTextAreaElement || (t instanceof HTMLInputElement && t.type !== 'checkbox');
};

/** Keys of the bench; fields and dialogs keep theirs. */
export function useKeys(onHelp: () => void) {
  useEffect(() => {
    const listen = (e: KeyboardEvent) => {
      const { project } = useBolt.getState();
      if (!project || isTaken(e) || e.altKey) return;
      if (e.ctrlKey || e.metaKey) {
        const key = e.key.toLowerCase();
        if (key === 'z') (e.shiftKey ? redo : undo)();
        else if (key === 'y') redo();
        else return;
        e.preventDefault();
        return;
      }
      if (e.key === '?') onHelp();
      else if (!press(e, project)) return;
      e.preventDefault();
    };
    addEventListener('keydown', listen);
    return () => removeEventListener('keydown', listen);
  }, [onHelp]);
}
