'use client';

import { type PointerEvent, useRef } from 'react';
import { hitTest, latticeOf, type Point, type Project, setPlacements } from '@/core';
import { useSprites } from '@/state/arts';
import { edit, useBolt } from '@/state/bolt';
import { type Held, useView } from '@/state/view';
import { type Screen, screenOf, toCloth } from './screen';

/** A press that moves less than this many px is a selection. */
const STILL_PX = 3;

const screenNow = (project: Project): Screen =>
  screenOf(project, useView.getState(), typeof devicePixelRatio === 'number' ? devicePixelRatio : 1);

/** Lets go of what is held and keeps the change, as one step for undo. */
export function letGo() {
  const { held } = useView.getState();
  useView.setState({ held: null });
  if (!held) return;
  edit((project) =>
    setPlacements(
      project,
      Object.fromEntries(
        project.placements
          .filter((p) => held.ids.includes(p.id))
          .map((p) => [
            p.id,
            {
              x: p.x + held.dx,
              y: p.y + held.dy,
              angle: (p.angle + held.turn) % 360,
              scale: Math.min(20, Math.max(0.02, p.scale * held.grow)),
            },
          ]),
      ),
    ),
  );
  // The handles stay on the copy that was held, though its original may have wrapped round.
  const { selected, copyShift } = useView.getState();
  const after = useBolt.getState().project?.placements.find((p) => p.id === selected[0]);
  const grip = heldFrom;
  if (after && grip) {
    useView.setState({
      copyShift: { x: grip.x + copyShift.x + held.dx - after.x, y: grip.y + copyShift.y + held.dy - after.y },
    });
  }
}

let heldFrom: Point | null = null;

/** Begins a change by hand of what is selected. */
export function take(ids: string[]): Held {
  const held = { ids, dx: 0, dy: 0, turn: 0, grow: 1 };
  const first = useBolt.getState().project?.placements.find((p) => p.id === ids[0]);
  heldFrom = first ? { x: first.x, y: first.y } : null;
  return held;
}

type Press = { at: Point; origin: Point; moved: boolean; grabs: boolean; hit: boolean };

/** Pointer work on the cloth: grab any copy by its silhouette, or move the view by bare cloth. */
export function useGrab() {
  const press = useRef<Press | null>(null);

  const local = (e: PointerEvent): Point => {
    const box = e.currentTarget.getBoundingClientRect();
    return { x: e.clientX - box.left, y: e.clientY - box.top };
  };

  const onPointerDown = (e: PointerEvent<HTMLElement>) => {
    const { project } = useBolt.getState();
    if (!project || (e.button !== 0 && e.button !== 1)) return;
    e.currentTarget.setPointerCapture(e.pointerId);
    const at = local(e);
    const screen = screenNow(project);
    const silhouettes = new Map([...useSprites.getState().sprites].map(([id, s]) => [id, s.silhouette]));
    const lattice = latticeOf(project.layout, {
      width: project.brief.widthMm,
      height: project.brief.heightMm,
    });
    const hit =
      e.button === 0
        ? hitTest(project.placements, silhouettes, lattice, toCloth(screen, at), 4 / screen.sx)
        : null;
    if (hit) {
      const { selected } = useView.getState();
      const p = project.placements.find((q) => q.id === hit.id);
      const has = selected.includes(hit.id);
      const next = e.shiftKey
        ? has
          ? selected.filter((id) => id !== hit.id)
          : [hit.id, ...selected]
        : has
          ? [hit.id, ...selected.filter((id) => id !== hit.id)]
          : [hit.id];
      if (p) useView.setState({ selected: next, copyShift: { x: hit.x - p.x, y: hit.y - p.y } });
    }
    press.current = {
      at,
      origin: useView.getState().origin,
      moved: false,
      grabs: !!hit && !e.shiftKey,
      hit: !!hit,
    };
  };

  const onPointerMove = (e: PointerEvent<HTMLElement>) => {
    const { project } = useBolt.getState();
    const start = press.current;
    if (!start || !project) return;
    const at = local(e);
    const dx = at.x - start.at.x;
    const dy = at.y - start.at.y;
    if (!start.moved && Math.hypot(dx, dy) < STILL_PX) return;
    const screen = screenNow(project);
    if (start.grabs) {
      const held = start.moved ? useView.getState().held : take(useView.getState().selected);
      start.moved = true;
      if (held) useView.setState({ held: { ...held, dx: dx / screen.sx, dy: dy / screen.sy } });
    } else if (!start.hit) {
      start.moved = true;
      useView.setState({
        origin: { x: start.origin.x - dx / screen.sx, y: start.origin.y - dy / screen.sy },
      });
    }
  };

  const onPointerUp = () => {
    const start = press.current;
    press.current = null;
    if (!start) return;
    if (start.grabs && start.moved) letGo();
    else if (!start.hit && !start.moved) useView.setState({ selected: [] });
  };

  const onPointerCancel = () => {
    press.current = null;
    useView.setState({ held: null });
  };

  return { onPointerDown, onPointerMove, onPointerUp, onPointerCancel };
}
