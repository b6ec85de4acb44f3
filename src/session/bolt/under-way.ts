import { useEffect, useReducer } from 'react';
import { type Job, type Session, useJobs, useLeft, useSession } from '../kernel';
import { useBolt } from './bolt';

/** A job under way, and the bolt that it belongs to; `of`: the name of a bolt that is not on show. */
export type UnderWay = { bolt: Session; of: string; job: Job };

const nameOf = (bolt: Session) => useBolt.of(bolt).getState().project?.name ?? '';
const running = (bolt: Session) =>
  useJobs
    .of(bolt)
    .getState()
    .jobs.filter((j) => j.state === 'running');

/** Follows the jobs under way in the bolt on show, and in those that were left. */
export function useUnderWay(): UnderWay[] {
  const here = useSession();
  const left = useLeft();
  const [, changed] = useReducer((n: number) => n + 1, 0);
  useEffect(() => {
    const leave = [here, ...left].map((bolt) => useJobs.of(bolt).subscribe(changed));
    return () => {
      for (const end of leave) end();
    };
  }, [here, left]);
  return [
    ...running(here).map((job) => ({ bolt: here, of: '', job })),
    ...left.flatMap((bolt) => running(bolt).map((job) => ({ bolt, of: nameOf(bolt), job }))),
  ];
}

/** Says how the work of a bolt that was left has ended: by what it wrote in the log meanwhile, or why it failed. */
export function useSaidOfLeft(say: (text: string, failed: boolean) => void) {
  const left = useLeft();
  useEffect(() => {
    const leave = left.map((bolt) => {
      const lines = useBolt.of(bolt).getState().log.length;
      return useJobs.of(bolt).subscribe(({ jobs }, before) => {
        if (!bolt.left) return;
        for (const job of jobs) {
          if (job.state === before.jobs.find((j) => j.id === job.id)?.state) continue;
          const line = useBolt.of(bolt).getState().log.slice(lines).at(-1);
          const said = job.waits ?? line?.text;
          if (job.state === 'done' && said) say(`${nameOf(bolt)}: ${said}`, false);
          if (job.state === 'failed') say(`${nameOf(bolt)}: ${job.trouble}`, true);
        }
      });
    });
    return () => {
      for (const end of leave) end();
    };
  }, [left, say]);
}
