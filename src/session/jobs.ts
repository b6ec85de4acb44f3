import { Stopped, type Work } from '../engine';
import { textOf } from './trouble';

export { Stopped };

import { session, sessionStore } from './session';

type JobState = 'running' | 'done' | 'failed' | 'stopped';

/** Long work of the open bolt. It goes on when the step changes; its result stays until the next of its kind begins. */
export type Job = {
  id: number;
  kind: string;
  /** What is being done, as a sentence. */
  label: string;
  /** How far it is, 0 to 1; null when that cannot be told. */
  share: number | null;
  state: JobState;
  result?: unknown;
  /** Why it failed. */
  trouble?: string;
};

type Stops = Map<number, AbortController>;
type JobsState = { jobs: Job[]; stops: Stops };
export const useJobs = sessionStore<JobsState>(() => ({ jobs: [], stops: new Map() }));

const change = (id: number, part: Partial<Job>) =>
  useJobs.setState((s) => ({ jobs: s.jobs.map((j) => (j.id === id ? { ...j, ...part } : j)) }));

/**
 * Begins a job of the open bolt; one of its kind that is under way is stopped, for only the newest counts. It is shown in one place and stopped alone; when the bolt is closed it ends, and
 * nothing of it reaches another.
 * @returns what it came to; null when it was stopped or failed, which its record then says.
 */
export async function runJob<T>(
  kind: string,
  label: string,
  run: (work: Required<Work>) => Promise<T>,
): Promise<T | null> {
  const mine = session();
  if (mine.closed) return null;
  const { jobs, stops } = useJobs.getState();
  const id = 1 + Math.max(0, ...jobs.map((j) => j.id));
  const stop = new AbortController();
  stops.set(id, stop);
  mine.atEnd(() => stop.abort());
  const job: Job = { id, kind, label, share: null, state: 'running' };
  for (const j of jobs) if (j.kind === kind) stops.get(j.id)?.abort();
  useJobs.setState({ jobs: [...jobs.filter((j) => j.kind !== kind), job] });
  const onProgress = (share: number) => {
    // Word of how far it is may still be on its way when the work has ended.
    if (!mine.closed && stops.has(id)) change(id, { share });
  };
  const end = (part: Partial<Job>) => {
    stops.delete(id);
    if (!mine.closed) change(id, part);
  };
  try {
    const result = await mine.answer(run({ signal: stop.signal, onProgress }));
    if (stop.signal.aborted) throw new Stopped('Stopped.');
    end({ state: 'done', share: 1, result });
    return result;
  } catch (error) {
    if (error instanceof Stopped) end({ state: 'stopped' });
    else end({ state: 'failed', trouble: textOf(error) });
    return null;
  }
}

/** Stops one job; everything is as it was. */
export const stopJob = (id: number) => useJobs.getState().stops.get(id)?.abort();

/** Stops the job of a kind that is under way, if one is. */
export function stopKind(kind: string) {
  for (const j of useJobs.getState().jobs) if (j.kind === kind) stopJob(j.id);
}

const ofKind = (kind: string) => (s: JobsState) => s.jobs.find((j) => j.kind === kind);

/** Follows the job of a kind. */
export const useJob = <T>(kind: string) => useJobs(ofKind(kind)) as (Job & { result?: T }) | undefined;

/** Why the last job of a kind failed, if it did. */
export const jobTrouble = (kind: string) => ofKind(kind)(useJobs.getState())?.trouble ?? null;

/** Whether a job of a kind is under way. */
export const useBusy = (kind: string): boolean => useJob(kind)?.state === 'running';
