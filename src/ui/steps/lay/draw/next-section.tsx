'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { cellOf, goneAndNew, latticeOf, type Project, wordsOf } from '@/core';
import { checkKey, showFinding, sortFindings, useChecks } from '@/session/check';
import { Part } from '../../../parts/chrome/tray';

/** So many are told: what is drawn next changes what is asked of the rest. */
const MOST = 5;

type Guide = NonNullable<NonNullable<Project['drawnOn']['out']>['guide']>;
type Place = Guide['places'][number];

/** What the guide says of a place besides the finding itself. */
function aboutPlace({ ink, lean }: Place): string {
  const said = ink ? [`${ink} is missing about it.`] : [];
  if (lean === null) return said.join(' ');
  const degrees = Math.round(lean > 90 ? 180 - lean : lean);
  const way =
    degrees < 10
      ? 'lies level'
      : degrees > 80
        ? 'stands upright'
        : `${lean > 90 ? 'rises' : 'falls'} to the right at ${degrees}°`;
  return [...said, `What is about it ${way}: let it lean another way.`].join(' ');
}

/** What the guide asked for when the cloth went out last, and how much of that is there by now. */
function Done({ guide, gone }: { guide: Guide; gone: number }) {
  if (!guide.places.length) return null;
  return (
    <Typography variant="body2" sx={{ mb: 1, fontWeight: 600 }} data-testid="guide-done">
      Of {guide.places.length} asked for when it went out, {gone === 0 ? 'none' : gone}{' '}
      {gone === 1 ? 'is' : 'are'} done.
    </Typography>
  );
}

const UNCROSSED = {
  across:
    'When it went out, nothing crossed its level middle line for a long way: let something run over it.',
  down: 'When it went out, nothing crossed its upright middle line for a long way: let something run over it.',
};

/** What the findings ask of the next round. */
export default function NextSection({ project }: { project: Project }) {
  const report = useChecks((s) => s.report);
  const fresh = useChecks((s) => s.of) === checkKey(project);
  const { out, version } = project.drawnOn;
  if (!out && !project.placements.length && project.layers.length < 2) return null;
  const guide = out?.guide;
  const { warnings } = sortFindings(project, report);
  const asked = warnings.filter(({ f }) => f.kind !== 'loose-end');
  const lattice = latticeOf(project.layout, cellOf(project));
  const seen = warnings.map(({ f }) => ({
    kind: f.kind,
    severity: f.severity,
    title: '',
    x: f.at.x,
    y: f.at.y,
  }));
  const places = (guide?.places ?? []).map((p) => ({ ...p, severity: 'warning' as const }));
  const { gone } = goneAndNew(places, seen, lattice);
  const placeOf = (kind: string, at: { x: number; y: number }) =>
    places.find(
      (p) => goneAndNew([p], [{ kind, severity: 'warning', title: '', ...at }], lattice).gone.length === 0,
    );
  return (
    <Part title="What to draw next">
      {!fresh && (
        <Typography variant="body2" color="text.secondary">
          Looking the cloth over.
        </Typography>
      )}
      {fresh && guide && version > out.after && <Done guide={guide} gone={gone.length} />}
      {fresh && !asked.length && (
        <Typography variant="body2">Nothing on the cloth asks for more. Judge it by eye.</Typography>
      )}
      {asked.slice(0, MOST).map(({ f, n }) => {
        const { title, why } = wordsOf(f, project);
        const place = placeOf(f.kind, f.at);
        return (
          <Box key={n} sx={{ borderTop: 1, borderColor: 'divider', py: 0.75 }} data-testid="draw-next">
            <Button sx={{ px: 0, textAlign: 'left' }} onClick={() => showFinding(project, n)}>
              {title}
            </Button>
            <Typography variant="body2" color="text.secondary">
              {why} {place && aboutPlace(place)}
            </Typography>
          </Box>
        );
      })}
      {asked.length > MOST && (
        <Typography variant="body2">And {asked.length - MOST} more, under Check.</Typography>
      )}
      {guide?.uncrossed.map((way) => (
        <Typography key={way} variant="body2" sx={{ mt: 0.75 }}>
          {UNCROSSED[way]}
        </Typography>
      ))}
    </Part>
  );
}
