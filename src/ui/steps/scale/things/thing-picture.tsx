'use client';

import Box from '@mui/material/Box';
import CircularProgress from '@mui/material/CircularProgress';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import type { Point, Project, Size } from '@/core';
import {
  moveRepeat,
  placeOnPrint,
  readyPlaces,
  shownThing,
  THING_TIMES,
  useThings,
  wantThing,
} from '@/session/mockups';
import Hand from './hand';

/** No picture has more px than this, however large the window is. */
const MOST_PX = 1.1e6;
/** How far a key moves the repeat on the thing: a share of its print; with Shift 1 mm. */
const NUDGE = 1 / 40;
const GROW = 1.04;

/** The thing with the cloth on it; the repeat is moved on it by hand. */
export default function ThingPicture({ project }: { project: Project }) {
  const look = useThings();
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState<Size | null>(null);
  const held = useRef<{ at: Point; from: Point } | null>(null);
  const { thing, printMm, way } = shownThing(project, look);
  const { times, from, room, matched, picture, done } = look;

  useEffect(() => {
    const el = box.current;
    if (!el) return;
    const measure = () => {
      const { width, height } = el.getBoundingClientRect();
      if (width < 2 || height < 2) return;
      const fine = Math.min(devicePixelRatio, 2, Math.sqrt(MOST_PX / (width * height)));
      setSize({ width: Math.round(width * fine), height: Math.round(height * fine) });
    };
    const watch = new ResizeObserver(measure);
    watch.observe(el);
    return () => watch.disconnect();
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: all that the picture depends on
  useEffect(() => {
    if (size) wantThing(project, size, held.current === null);
  }, [project, size, thing.id, printMm.width, printMm.height, times, from, room, matched, way]);

  useEffect(() => {
    const c = canvas.current;
    if (!c || !picture) return;
    c.width = picture.width;
    c.height = picture.height;
    c.getContext('2d')?.drawImage(picture, 0, 0);
    c.dataset.pictures = String(1 + Number(c.dataset.pictures ?? 0));
  }, [picture]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: where its px lie changes with the thing, not with what is on it
  useEffect(() => {
    if (size && picture) void readyPlaces(project, size).catch(() => {});
  }, [size, thing.id, printMm.width, printMm.height, picture !== null]);

  const grow = (by: number) =>
    useThings.setState((s) => ({
      times: Math.min(THING_TIMES.most, Math.max(THING_TIMES.least, s.times * by)),
    }));
  const onKey = (e: KeyboardEvent) => {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
    if (way) {
      const step = e.shiftKey ? 1 : Math.min(printMm.width, printMm.height) * NUDGE;
      moveRepeat(project, { x: from.x + (way[0] ?? 0) * step, y: from.y + (way[1] ?? 0) * step });
    } else if (e.key === '+' || e.key === '=') grow(GROW);
    else if (e.key === '-') grow(1 / GROW);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const shareOf = (e: { clientX: number; clientY: number }): Point => {
    const r = box.current?.getBoundingClientRect();
    return r ? { x: (e.clientX - r.left) / r.width, y: (e.clientY - r.top) / r.height } : { x: 0, y: 0 };
  };
  return (
    <Box
      ref={box}
      role="application"
      tabIndex={0}
      aria-label={`${project.name} on a ${thing.goods.name}. Arrow keys move the repeat, plus and minus change its size.`}
      data-testid="thing"
      data-done={done ? 'yes' : 'no'}
      onKeyDown={onKey}
      onPointerDown={(e) => {
        const at = placeOnPrint(shareOf(e));
        if (!at) return;
        e.currentTarget.setPointerCapture(e.pointerId);
        held.current = { at, from };
      }}
      onPointerMove={(e) => {
        const hold = held.current;
        const at = hold && placeOnPrint(shareOf(e));
        if (hold && at)
          moveRepeat(project, { x: hold.from.x + at.x - hold.at.x, y: hold.from.y + at.y - hold.at.y });
      }}
      onLostPointerCapture={() => {
        held.current = null;
        if (size) wantThing(project, size, true);
      }}
      onWheel={(e) => grow(e.deltaY < 0 ? GROW : 1 / GROW)}
      sx={{
        position: 'relative',
        minHeight: 0,
        minWidth: 0,
        overflow: 'hidden',
        cursor: 'grab',
        touchAction: 'none',
        bgcolor: 'action.hover',
        '&:active': { cursor: 'grabbing' },
      }}
    >
      <Box
        component="canvas"
        ref={canvas}
        aria-hidden
        sx={{ width: '100%', height: '100%', display: 'block' }}
      />
      {!picture && !look.trouble && (
        <Box sx={{ position: 'absolute', inset: 0, display: 'grid', placeItems: 'center' }}>
          <CircularProgress size={28} aria-label="Drawing it" />
        </Box>
      )}
      {look.hand && size && <Hand thing={thing} printMm={printMm} picture={size} />}
    </Box>
  );
}
