import { Stopped, type Work } from '../../engine';
import { messageOf } from './errors';

export type { Work };
export { Stopped };

import { type Session, sessionStore } from './session';

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
  /** It goes on when the bolt is left. */
  goesOn: boolean;
  /** Its result waits in the bolt until it is kept: what is said of it. */
  waits?: string;
};

type Stops = Map<number, AbortController>;
type JobsState = { jobs: Job[]; stops: Stops };
export const useJobs = sessionStore<JobsState>(() => ({ jobs: [], stops: new Map() }));

const change = (bolt: Session, id: number, part: Partial<Job>) =>
  useJobs.of(bolt).setState((s) => ({ jobs: s.jobs.map((j) => (j.id === id ? { ...j, ...part } : j)) }));

/**
 * Begins a job of a bolt; one of its kind that is under way there is stopped, for only the newest counts. It is shown in one
 * place and stopped alone; when the bolt is left it ends, unless it goes on, and nothing of it reaches another.
 * @param how.goesOn it goes on when the bolt is left, which is closed after it. @param how.waits what is said of a result that waits in
 * the bolt until it is kept.
 * @returns what it came to; null when it was stopped or failed, which its record then says.
 */
export async function runJob<T>(
  bolt: Session,
  kind: string,
  label: string,
  run: (work: Required<Work>) => Promise<T>,
  { goesOn = false, waits }: { goesOn?: boolean; waits?: (result: T) => string } = {},
): Promise<T | null> {
  if (bolt.closed) return null;
  const { jobs, stops } = useJobs.of(bolt).getState();
  const id = 1 + Math.max(0, ...jobs.map((j) => j.id));
  const stop = new AbortController();
  stops.set(id, stop);
  bolt.atEnd(() => stop.abort());
  if (!goesOn) bolt.atLeave(() => stop.abort());
  const ended = goesOn ? bolt.goOn() : () => {};
  const job: Job = { id, kind, label, share: null, state: 'running', goesOn };
  for (const j of jobs) if (j.kind === kind) stops.get(j.id)?.abort();
  useJobs.of(bolt).setState({ jobs: [...jobs.filter((j) => j.kind !== kind), job] });
  const onProgress = (share: number) => {
    // Word of how far it is may still be on its way when the work has ended.
    if (!bolt.closed && stops.has(id)) change(bolt, id, { share });
  };
  const end = (part: Partial<Job>) => {
    stops.delete(id);
    if (!bolt.closed) change(bolt, id, part);
  };
  try {
    const result = await bolt.answer(run({ signal: stop.signal, onProgress }));
    if (stop.signal.aborted) throw new Stopped('Stopped.');
    end({ state: 'done', share: 1, result, ...(waits ? { waits: waits(result) } : {}) });
    return result;
  } catch (error) {
    if (error instanceof Stopped) end({ state: 'stopped' });
    else end({ state: 'failed', trouble: messageOf(error) });
    return null;
  } finally {
    ended();
  }
}

/** Stops one job; everything is as it was. */
export const stopJob = (bolt: Session, id: number) => useJobs.of(bolt).getState().stops.get(id)?.abort();

/** The jobs that stop when this bolt is left. */
export const stopsOnLeaving = (bolt: Session): Job[] =>
  useJobs
    .of(bolt)
    .getState()
    .jobs.filter((j) => j.state === 'running' && !j.goesOn);

/** Stops the job of a kind that is under way, if one is. */
export function stopKind(bolt: Session, kind: string) {
  for (const j of useJobs.of(bolt).getState().jobs) if (j.kind === kind) stopJob(bolt, j.id);
}

const ofKind = (kind: string) => (s: JobsState) => s.jobs.find((j) => j.kind === kind);

/** Follows the job of a kind. */
export const useJob = <T>(kind: string) => useJobs(ofKind(kind)) as (Job & { result?: T }) | undefined;

/** Why the last job of a kind failed, if it did. */
export const jobTrouble = (bolt: Session, kind: string) =>
  ofKind(kind)(useJobs.of(bolt).getState())?.trouble ?? null;

/** Whether a job of a kind is under way. */
export const useBusy = (kind: string): boolean => useJob(kind)?.state === 'running';
