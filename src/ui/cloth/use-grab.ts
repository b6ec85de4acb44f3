'use client';

import { useSnackbar } from 'notistack';
import { type PointerEvent, useRef } from 'react';
import {
  boxSilhouette,
  cellOf,
  hitTest,
  imagesOf,
  type Point,
  type Project,
  placementsWithin,
  pxToMm,
  setReserves,
  twinOf,
} from '@/core';
import { edit, useBolt, useSnapshots } from '@/session/bolt';
import {
  forgetForecast,
  letGoInto,
  putPin,
  usePractice,
  useProposal,
  useTwoStates,
  wantForecast,
} from '@/session/check';
import {
  beginHold,
  commitHold,
  grabbedSign,
  type Held,
  inSight,
  select,
  snapped,
  useSprites,
  useView,
  viewModeSign,
  zoomAbout,
} from '@/session/cloth';
import { useSession } from '@/session/kernel';
import { drawnShape } from './drawn-shape';
import { insideRecut } from './guides';
import { type Screen, screenOf, toCloth } from './screen';

/** A press that moves less than this many px is a selection. */
const STILL_PX = 3;
/** Points of a drawn line are at least so far apart, px. */
const DRAWN_PX = 4;

const screenNow = (project: Project): Screen => screenOf(project, useView.getState(), devicePixelRatio);

type Hit = NonNullable<ReturnType<typeof hitTest>>;

/** Puts ids in hand by the copy that was pressed. */
function takeHit(project: Project, hit: Hit, ids: string[]) {
  const p = project.placements.find((q) => q.id === hit.id);
  if (!p) return;
  const [own = p, twin] = imagesOf(p, twinOf(project.layout, cellOf(project)));
  const image = hit.twin && twin ? twin : own;
  select(ids, { shift: { x: hit.x - image.x, y: hit.y - image.y }, twin: hit.twin });
}

type Press = {
  at: Point;
  origin: Point;
  recut: Point | null;
  moved: boolean;
  /** What is done with it: something is held, a line is drawn, or the view moves. */
  does: 'hold' | 'draw' | 'view' | 'nothing';
  /** How it was taken, before any move. */
  held: Held | null;
  hit: Hit | null;
  /** What was pressed was in hand already, with others. */
  among: boolean;
};

