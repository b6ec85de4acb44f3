'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { Project } from '@/core';
import { runJob, type Session, useBusy, useSession, type Work } from '@/session/kernel';
import { GOES_OUT, makeOut, type OutFormat, outName, type Slide, wentOut } from '@/session/returns';
import { whereToSave } from '@/session/shelf';
import { shortMomentText } from '../../../parts/chrome/dates';
import JobProgress from '../../../parts/chrome/job-progress';
import { Part } from '../../../parts/chrome/tray';
import Choice from '../../../parts/fields/choice';

const CUT: Record<Slide, string> = {
  both: 'half across and half down',
  across: 'half across',
  down: 'half down',
  turned: 'each quarter turned in its place',
  'as-laid': 'as it lies',
};
const FILE: Record<OutFormat, string> = {
  png: 'one picture, PNG',
  ora: 'the picture, an empty layer, a guide, ORA',
};

/** Makes the file at the press and hands it over; the document remembers how it was cut. */
async function goOut(bolt: Session, project: Project, how: Slide, format: OutFormat) {
  const name = `${outName(project, how, project.drawnOn.version)}.${format}`;
  const place = await whereToSave(name);
  if (!place) return;
  const run = async (work: Required<Work>) => {
    const { file, out, sha256 } = await makeOut(bolt, project, how, format, work);
    await place.save(file);
    await wentOut(bolt, out, name, sha256, file.size);
    return true;
  };
  const made = await runJob(bolt, GOES_OUT, 'Cutting the cloth to draw on.', run, { goesOn: true });
  if (!made) await place.letGo();
}

/** The cloth as a picture to draw on in a program of one's own. */
export default function OutSection({ project }: { project: Project }) {
  const bolt = useSession();
  const [how, setHow] = useState<Slide>('both');
  const [format, setFormat] = useState<OutFormat>('png');
  const busy = useBusy(GOES_OUT);
  const { out } = project.drawnOn;
  return (
    <Part title="Send it out">
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
        Its edges come to the middle, where you draw. Use any program; leave the size as it is, or not.
      </Typography>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <Choice label="Slid by" value={how} options={CUT} onChange={setHow} />
        <Choice label="As" value={format} options={FILE} onChange={setFormat} />
      </Box>
      <Button
        fullWidth
        variant={out ? 'outlined' : 'contained'}
        sx={{ mt: 1.5 }}
        disabled={busy}
        onClick={() => void goOut(bolt, project, how, format)}
      >
        Send out to draw on
      </Button>
      {format === 'ora' && (
        <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
          The guide rings what the check asks for, by number, and frames what stays clear of the edge. It is
          not taken back.
        </Typography>
      )}
      <JobProgress kind={GOES_OUT} />
      {out && (
        <Typography variant="body2" sx={{ mt: 1 }} data-testid="went-out">
          Out since {shortMomentText(out.at)}, slid by {CUT[out.how]}, {out.width} x {out.height} px.
        </Typography>
      )}
    </Part>
  );
}
