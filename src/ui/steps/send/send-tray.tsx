'use client';

import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { isBare, LIMITS } from '@/core';
import { useBolt } from '@/session/bolt';
import { useJob } from '@/session/jobs';
import JobProgress from '../../parts/job-progress';
import Sections from '../../parts/sections';
import Tray from '../../parts/tray';
import { sendSections } from './sections';
import { SEND, sendBlock, useSendAsk, whatIsSent } from './send';

export default function SendTray() {
  const project = useBolt((s) => s.project);
  const ask = useSendAsk();
  const job = useJob(SEND);
  if (!project) return null;
  const { format, plan, fits } = whatIsSent(project, ask);
  return (
    <Tray title="Send" summary="One repeat block, for a printer who repeats it straight.">
      {job?.state === 'running' ? (
        <JobProgress kind={SEND} />
      ) : (
        <Button
          variant="contained"
          size="large"
          disabled={isBare(project) || !fits}
          onClick={() => void sendBlock(project)}
        >
          Make the {format.name}
        </Button>
      )}
      {isBare(project) && (
        <Typography variant="body2" color="text.secondary">
          There is nothing on the cloth to send yet.
        </Typography>
      )}
      {!fits && (
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
      <Sections of={sendSections} project={project} />
    </Tray>
  );
}
