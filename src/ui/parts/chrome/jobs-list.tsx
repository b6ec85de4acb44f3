'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import CircularProgress from '@mui/material/CircularProgress';
import Popover from '@mui/material/Popover';
import { useSnackbar } from 'notistack';
import { useCallback, useEffect, useRef, useState } from 'react';
import { counted } from '@/core';
import { type UnderWay, useSaidOfLeft, useUnderWay } from '@/session/bolt';
import { stopJob } from '@/session/kernel';
import Progress from './progress';

/** What takes longer than this is shown, ms. */
const SHOWN_AFTER_MS = 500;

/** The jobs that have been under way for a while: short ones come and go unseen. */
function useLongJobs(): UnderWay[] {
  const all = useUnderWay();
  const keyOf = ({ of, job }: UnderWay) => `${of} ${job.id}`;
  const ids = all.map(keyOf).join('\n');
  const [long, setLong] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setLong(ids), SHOWN_AFTER_MS);
    return () => clearTimeout(timer);
  }, [ids]);
  const seen = long.split('\n');
  return all.filter((one) => seen.includes(keyOf(one)));
}

/** What is done, with the bolt it is done in where that is not on show. */
const labelOf = ({ of, job }: UnderWay) => (of ? `${of}: ${job.label}` : job.label);

/** All long work that is under way, in one place; each is stopped alone. `elsewhere`: only that of bolts that were left. */
export default function JobsList({ elsewhere = false }: { elsewhere?: boolean }) {
  const long = useLongJobs();
  const jobs = elsewhere ? long.filter((one) => one.of) : long;
  const { enqueueSnackbar } = useSnackbar();
  const say = useCallback(
    (text: string, failed: boolean) => void enqueueSnackbar(text, failed ? { variant: 'error' } : {}),
    [enqueueSnackbar],
  );
  useSaidOfLeft(say);
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const [first] = jobs;
  if (!first) return null;
  const summary = jobs.length === 1 ? labelOf(first).replace(/\.$/, '') : counted(jobs.length, 'job');
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
            variant={first.job.share === null ? 'indeterminate' : 'determinate'}
            value={(first.job.share ?? 0) * 100}
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
        {jobs.map((one) => (
          <Box key={`${one.of} ${one.job.id}`} data-testid="job">
            <Progress
              what={labelOf(one)}
              share={one.job.share}
              onStop={() => stopJob(one.bolt, one.job.id)}
            />
          </Box>
        ))}
      </Popover>
    </>
  );
}
