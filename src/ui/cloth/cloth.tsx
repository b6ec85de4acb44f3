'use client';

import Box from '@mui/material/Box';
import { useEffect, useRef } from 'react';
import { useBolt, useSnapshots } from '@/session/bolt';
import { usePractice, useProposal, useTwoStates } from '@/session/check';
import { useView, viewModeSign, zoomAbout } from '@/session/cloth';
import { usePieces } from '@/session/intake';
import { useSession } from '@/session/kernel';
import { layMotif, MOTIF_DRAG } from '@/session/lay';
import { SURROUND } from '../theme/theme';
import EyeFilters from './eye-filters';
import Foretold from './foretold';
import Guides, { RecutFrame } from './guides';
import Handles, { Offered } from './handles';
import LastPicture, { useUndrawn } from './last-picture';
import PieceOutlines from './piece-outlines';
import Pins, { PracticePins } from './pins';
import { useGrab } from './use-grab';
import { usePainting } from './use-painting';
import { useScreen } from './use-screen';
import WouldLie from './would-lie';

/** The cloth: the repeat to every edge of the window, repainted in the frame that something changed. */
export default function Cloth() {
  const bolt = useSession();
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const grab = useGrab();
  const hand = useView((s) => s.hand);
  const reserving = useView((s) => s.reserving);

  usePainting(canvas);
  useEffect(() => {
    const sized = new ResizeObserver(([entry]) => {
      if (!entry) return;
      const { width, height } = entry.contentRect;
      useView.setState({ viewport: { width, height } });
    });
    if (box.current) sized.observe(box.current);
    return () => sized.disconnect();
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

  return (
    <Box
      ref={box}
      role="application"
      aria-label="The cloth. Drag a motif to move it, drag bare cloth to move the view, wheel to zoom. N steps through the motifs."
      tabIndex={0}
      data-testid="cloth"
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
        layMotif(bolt, motif, { x: e.clientX - at.left, y: e.clientY - at.top });
      }}
      sx={(theme) => ({
        position: 'relative',
        flex: 1,
        minWidth: 0,
        minHeight: 0,
        overflow: 'hidden',
        cursor: reserving !== null || hand !== 'move' ? 'crosshair' : 'default',
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
      <EyeFilters />
      <Overlay />
    </Box>
  );
}

/** Lines, frames and pins over the cloth; drawn anew whenever the view moves. */
function Overlay() {
  const screen = useScreen();
  const project = useBolt((s) => s.project);
  const step = useView((s) => s.step);
  const recut = useView((s) => s.recut !== null);
  const comparing = useSnapshots((s) => s.compare !== null);
  const proposing = useProposal((s) => s.proposal !== null);
  const lesson = usePractice((s) => s.lesson !== null);
  const two = useTwoStates((s) => s.pair !== null);
  const practising = lesson || two;
  const pins = useView((s) => s.pins);
  const pieces = usePieces((s) => s.shown);
  const turned = useView((s) => viewModeSign(s.viewMode).x < 0);
  const undrawn = useUndrawn(project);
  // What lies over the cloth would not lie where the turned picture shows it.
  if (!screen || !project) return null;
  if (undrawn) return <LastPicture project={project} />;
  if (turned) return null;
  return (
    <>
      <svg
        aria-hidden
        data-testid="overlay"
        data-ppi={screen.plan.ppi}
        data-px-per-mm={screen.sx}
        data-left-mm={screen.origin.x}
        data-top-mm={screen.origin.y}
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%', pointerEvents: 'none' }}
      >
        {!recut && !comparing && <Guides screen={screen} project={project} />}
        <RecutFrame screen={screen} project={project} />
        <Offered screen={screen} />
        <WouldLie screen={screen} />
        <Foretold screen={screen} />
        {step !== 'scale' && !comparing && !proposing && !practising && <Handles screen={screen} />}
      </svg>
      {pieces && step === 'check' && !comparing && !proposing && !practising && (
        <PieceOutlines screen={screen} project={project} />
      )}
      {pins && !comparing && !proposing && !practising && step !== 'scale' && (
        <Pins screen={screen} project={project} />
      )}
      {lesson && <PracticePins screen={screen} project={project} />}
    </>
  );
}
