'use client';

import { stopJob, useJob } from '@/session/jobs';
import Progress from './progress';

/** How far the job of a kind is, with a way to stop it; nothing while none is under way. */
export default function JobProgress({ kind }: { kind: string }) {
  const job = useJob(kind);
  if (job?.state !== 'running') return null;
  return <Progress what={job.label} share={job.share} onStop={() => stopJob(job.id)} />;
}
