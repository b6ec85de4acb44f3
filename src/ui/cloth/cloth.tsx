'use client';

import Box from '@mui/material/Box';
import { useEffect, useRef } from 'react';
import { cellOutline } from '@/core';
import { useSprites, wantSprites } from '@/state/arts';
import { useBolt } from '@/state/bolt';
import { useView, zoomAbout } from '@/state/view';
import { layMotif, MOTIF_DRAG } from '../steps/lay/another';
import { SURROUND } from '../theme/theme';
import Handles from './handles';
import { Painter } from './painter';
import Pins from './pins';
import { screenOf, toScreen } from './screen';
import { useGrab } from './use-grab';
import { useScreen } from './use-screen';

/** How long the zoom must rest before the cloth is painted at its finest again. */
const REST_MS = 140;

/** The cloth: the repeat to every edge of the window, repainted in the frame that something changed. */
export default function Cloth() {
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const grab = useGrab();
  const screen = useScreen();
  const project = useBolt((s) => s.project);
  const step = useView((s) => s.step);

  useEffect(() => {
    const painter = new Painter();
    let frame = 0;
    let moving = false;
    let rest: ReturnType<typeof setTimeout> | undefined;
    const paint = () => {
      frame = 0;
      const { project: now } = useBolt.getState();
      const view = useView.getState();
      const surface = canvas.current;
      if (!now || !surface) return;
      const dpr = devicePixelRatio;
      const width = Math.round(view.window.width * dpr);
      const height = Math.round(view.window.height * dpr);
      if (surface.width !== width || surface.height !== height) Object.assign(surface, { width, height });
      const at = screenOf(now, view, dpr);
      const way = now.colourways.find((c) => c.id === now.shown) ?? now.colourways[0];
      painter.paint(surface, {
        project: now,
        ground: way.colours[0],
        sprites: useSprites.getState().sprites,
        screen: at,
        held: view.held,
        ghosts: view.ghosts,
        quick: moving,
      });
      if (!moving) wantSprites(now, at.plan.scale.x);
    };
    const rested = () => {
      moving = false;
      ask();
    };
    const stopRest = useView.subscribe((view, before) => {
      if (view.zoom === before.zoom) return;
      moving = true;
      clearTimeout(rest);
      rest = setTimeout(rested, REST_MS);
    });
    const ask = () => {
      frame ||= requestAnimationFrame(paint);
    };
    const stops = [useBolt.subscribe(ask), useView.subscribe(ask), useSprites.subscribe(ask)];
    const sized = new ResizeObserver(([entry]) => {
      const { width, height } = entry.contentRect;
      useView.setState({ window: { width, height } });
    });
    if (box.current) sized.observe(box.current);
    ask();
    return () => {
      stopRest();
      clearTimeout(rest);
      for (const stop of stops) stop();
      sized.disconnect();
      cancelAnimationFrame(frame);
    };
  }, []);

  useEffect(() => {
    const surface = box.current;
    if (!surface) return;
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const at = surface.getBoundingClientRect();
      zoomAbout(Math.exp(-e.deltaY * (e.ctrlKey ? 0.01 : 0.0016)), {
        x: e.clientX - at.left,
        y: e.clientY - at.top,
      });
    };
    surface.addEventListener('wheel', wheel, { passive: false });
    return () => surface.removeEventListener('wheel', wheel);
  }, []);

  const outline =
    screen && project
      ? cellOutline(project.layout, { width: project.brief.widthMm, height: project.brief.heightMm })
          .map((p) => toScreen(screen, p))
          .map((p) => `${p.x},${p.y}`)
          .join(' ')
      : '';

  return (
    <Box
      ref={box}
      role="application"
      aria-label="The cloth. Drag a motif to move it, drag bare cloth to move the view, wheel to zoom. N steps through the motifs."
      tabIndex={0}
      data-testid="cloth"
      data-px-per-mm={screen?.sx}
      {...grab}
      onDragOver={(e) => {
        if (!e.dataTransfer.types.includes(MOTIF_DRAG)) return;
        e.preventDefault();
        e.dataTransfer.dropEffect = 'copy';
      }}
      onDrop={(e) => {
        const motif = e.dataTransfer.getData(MOTIF_DRAG);
        if (!motif) return;
        e.preventDefault();
        const at = e.currentTarget.getBoundingClientRect();
        layMotif(motif, { x: e.clientX - at.left, y: e.clientY - at.top });
      }}
      sx={(theme) => ({
        position: 'relative',
        flex: 1,
        minWidth: 0,
        minHeight: 0,
        overflow: 'hidden',
        cursor: 'default',
        touchAction: 'none',
        userSelect: 'none',
        bgcolor: SURROUND.light,
        '&:focus-visible': { outline: 'none', boxShadow: 'inset 0 0 0 2px #6A2A5B' },
        ...theme.applyStyles('dark', { bgcolor: SURROUND.dark }),
      })}
    >
      <canvas
        ref={canvas}
        aria-hidden
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }}
      />
      {screen && project && (
        <>
          <Box
            component="svg"
            aria-hidden
            sx={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }}
          >
            <polygon points={outline} fill="none" stroke="#fff" strokeWidth={3} opacity={0.75} />
            <polygon points={outline} fill="none" stroke="#6A2A5B" strokeWidth={1.5} strokeDasharray="9 5" />
            {step !== 'scale' && <Handles screen={screen} />}
          </Box>
          {step === 'check' && <Pins screen={screen} project={project} />}
        </>
      )}
    </Box>
  );
}
