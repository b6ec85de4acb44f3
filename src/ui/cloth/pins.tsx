'use client';

import Box from '@mui/material/Box';
import {
  cellOf,
  type Finding,
  kindOf,
  latticeOf,
  nearestCopy,
  type Point,
  type Project,
  wordsOf,
} from '@/core';
import { sortFindings, useChecks, usePractice } from '@/session/check';
import { useView } from '@/session/cloth';
import { type Screen, toCloth, toScreen } from './screen';

const PIN = '#8A5A12';

/** A ring about a place of the cloth, and a straight band through it. */
function Ring({ r, strong }: { r: number; strong: boolean }) {
  return (
    <Box
      aria-hidden
      sx={{
        position: 'absolute',
        left: -r,
        top: -r,
        width: 2 * r,
        height: 2 * r,
        borderRadius: '50%',
        border: `2px dashed ${PIN}`,
        boxShadow: '0 0 0 1.5px rgba(255,255,255,0.6)',
        bgcolor: strong ? 'rgba(185,122,30,0.22)' : 'rgba(185,122,30,0.08)',
        pointerEvents: 'none',
      }}
    />
  );
}

function Band({ along, wide, strong }: { along: Point; wide: number; strong: boolean }) {
  const LONG = 4000;
  return (
    <Box
      aria-hidden
      sx={{
        position: 'absolute',
        left: -LONG / 2,
        top: -wide / 2,
        width: LONG,
        height: wide,
        transform: `rotate(${Math.atan2(along.y, along.x)}rad)`,
        borderTop: `2px dashed ${PIN}`,
        borderBottom: `2px dashed ${PIN}`,
        bgcolor: strong ? 'rgba(185,122,30,0.22)' : 'rgba(185,122,30,0.07)',
        pointerEvents: 'none',
      }}
    />
  );
}

/** How far a finding reaches, on the screen. */
function Extent({ f, screen, strong }: { f: Finding; screen: Screen; strong: boolean }) {
  const extent = kindOf(f.kind)?.extent?.(f);
  if (!extent) return null;
  if ('ring' in extent) return <Ring r={(extent.ring / 2) * screen.sx} strong={strong} />;
  if (extent.onlyInFocus && !strong) return null;
  return <Band along={extent.band} wide={extent.wideMm * screen.sx} strong={strong} />;
}

/**
 * What is to be looked at as round-headed pins, each on the copy nearest the middle of the window; notes only when
 * they are in focus. Outside Check the pins are small, and show no more than where.
 */
export default function Pins({ screen, project }: { screen: Screen; project: Project }) {
  const report = useChecks((s) => s.report);
  const focus = useView((s) => s.finding);
  const checking = useView((s) => s.step === 'check');
  const held = useView((s) => s.held !== null);
  const size = useView((s) => s.viewport);
  if (!report || held) return null;
  const lattice = latticeOf(project.layout, cellOf(project));
  const middle = toCloth(screen, { x: size.width / 2, y: size.height / 2 });
  const { warnings, notes, dismissed } = sortFindings(project, report);
  const seen = [...warnings, ...[...notes, ...dismissed].filter((x) => x.n === focus)];
  const wide = checking ? 28 : 16;
  return (
    <>
      {seen.map(({ f, n }) => {
        const at = toScreen(screen, nearestCopy(lattice, f.at, middle));
        const { letter, title } = wordsOf(f, project);
        return (
          <Box key={n} sx={{ position: 'absolute', left: at.x, top: at.y, width: 0, height: 0 }}>
            {checking && <Extent f={f} screen={screen} strong={focus === n} />}
            <Box
              component="button"
              data-testid="pin"
              aria-label={`Finding ${n + 1}: ${title}`}
              title={checking ? undefined : title}
              onClick={() => useView.setState({ finding: n, step: 'check', trayOpen: true })}
              sx={{
                position: 'absolute',
                left: -wide / 2,
                top: -wide - 12,
                width: wide,
                height: wide,
                borderRadius: '50%',
                border: '2px solid #fff',
                outline: focus === n ? '2.5px solid #221A2B' : 'none',
                bgcolor: PIN,
                color: '#fff',
                fontWeight: 700,
                fontSize: checking ? 12 : 9,
                lineHeight: 1,
                p: 0,
                cursor: 'pointer',
                boxShadow: '0 1px 4px rgba(0,0,0,0.4)',
                '&::after': {
                  content: '""',
                  position: 'absolute',
                  left: wide / 2 - 3,
                  top: wide - 3,
                  width: 2,
                  height: 14,
                  bgcolor: PIN,
                },
              }}
            >
              {letter}
              {checking ? n + 1 : ''}
            </Box>
          </Box>
        );
      })}
    </>
  );
}

/** In practice: the pin that was put, and once it is marked the place of the fault. */
export function PracticePins({ screen, project }: { screen: Screen; project: Project }) {
  const lesson = usePractice((s) => s.lesson);
  const size = useView((s) => s.viewport);
  if (!lesson?.marked || !lesson.pin) return null;
  const { planted, pin } = lesson;
  const lattice = latticeOf(project.layout, cellOf(project));
  const near = nearestCopy(lattice, planted.at, pin);
  const middle = toCloth(screen, { x: size.width / 2, y: size.height / 2 });
  const spots = [
    { at: near, fault: true },
    { at: pin, fault: false },
  ];
  return (
    <>
      {spots.map(({ at, fault }) => {
        const p = toScreen(screen, fault && planted.along ? nearestCopy(lattice, at, middle) : at);
        return (
          <Box
            key={fault ? 'fault' : 'pin'}
            sx={{ position: 'absolute', left: p.x, top: p.y, width: 0, height: 0, pointerEvents: 'none' }}
          >
            {fault ? (
              planted.along ? (
                <Band along={planted.along} wide={16 * screen.sx} strong />
              ) : (
                <Ring r={18 * screen.sx} strong />
              )
            ) : (
              <Box
                sx={{
                  position: 'absolute',
                  left: -8,
                  top: -26,
                  width: 16,
                  height: 16,
                  borderRadius: '50%',
                  border: '2px solid #fff',
                  bgcolor: '#6A2A5B',
                  boxShadow: '0 1px 4px rgba(0,0,0,0.4)',
                }}
              />
            )}
          </Box>
        );
      })}
    </>
  );
}
