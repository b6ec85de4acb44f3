'use client';

import CheckCircleRounded from '@mui/icons-material/CheckCircleRounded';
import ErrorRounded from '@mui/icons-material/ErrorRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { blockFits, LIMITS, pixelPlan, slug } from '@/core';
import { exportBlock, type FileProof, loadAsset, sceneRequest } from '@/session/arts';
import { record, useBolt } from '@/session/bolt';
import { runJob, Stopped, useJob } from '@/session/jobs';
import JobProgress from '../../parts/job-progress';
import { fileSize, LAYOUT_NAME, size } from '../../parts/lengths';
import { saveFile } from '../../parts/save-file';
import Tray, { Part } from '../../parts/tray';
import { FIGURES } from '../../theme/theme';

/** A block that is written, as a job, and what the file was found to be. */
const SEND = 'send';
type Sent = { name: string; proof: FileProof; asked: { width: number; height: number; ppi: number } };

export default function SendTray() {
  const project = useBolt((s) => s.project);
  const [ground, setGround] = useState<'opaque' | 'clear'>('opaque');
  const [wayId, setWayId] = useState('');
  const job = useJob<Sent>(SEND);
  const busy = job?.state === 'running';
  const sent = job?.result;
  if (!project) return null;
  const { brief, layout } = project;
  const plan = pixelPlan(layout, { width: brief.widthMm, height: brief.heightMm }, brief.ppi);
  const way = project.colourways.find((c) => c.id === (wayId || project.shown)) ?? project.colourways[0];
  const tooLarge = !blockFits(plan);
  const blockMm = { width: plan.block.width / plan.scale.x, height: plan.block.height / plan.scale.y };

  const send = () =>
    runJob(SEND, 'Rendering and writing the block.', async (work): Promise<Sent> => {
      const name = `${slug(project.name, 'bolt')}_${slug(way.name, 'colourway')}_${slug(LAYOUT_NAME[layout.kind], 'repeat')}-block_${plan.block.width}x${plan.block.height}_${Math.round(brief.ppi)}ppi.png`;
      const { png, proof } = await exportBlock(
        sceneRequest(project, ground === 'opaque', way.id),
        work,
        loadAsset,
      );
      if (work.signal.aborted) throw new Stopped('Stopped.');
      saveFile(new Blob([png], { type: 'image/png' }), name);
      record({
        kind: 'export',
        text: `Sent ${name}: repeat block of ${way.name}, ${proof.width} x ${proof.height} px, ${proof.ppi} ppi, ${ground === 'opaque' ? 'on its ground' : 'without ground'}.`,
        sha256: proof.sha256,
        bytes: proof.bytes,
      });
      return { name, proof, asked: { ...plan.block, ppi: Math.round(brief.ppi) } };
    });

  const proofs: [boolean, string][] = sent
    ? [
        [
          sent.proof.width === sent.asked.width && sent.proof.height === sent.asked.height,
          `Size: ${sent.proof.width} x ${sent.proof.height} px`,
        ],
        [sent.proof.ppi === sent.asked.ppi, `In the file: ${sent.proof.ppi} ppi`],
        [sent.proof.faithful, 'Every pixel read back is the one that was rendered'],
        [sent.proof.joins, 'Joins: cut through the middle it is the same to the byte'],
      ]
    : [];
  return (
    <Tray title="Send" says="One repeat block, for a printer who repeats it straight.">
      {busy ? (
        <JobProgress kind={SEND} />
      ) : (
        <Button
          variant="contained"
          size="large"
          disabled={!project.placements.length || tooLarge}
          onClick={send}
        >
          Make the PNG
        </Button>
      )}
      {!project.placements.length && (
        <Typography variant="body2" color="text.secondary">
          There is nothing on the cloth to send yet.
        </Typography>
      )}
      {tooLarge && (
        <Typography variant="body2" color="warning.main">
          The block is {plan.block.width} x {plan.block.height} px; up to {LIMITS.maxBlockPx} px on a side and{' '}
          {LIMITS.maxBlockMp} megapixels can be sent. Lower the ppi in the brief.
        </Typography>
      )}
      {job?.trouble && (
        <Typography role="alert" variant="body2" color="error">
          The file was not made: {job.trouble}
        </Typography>
      )}
      <Part title="What goes into it">
        <Box sx={{ display: 'grid', gap: 1.5 }}>
          <TextField select label="Colourway" value={way.id} onChange={(e) => setWayId(e.target.value)}>
            {project.colourways.map((c) => (
              <MenuItem key={c.id} value={c.id}>
                {c.name}
              </MenuItem>
            ))}
          </TextField>
          <ToggleButtonGroup
            exclusive
            fullWidth
            value={ground}
            onChange={(_, v) => v && setGround(v)}
            aria-label="Ground"
          >
            <ToggleButton value="opaque">On its ground</ToggleButton>
            <ToggleButton value="clear">Without ground</ToggleButton>
          </ToggleButtonGroup>
          <Typography variant="body2" color="text.secondary">
            {plan.block.width} x {plan.block.height} px, {size(blockMm.width, blockMm.height, brief.unit)} at{' '}
            {Math.round(brief.ppi)} ppi. {LAYOUT_NAME[layout.kind]} is already in the block: the printer
            repeats it straight.
          </Typography>
        </Box>
      </Part>
      {sent && (
        <Part title="Read back from the file">
          <Box data-testid="file-proof" sx={{ display: 'grid', gap: 0.75 }}>
            {proofs.map(([ok, text]) => (
              <Box key={text} sx={{ display: 'flex', gap: 1 }}>
                {ok ? (
                  <CheckCircleRounded color="secondary" fontSize="small" />
                ) : (
                  <ErrorRounded color="error" fontSize="small" />
                )}
                <Typography variant="body2">
                  {text}
                  {ok ? '' : ': not as asked. Do not send this file.'}
                </Typography>
              </Box>
            ))}
          </Box>
          <Typography
            variant="caption"
            component="div"
            sx={{ fontFamily: FIGURES, overflowWrap: 'anywhere', mt: 1 }}
          >
            {sent.name}, {fileSize(sent.proof.bytes)}
          </Typography>
        </Part>
      )}
    </Tray>
  );
}