/** Pointer work on the cloth: grab any copy by its silhouette, draw round several, or move the view. */
export function useGrab() {
  const bolt = useSession();
  const press = useRef<Press | null>(null);
  /** Fingers on the cloth, for pinching. */
  const fingers = useRef(new Map<number, Point>());
  const { enqueueSnackbar } = useSnackbar();

  const local = (e: PointerEvent): Point => {
    const box = e.currentTarget.getBoundingClientRect();
    return { x: e.clientX - box.left, y: e.clientY - box.top };
  };

  const hitAt = (project: Project, screen: Screen, at: Point) => {
    const silhouettes = new Map([...useSprites.getState().sprites].map(([id, s]) => [id, s.silhouette]));
    // Art that is still being drawn can be grabbed by its box.
    for (const { id, width, height, ppi } of project.motifs)
      if (!silhouettes.has(id))
        silhouettes.set(id, boxSilhouette({ width: pxToMm(width, ppi), height: pxToMm(height, ppi) }));
    return hitTest(
      inSight(project),
      silhouettes,
      project.layout,
      cellOf(project),
      toCloth(screen, at),
      4 / screen.sx,
    );
  };

  const onPointerDown = (e: PointerEvent<HTMLElement>) => {
    // What is typed in a field is taken for what is in hand, before anything else is.
    const { activeElement } = document;
    if (activeElement instanceof HTMLInputElement) activeElement.blur();
    const { project } = useBolt.getState();
    if (!project || (e.button !== 0 && e.button !== 1)) return;
    e.currentTarget.setPointerCapture(e.pointerId);
    const at = local(e);
    fingers.current.set(e.pointerId, at);
    if (fingers.current.size > 1) {
      // A second finger: pinch instead of what the first one began.
      press.current = null;
      useView.setState({ held: null, drawn: null });
      return;
    }
    const view = useView.getState();
    const screen = screenNow(project);
    const practising = usePractice.getState().lesson !== null || useTwoStates.getState().pair !== null;
    const turned = viewModeSign(view.viewMode).x < 0;
    const looking =
      !!useSnapshots.getState().compare || !!useProposal.getState().proposal || practising || turned;
    if (view.reserving !== null && e.button === 0 && !looking) {
      const { x, y } = toCloth(screen, at);
      const place = { id: crypto.randomUUID(), x, y, r: view.reserving };
      edit(bolt, (p) => setReserves([...p.reserves, place]));
      useView.setState({ reserving: null });
      return;
    }
    const covered = view.recut !== null && !insideRecut(project, view.recut, toCloth(screen, at));
    const hit = e.button === 0 && !looking && !covered ? hitAt(project, screen, at) : null;
    const drawing = e.button === 0 && !looking && view.hand !== 'move';
    const { selected } = view;
    const among = !!hit && selected.includes(hit.id);
    const others = selected.filter((id) => id !== hit?.id);
    if (hit && !drawing) {
      takeHit(
        project,
        hit,
        e.shiftKey && among ? others : e.shiftKey || among ? [hit.id, ...others] : [hit.id],
      );
    }
    const held = hit && !drawing && !e.shiftKey ? beginHold() : null;
    if (hit && !drawing && !e.shiftKey && !held) {
      enqueueSnackbar('This one is locked. K unlocks it.', { key: 'locked', preventDuplicate: true });
    }
    press.current = {
      at,
      origin: view.origin,
      recut: view.recut?.at ?? null,
      moved: false,
      does: held ? 'hold' : drawing ? 'draw' : hit ? 'nothing' : 'view',
      held,
      hit,
      among: among && others.length > 0,
    };
    // The layers under and over it are made ready while the hand is still.
    if (held) useView.setState({ held });
    if (drawing) useView.setState({ drawn: [toCloth(screen, at)] });
  };

  const pinch = (id: number, at: Point) => {
    const before = fingers.current.get(id);
    const other = [...fingers.current].find(([k]) => k !== id)?.[1];
    if (before && other) {
      const apart = (p: Point) => Math.hypot(p.x - other.x, p.y - other.y);
      const middle = { x: (at.x + other.x) / 2, y: (at.y + other.y) / 2 };
      if (apart(before) > 4) zoomAbout(apart(at) / apart(before), middle);
      useView.setState(({ origin, zoom }) => ({
        origin: {
          x: origin.x - (at.x - before.x) / 2 / zoom,
          y: origin.y - (at.y - before.y) / 2 / zoom,
        },
      }));
    }
    fingers.current.set(id, at);
  };

  const onPointerMove = (e: PointerEvent<HTMLElement>) => {
    const { project } = useBolt.getState();
    const at = local(e);
    if (fingers.current.size > 1) return pinch(e.pointerId, at);
    const start = press.current;
    if (!start || !project) return;
    const dx = at.x - start.at.x;
    const dy = at.y - start.at.y;
    if (!start.moved && Math.hypot(dx, dy) < STILL_PX) return;
    start.moved = true;
    const screen = screenNow(project);
    if (start.does === 'hold' && start.held) {
      const sign = grabbedSign(project);
      const held = { ...start.held, dx: (sign.x * dx) / screen.sx, dy: (sign.y * dy) / screen.sy };
      const now = e.ctrlKey ? { ...held, lines: [] } : snapped(project, held, screen.sx);
      useView.setState({ held: now });
      wantForecast(project, now);
    } else if (start.does === 'draw') {
      const { drawn } = useView.getState();
      const last = drawn?.at(-1);
      const p = toCloth(screen, at);
      if (!drawn || !last) return;
      if (Math.hypot(p.x - last.x, p.y - last.y) * screen.sx < DRAWN_PX) return;
      const { hand } = useView.getState();
      useView.setState({ drawn: hand === 'rectangle' ? [...drawn.slice(0, 1), p] : [...drawn, p] });
    } else if (start.does === 'view') {
      const { recut, viewMode } = useView.getState();
      const sign = viewModeSign(viewMode);
      const origin = {
        x: start.origin.x - (sign.x * dx * screen.look) / screen.sx,
        y: start.origin.y - (sign.y * dy * screen.look) / screen.sy,
      };
      // With the block framed, the frame stays on the screen and the cut goes with the hand.
      useView.setState(
        recut && start.recut
          ? {
              origin,
              recut: {
                how: recut.how === 'diamond' ? 'diamond' : 'by-hand',
                at: {
                  x: start.recut.x + origin.x - start.origin.x,
                  y: start.recut.y + origin.y - start.origin.y,
                },
              },
            }
          : { origin },
      );
    }
  };

  const onPointerUp = (e: PointerEvent<HTMLElement>) => {
    fingers.current.delete(e.pointerId);
    const { project } = useBolt.getState();
    const start = press.current;
    press.current = null;
    if (!start || !project) return;
    const { drawn, hand, selected } = useView.getState();
    if (usePractice.getState().lesson) {
      if (!start.moved) putPin(toCloth(screenNow(project), start.at));
    } else if (start.does === 'hold') {
      const { held } = useView.getState();
      if (start.moved && held && !e.ctrlKey)
        useView.setState({ held: letGoInto(held, screenNow(project).sx) });
      forgetForecast();
      if (start.moved) commitHold();
      else {
        useView.setState({ held: null });
        // A press alone, on one of several in hand, takes just that one.
        if (start.among && start.hit) takeHit(project, start.hit, [start.hit.id]);
      }
    } else if (start.does === 'draw') {
      if (!start.moved && start.hit) {
        const { id } = start.hit;
        const has = selected.includes(id);
        useView.setState({ drawn: null });
        const added = has ? selected.filter((k) => k !== id) : [id, ...selected];
        takeHit(project, start.hit, e.shiftKey ? added : [id]);
        return;
      }
      const shape = drawnShape(hand, drawn ?? []);
      const taken = placementsWithin(inSight(project), project.layout, cellOf(project), shape);
      useView.setState({ drawn: null });
      select(e.shiftKey ? [...selected, ...taken.filter((id) => !selected.includes(id))] : taken);
    } else if (!start.hit && !start.moved && !useProposal.getState().proposal) select([]);
  };

  const onPointerCancel = (e: PointerEvent<HTMLElement>) => {
    fingers.current.delete(e.pointerId);
    press.current = null;
    forgetForecast();
    useView.setState({ held: null, drawn: null });
  };

  return { onPointerDown, onPointerMove, onPointerUp, onPointerCancel };
}
