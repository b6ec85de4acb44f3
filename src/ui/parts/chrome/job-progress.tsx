'use client';

import { stopJob, useJob, useSession } from '@/session/kernel';
import Progress from './progress';

/** How far the job of a kind is, with a way to stop it; nothing while none is under way. */
export default function JobProgress({
  kind,
  say,
}: {
  kind: string;
  /** How far it is, in words of its own. */
  say?: (share: number) => string;
}) {
  const bolt = useSession();
  const job = useJob(kind);
  if (job?.state !== 'running') return null;
  return (
    <Progress
      what={say && job.share !== null ? say(job.share) : job.label}
      share={job.share}
      onStop={() => stopJob(bolt, job.id)}
    />
  );
}
