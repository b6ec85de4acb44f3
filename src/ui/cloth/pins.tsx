'use client';

import Box from '@mui/material/Box';
import { latticeOf, nearestCopy, type Project } from '@/core';
import { useChecks } from '@/state/checks';
import { useView } from '@/state/view';
import { findingTitle, letterOf } from '../steps/check/words';
import { type Screen, toCloth, toScreen } from './screen';

const PIN = '#8A5A12';

/** Findings as round-headed pins, each on the copy nearest the middle of the window. */
export default function Pins({ screen, project }: { screen: Screen; project: Project }) {
  const report = useChecks((s) => s.report);
  const focus = useView((s) => s.finding);
  const size = useView((s) => s.window);
  if (!report) return null;
  const lattice = latticeOf(project.layout, { width: project.brief.widthMm, height: project.brief.heightMm });
  const middle = toCloth(screen, { x: size.width / 2, y: size.height / 2 });
  return (
    <>
      {report.findings.map((f, n) => {
        const at = toScreen(screen, nearestCopy(lattice, f.at, middle));
        const r = f.kind === 'bare-patch' ? (f.widthMm / 2) * screen.sx : 0;
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a finding is known by its number.
          <Box key={n} sx={{ position: 'absolute', left: at.x, top: at.y, width: 0, height: 0 }}>
            {r > 0 && (
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
                  bgcolor: focus === n ? 'rgba(185,122,30,0.22)' : 'rgba(185,122,30,0.08)',
                  pointerEvents: 'none',
                }}
              />
            )}
            <Box
              component="button"
              data-testid="pin"
              aria-label={`Finding ${n + 1}: ${findingTitle(f, project)}`}
              onClick={() => useView.setState({ finding: n, step: 'check' })}
              sx={{
                position: 'absolute',
                left: -14,
                top: -40,
                width: 28,
                height: 28,
                borderRadius: '50%',
                border: '2px solid #fff',
                outline: focus === n ? '2.5px solid #221A2B' : 'none',
                bgcolor: PIN,
                color: '#fff',
                fontWeight: 700,
                fontSize: 12,
                p: 0,
                cursor: 'pointer',
                boxShadow: '0 1px 4px rgba(0,0,0,0.4)',
                '&::after': {
                  content: '""',
                  position: 'absolute',
                  left: 11,
                  top: 25,
                  width: 2,
                  height: 14,
                  bgcolor: PIN,
                },
              }}
            >
              {letterOf(f)}
              {n + 1}
            </Box>
          </Box>
        );
      })}
    </>
  );
}
