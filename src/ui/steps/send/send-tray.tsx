'use client';

import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { blockFits, isBare, LIMITS, MM_PER_INCH, mmPer } from '@/core';
import { refuse, useBolt } from '@/session/bolt';
import { useJob, useSession } from '@/session/kernel';
import { SEND, sendPicture, timesSent, useSendAsk, whatIsSent } from '@/session/send';
import JobProgress from '../../parts/chrome/job-progress';
import Sections from '../../parts/chrome/sections';
import Tray from '../../parts/chrome/tray';
import { trim } from '../../parts/fields/lengths';
import { sendSections } from './sections';

export default function SendTray() {
  const bolt = useSession();
  const project = useBolt((s) => s.project);
  const ask = useSendAsk();
  const job = useJob(SEND);
  if (!project) return null;
  const { files, format, what, plan, px, ppi, fits, trouble } = whatIsSent(project, ask, timesSent());
  const { unit } = project.brief;
  // What is done of it, as so much cloth.
  const cloth = (share: number) => {
    const long = ((px.height / ppi) * MM_PER_INCH * Math.max(1, files.length)) / mmPer(unit);
    return `Writing and reading back ${trim(share * long, 1)} of ${trim(long, 1)} ${unit} of cloth.`;
  };
  return (
    <Tray
      title="Send"
      summary={
        what === 'sheet'
          ? 'A sheet filled with the repeat, for a printer who prints the file once.'
          : what === 'cell'
            ? 'One cell, as you draw in it.'
            : 'One repeat block, for a printer who repeats it straight.'
      }
    >
      {job?.state === 'running' ? (
        <JobProgress kind={SEND} say={cloth} />
      ) : (
        <Button
          variant="contained"
          size="large"
          disabled={isBare(project) || !fits || trouble !== ''}
          onClick={() => void sendPicture(bolt, project).catch((error) => refuse(bolt, error))}
        >
          {files.length > 1 ? `Make ${files.length} ${format.name} files` : `Make the ${format.name}`}
        </Button>
      )}
      {isBare(project) && (
        <Typography variant="body2" color="text.secondary">
          There is nothing on the cloth to send yet.
        </Typography>
      )}
      {trouble && !isBare(project) && (
        <Typography variant="body2" color="warning.main">
          {trouble}
        </Typography>
      )}
      {!fits && !blockFits(plan) && (
        <Typography variant="body2" color="warning.main">
          The block is {plan.block.width} x {plan.block.height} px; up to {LIMITS.maxBlockPx} px on a side and{' '}
          {LIMITS.maxBlockMp} megapixels can be sent. Lower the ppi in the brief.
        </Typography>
      )}
      {!fits && blockFits(plan) && (
        <Typography variant="body2" color="warning.main">
          The sheet is {px.width} x {px.height} px; up to {LIMITS.maxSheetPx} px on a side and{' '}
          {LIMITS.maxSheetMp} megapixels can be sent. Make it smaller, send it in parts, or lower its ppi.
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
