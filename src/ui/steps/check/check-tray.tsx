'use client';

import CheckCircleRounded from '@mui/icons-material/CheckCircleRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useDeferredValue } from 'react';
import { Bar, BarChart, Cell, XAxis } from 'recharts';
import { blockFits, type CheckReport, type Finding, latticeOf, nearestCopy, pixelPlan } from '@/core';
import { stopLongWork } from '@/engine';
import { useBolt } from '@/state/bolt';
import { layKey, proveWrapNow, useChecks } from '@/state/checks';
import { select } from '@/state/hold';
import { fillPatchNow } from '@/state/proposal';
import { centreOn, useView } from '@/state/view';
import { small, trim } from '../../parts/lengths';
import Progress from '../../parts/progress';
import Tray, { Part } from '../../parts/tray';
import { findingTitle, findingWhy, letterOf } from './words';

/** How many empty circles there are of each width, in eight steps. */
function gapBins(report: CheckReport) {
  const most = Math.max(...report.gapsMm, 1);
  const step = Math.max(1, Math.ceil(most / 8));
  return Array.from({ length: Math.ceil(most / step) }, (_, k) => ({
    name: `${k * step}`,
    from: k * step,
    n: report.gapsMm.filter((g) => g >= k * step && g < (k + 1) * step + (k * step + step >= most ? 1 : 0))
      .length,
  })).filter((b, k, all) => b.n > 0 || all.slice(0, k).some((q) => q.n > 0));
}

export default function CheckTray() {
  const project = useBolt((s) => s.project);
  const { report, of, proof, proving, trouble } = useChecks();
  const focus = useView((s) => s.finding);
  // The words first; the chart follows when there is a moment.
  const charted = useDeferredValue(report, null);
  if (!project) return null;
  const key = layKey(project);
  const fresh = of === key;
  const list = report?.findings ?? [];
  const limit = list.find((f) => f.kind === 'bare-patch');
  const { brief, layout } = project;
  const tooLarge = !blockFits(pixelPlan(layout, { width: brief.widthMm, height: brief.heightMm }, brief.ppi));
  const proved = proof?.key === key ? proof.result : null;

  const show = (f: Finding, n: number) => {
    const lattice = latticeOf(project.layout, {
      width: project.brief.widthMm,
      height: project.brief.heightMm,
    });
    const { origin, zoom, window } = useView.getState();
    const middle = { x: origin.x + window.width / 2 / zoom, y: origin.y + window.height / 2 / zoom };
    centreOn(nearestCopy(lattice, f.at, middle));
    useView.setState({ finding: n });
    if (f.kind === 'low-ppi') {
      select([f.placement]);
    }
  };
  const says = !project.placements.length
    ? 'There is nothing on the cloth to look at yet.'
    : !report
      ? 'Looking the cloth over.'
      : list.length
        ? `${list.length} ${list.length === 1 ? 'thing' : 'things'} to look at.`
        : 'Nothing to look at: gaps are even and every motif has the pixels it needs.';
  return (
    <Tray title="Check" says={`${says}${fresh || !project.placements.length ? '' : ' Checking again.'}`}>
      {trouble && (
        <Typography role="alert" color="error" variant="body2">
          {trouble}
        </Typography>
      )}
      <Part title="Does it repeat?">
        {proving !== null ? (
          <Progress what="Comparing two cuts of the block." share={proving} onStop={stopLongWork} />
        ) : proved ? (
          <Box sx={{ display: 'flex', gap: 1 }} data-testid="wrap-proof">
            <CheckCircleRounded color={proved.exact ? 'secondary' : 'error'} fontSize="small" />
            <Typography variant="body2">
              {proved.exact
                ? `The join is exact. Rendered twice at print size, cut in two places, all ${proved.pixels.toLocaleString('en')} pixels are the same to the byte.`
                : `${proved.differing.toLocaleString('en')} pixels differ between two cuts. Do not print this.`}
            </Typography>
          </Box>
        ) : (
          <Box>
            <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
              {tooLarge
                ? 'This block is too large to render in one piece. A lower ppi in the brief makes it provable.'
                : 'Renders the block at print size, cut in two places, and compares every byte.'}
            </Typography>
            <Button
              variant="contained"
              disabled={!project.placements.length || tooLarge}
              onClick={() => proveWrapNow(project)}
            >
              Prove the wrap
            </Button>
          </Box>
        )}
      </Part>
      {report && report.medianGapMm !== null && (
        <Part title="Gaps between motifs">
          <Typography variant="body2" color="text.secondary">
            Middle gap {small(report.medianGapMm)}, widest {small(Math.max(...report.gapsMm))}. Art covers{' '}
            {`${trim(report.cover * 100, 0)}\u00a0%`} of the cloth.
          </Typography>
          <Box aria-hidden sx={{ mt: 1, color: 'text.secondary', minHeight: 92 }}>
            {charted && (
              <BarChart
                width={304}
                height={92}
                data={gapBins(charted)}
                margin={{ top: 4, right: 4, bottom: 0, left: 4 }}
              >
                <XAxis
                  dataKey="name"
                  tickLine={false}
                  fontSize={11}
                  stroke="currentColor"
                  unit=" mm"
                  interval="preserveStartEnd"
                />
                <Bar dataKey="n" isAnimationActive={false}>
                  {gapBins(charted).map((b) => (
                    <Cell key={b.name} fill={limit && b.from >= limit.limitMm ? '#B97A1E' : '#9C6A92'} />
                  ))}
                </Bar>
              </BarChart>
            )}
          </Box>
        </Part>
      )}
      {list.map((f, n) => (
        <Box
          // biome-ignore lint/suspicious/noArrayIndexKey: a finding is known by its number.
          key={n}
          component="section"
          data-testid="finding"
          sx={{
            borderTop: 1,
            borderColor: 'divider',
            pt: 1.5,
            display: 'grid',
            gridTemplateColumns: '34px 1fr',
            gap: 1,
          }}
        >
          <Box
            aria-hidden
            sx={{
              width: 28,
              height: 28,
              borderRadius: '50%',
              bgcolor: 'warning.main',
              color: 'warning.contrastText',
              display: 'grid',
              placeItems: 'center',
              fontWeight: 700,
              fontSize: 12,
            }}
          >
            {letterOf(f)}
            {n + 1}
          </Box>
          <Box>
            <Typography variant="h3">{findingTitle(f, project)}</Typography>
            <Typography variant="body2" color="text.secondary">
              {findingWhy(f, project)}
            </Typography>
            <Button
              variant={focus === n ? 'contained' : 'outlined'}
              sx={{ mt: 0.75 }}
              onClick={() => show(f, n)}
              aria-label={`Show finding ${n + 1} on the cloth`}
            >
              Show it
            </Button>
            {f.kind === 'bare-patch' && (
              <Button
                sx={{ mt: 0.75, ml: 0.75 }}
                aria-label={`Offer fillers for finding ${n + 1}`}
                onClick={() => {
                  useView.setState({ finding: n });
                  fillPatchNow(project);
                }}
              >
                Fill it
              </Button>
            )}
          </Box>
        </Box>
      ))}
      {report && project.placements.length > 0 && report.medianGapMm === null && (
        <Typography variant="body2" color="text.secondary">
          Bare patches: too little on the cloth to compare yet. Lay two motifs or more.
        </Typography>
      )}
    </Tray>
  );
}
