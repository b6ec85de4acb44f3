'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import CircularProgress from '@mui/material/CircularProgress';
import Popover from '@mui/material/Popover';
import { useEffect, useRef, useState } from 'react';
import { counted } from '@/core';
import { type Job, stopJob, useJobs } from '@/session/jobs';
import { useSession } from '@/session/session';
import Progress from './progress';

/** What takes longer than this is shown, ms. */
const SHOWN_AFTER_MS = 500;

/** The jobs that have been under way for a while: short ones come and go unseen. */
function useLongJobs(): Job[] {
  const jobs = useJobs((s) => s.jobs);
  const running = jobs.filter((j) => j.state === 'running');
  const ids = running.map((j) => j.id).join();
  const [long, setLong] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setLong(ids), SHOWN_AFTER_MS);
    return () => clearTimeout(timer);
  }, [ids]);
  const seen = long.split(',');
  return running.filter((j) => seen.includes(`${j.id}`));
}

/** All long work that is under way, in one place; each is stopped alone. */
export default function JobsList() {
  const bolt = useSession();
  const jobs = useLongJobs();
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const [first] = jobs;
  if (!first) return null;
  const summary = jobs.length === 1 ? first.label.replace(/\.$/, '') : counted(jobs.length, 'job');
  return (
    <>
      <Button
        ref={button}
        size="small"
        onClick={() => setOpen(true)}
        aria-haspopup="dialog"
        aria-label={`Under way: ${summary}`}
        startIcon={
          <CircularProgress
            size={15}
            thickness={6}
            aria-hidden
            variant={first.share === null ? 'indeterminate' : 'determinate'}
            value={(first.share ?? 0) * 100}
          />
        }
        sx={{ minWidth: 0, maxWidth: 240, whiteSpace: 'nowrap', fontWeight: 500 }}
      >
        <Box
          component="span"
          sx={{ overflow: 'hidden', textOverflow: 'ellipsis', display: { xs: 'none', sm: 'inline' } }}
        >
          {summary}
        </Box>
      </Button>
      <Popover
        open={open}
        onClose={() => setOpen(false)}
        anchorEl={() => button.current}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
        transformOrigin={{ vertical: 'top', horizontal: 'right' }}
        slotProps={{
          paper: {
            'aria-label': 'Under way',
            role: 'dialog',
            sx: { p: 2, width: 340, display: 'grid', gap: 2 },
          },
        }}
      >
        {jobs.map((job) => (
          <Box key={job.id} data-testid="job">
            <Progress what={job.label} share={job.share} onStop={() => stopJob(bolt, job.id)} />
          </Box>
        ))}
      </Popover>
    </>
  );
}
