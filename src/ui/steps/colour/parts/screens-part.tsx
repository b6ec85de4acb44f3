'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { counted, isBare, type Project, shownColourway, slug } from '@/core';
import { record } from '@/session/bolt';
import { centreOn } from '@/session/cloth';
import { makeScreens, type ScreenReport } from '@/session/colour';
import { runJob, Stopped, useJob, useSession } from '@/session/kernel';
import { saveFile } from '@/session/shelf';
import JobProgress from '../../../parts/chrome/job-progress';
import { trim } from '../../../parts/fields/lengths';
import NumberField from '../../../parts/fields/number-field';

const SCREENS = 'screens';

/** Flat plates of the block for screen printing: how many, how far they overlap, and what is too thin to print. */
export default function ScreensPart({ project }: { project: Project }) {
  const bolt = useSession();
  const most = project.inks.length - 1;
  const [count, setCount] = useState(most);
  const [trapMm, setTrap] = useState(0.2);
  const [lineMm, setLine] = useState(0.4);
  const [marks, setMarks] = useState(false);
  const job = useJob<ScreenReport[]>(SCREENS);
  const report = job?.result;
  const way = shownColourway(project);
  const make = () =>
    runJob(bolt, SCREENS, 'Making the screens.', async (work) => {
      const made = await makeScreens(project, { count: Math.min(count, most), trapMm, lineMm, marks }, work);
      if (work.signal.aborted) throw new Stopped('Stopped.');
      const name = `${slug(`${project.name} ${way.name}`, 'bolt')}_screens.zip`;
      saveFile(new Blob([made.zip], { type: 'application/zip' }), name);
      record(bolt, {
        kind: 'export',
        text: `Sent ${name}: ${counted(made.report.length, 'flat screen')} of ${way.name}, trap ${trapMm} mm.`,
        bytes: made.zip.length,
      });
      return made.report;
    });
  const thin = report?.filter((r) => r.places) ?? [];
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="body2" color="text.secondary">
        Each ink as one flat screen of the block, in register, light to dark. The ground is left bare.
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr', gap: 1, mt: 0.5 }}>
        <NumberField
          label="Screens"
          digits={0}
          value={Math.min(count, most)}
          min={1}
          max={most}
          onChange={setCount}
        />
        <NumberField
          label="Trap"
          unit="mm"
          digits={2}
          step={0.05}
          value={trapMm}
          min={0}
          max={3}
          onChange={setTrap}
        />
        <NumberField
          label="Thinnest"
          unit="mm"
          digits={2}
          step={0.05}
          value={lineMm}
          min={0}
          max={5}
          onChange={setLine}
        />
      </Box>
      <FormControlLabel
        control={<Checkbox size="small" checked={marks} onChange={(e) => setMarks(e.target.checked)} />}
        label="Register marks in room round them"
        slotProps={{ typography: { variant: 'body2' } }}
      />
      {job?.state !== 'running' ? (
        <Button variant="outlined" disabled={isBare(project)} onClick={() => void make()}>
          Make the screens
        </Button>
      ) : (
        <JobProgress kind={SCREENS} />
      )}
      {job?.trouble && (
        <Typography role="alert" variant="body2" color="error">
          {job.trouble} Nothing was sent.
        </Typography>
      )}
      {report && (
        <Box data-testid="screens">
          <Typography variant="body2" role="status">
            {counted(report.length, 'screen')} saved.{' '}
            {thin.length
              ? `Thinner than ${trim(lineMm, 2)} mm in ${thin.length} of them:`
              : `Nothing is thinner than ${trim(lineMm, 2)} mm.`}
          </Typography>
          {thin.map((r) => (
            <Box
              key={r.file}
              sx={{
                display: 'grid',
                gridTemplateColumns: '1fr auto auto',
                columnGap: 1.5,
                alignItems: 'center',
                borderBottom: 1,
                borderColor: 'divider',
              }}
            >
              <Typography variant="body2" noWrap>
                {project.inks[r.ink]?.name}
              </Typography>
              <Typography variant="body2" color="text.secondary">
                {r.places} {r.places === 1 ? 'place' : 'places'}, {trim(r.thinMm2, 1)} mm²
              </Typography>
              <Button
                size="small"
                aria-label={`Show the largest of ${project.inks[r.ink]?.name}`}
                onClick={() => r.at && centreOn(r.at)}
              >
                Show
              </Button>
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
