'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { hexOfRgb, isVector, type Motif, pxToMm, rgbOfHex, slug } from '@/core';
import { traceMotif } from '@/session/intake';
import { runJob, useJob, useSession } from '@/session/kernel';
import { saveFile } from '@/session/shelf';
import JobProgress from '../../../parts/chrome/job-progress';
import Thumb from '../../../parts/chrome/thumb';
import { fileSize, trim } from '../../../parts/fields/lengths';
import TwoHalves from './two-halves';

type Traced = Awaited<ReturnType<typeof traceMotif>>;

/** The motif as outlines, plate by plate, with what differs from its pixels; to be saved as SVG. */
export default function Trace({ motif, ground }: { motif: Motif; ground: string }) {
  const bolt = useSession();
  const [smooth, setSmooth] = useState(1.2);
  const [view, setView] = useState<'drawn' | 'difference'>('drawn');
  const kind = `trace ${motif.id}`;
  const job = useJob<Traced>(kind);
  const busy = job?.state === 'running';
  const traced = job?.result;
  const run = () =>
    runJob(bolt, kind, `Tracing ${motif.name}.`, (work) =>
      traceMotif(bolt, motif, smooth, rgbOfHex(ground), work),
    );
  const curves = traced?.plates.reduce((s, p) => s + p.curves, 0) ?? 0;
  if (isVector(motif)) {
    return (
      <TwoHalves picture={null}>
        <Typography variant="body2">This motif is a vector already.</Typography>
      </TwoHalves>
    );
  }
  return (
    <TwoHalves
      picture={
        traced ? (
          <Box sx={{ width: '100%' }} data-testid="trace-view">
            <Thumb bitmap={traced[view]} ground={view === 'drawn' ? ground : '#888888'} height={440} />
          </Box>
        ) : (
          <Typography variant="body2" color="text.secondary" sx={{ maxWidth: 340 }}>
            Traced, a motif can be cut, plotted, or opened in any program that reads SVG. Its texture is left
            behind.
          </Typography>
        )
      }
    >
      <Box>
        <Typography variant="subtitle2" id="smooth-label">
          Smooth, within {trim(pxToMm(smooth, motif.ppi), 2)} mm
        </Typography>
        <Slider
          aria-labelledby="smooth-label"
          min={0.4}
          max={6}
          step={0.2}
          value={smooth}
          onChange={(_, v) => setSmooth(v as number)}
        />
        <Typography variant="caption" color="text.secondary">
          Less follows every wobble of the hand; more makes fewer, rounder curves.
        </Typography>
      </Box>
      <Button variant={traced ? 'outlined' : 'contained'} onClick={run} disabled={busy}>
        {traced ? 'Trace again' : 'Trace it'}
      </Button>
      <JobProgress kind={kind} />
      {traced && (
        <>
          <ToggleButtonGroup
            exclusive
            fullWidth
            value={view}
            onChange={(_, v) => v && setView(v)}
            aria-label="What is shown"
          >
            <ToggleButton value="drawn">Outlines</ToggleButton>
            <ToggleButton value="difference">Difference</ToggleButton>
          </ToggleButtonGroup>
          <Typography variant="body2" data-testid="trace-says">
            {curves} curves on {traced.plates.length} plates. {trim(traced.share * 100, 1)} % of its pixels
            differ plainly
            {traced.share < 0.05 ? '.' : ': mostly texture, which outlines cannot hold.'}
          </Typography>
          {traced.plates.map((p, n) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a plate is its place in the order
            <Box key={n} sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
              <Box
                sx={{
                  width: 18,
                  height: 18,
                  borderRadius: '50%',
                  bgcolor: hexOfRgb(p.rgb),
                  border: 1,
                  borderColor: 'divider',
                }}
              />
              <Typography variant="body2">
                {p.name}, {p.curves} curves
              </Typography>
            </Box>
          ))}
          <Button
            variant="contained"
            onClick={() =>
              saveFile(new Blob([traced.svg], { type: 'image/svg+xml' }), `${slug(motif.name, 'motif')}.svg`)
            }
          >
            Save the SVG, {fileSize(traced.svg.length)}
          </Button>
        </>
      )}
      {job?.trouble && (
        <Typography role="alert" variant="body2" color="error">
          {job.trouble}
        </Typography>
      )}
    </TwoHalves>
  );
}
