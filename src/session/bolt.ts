import {
  applied,
  type Edit,
  joinSteps,
  type LogEntry,
  type Project,
  patched,
  type Step,
  stepOf,
  textOf,
} from '../core';
import { readBolt, readHistory, type StepsToWrite, writeBolt } from '../shelf';
import { type Session, session, sessionPart, sessionStore } from './session';

export type SaveState = 'saved' | 'saving' | 'failed';

type BoltState = {
  project: Project | null;
  log: LogEntry[];
  /** What was done, oldest first, and what was undone of it, the next to be done again last. */
  past: Step[];
  future: Step[];
  save: SaveState;
  /** The last sentence of why an edit was refused; the interface shows it once. */
  refused: { text: string; at: number } | null;
};

/** The open bolt. Undo and redo go over the document only; the log keeps what happened. */
export const useBolt = sessionStore<BoltState>(() => ({
  project: null,
  log: [],
  past: [],
  future: [],
  save: 'saved',
  refused: null,
}));

/** Steps kept for undo. */
const MOST_STEPS = 300;
/** Edits with one key that follow each other so quickly are one step, ms. */
const RUN_MS = 900;

const run = sessionPart(() => ({ key: '', at: 0 }));
const refuse = (error: unknown) =>
  useBolt.setState({
    refused: { text: textOf(error), at: Date.now() },
  });

/**
 * Applies an edit to the open document. Edits with the same `merge` key in quick succession (a colour
 * being dragged, a number being turned) are one step for undo. A refused edit changes nothing.
 * @param change the edit, or the one that a document asks for.
 */
export function edit(change: Edit | ((project: Project) => Edit | null), merge = ''): boolean {
  const { project, past } = useBolt.getState();
  if (!project) return false;
  const now = Date.now();
  const last = run();
  const before = merge !== '' && merge === last.key && now - last.at < RUN_MS ? past.at(-1) : undefined;
  try {
    const asked = typeof change === 'function' ? change(project) : change;
    if (!asked) return true;
    const done = applied(project, asked);
    Object.assign(last, { key: merge, at: now });
    if (done.project === project) return true;
    const step = stepOf(asked, done, new Date(now).toISOString());
    const steps = before ? [...past.slice(0, -1), joinSteps(before, step)] : [...past, step];
    useBolt.setState({ project: done.project, past: steps.slice(-MOST_STEPS), future: [] });
    return true;
  } catch (error) {
    refuse(error);
    return false;
  }
}

/** Goes a step back or forth. It ends a run of edits: the next one is a step of its own. */
function go(back: boolean) {
  const { project, past, future } = useBolt.getState();
  const step = (back ? past : future).at(-1);
  run().key = '';
  if (!project || !step) return;
  try {
    const next = patched(project, back ? step.inverse : step.patches);
    useBolt.setState(
      back
        ? { project: next, past: past.slice(0, -1), future: [...future, step] }
        : { project: next, past: [...past, step], future: future.slice(0, -1) },
    );
  } catch {
    // What is kept of the history is not of this document: nothing can be undone by it.
    useBolt.setState({ past: [], future: [] });
  }
}
export const undo = () => go(true);
export const redo = () => go(false);

/** Adds a line to the log, with the time. */
export function record(entry: Omit<LogEntry, 'at'>) {
  useBolt.setState((s) => ({ log: [...s.log, { ...entry, at: new Date().toISOString() }] }));
}

/**
 * Takes a bolt for this window alone, so that two windows cannot write over each other. Gives back the way to
 * let go of it, or null when another window has it and keeps it.
 */
export function holdBolt(id: string): Promise<(() => void) | null> {
  return new Promise((resolve) => {
    const until = (release: () => void) => resolve(release);
    navigator.locks
      .request(`bolt ${id}`, { signal: AbortSignal.timeout(1500) }, () => new Promise<void>(until))
      .catch(() => resolve(null));
  });
}

/** Opens a bolt from the shelf, with its history. False when it is not there. */
export async function openBolt(id: string): Promise<boolean> {
  const here = session();
  await here.before;
  const [bolt, history] = await here.answer(Promise.all([readBolt(id), readHistory(id)]));
  if (!bolt) return false;
  const { steps, first } = history;
  const done = Math.min(Math.max(0, (bolt.applied ?? first) - first), steps.length);
  Object.assign(stored(), { first, steps });
  useBolt.setState({
    project: bolt.project,
    log: bolt.log,
    past: steps.slice(0, done),
    future: steps.slice(done).reverse(),
    save: 'saved',
    refused: null,
  });
  run().key = '';
  return true;
}

/** The steps as they are on the shelf, the number of the first of them, and how writing stands. */
const stored = sessionPart(() => ({
  steps: [] as Step[],
  first: 0,
  timer: undefined as ReturnType<typeof setTimeout> | undefined,
  writing: Promise.resolve(),
}));

const SAVE_AFTER_MS = 80;

/** What of the history is not on the shelf yet. */
function stepsToWrite({ past, future }: Pick<BoltState, 'past' | 'future'>): StepsToWrite {
  const was = stored();
  const steps = [...past, ...future.slice().reverse()];
  // The oldest go when there are too many: what is left keeps its numbers.
  const [oldest] = steps;
  const gone = oldest ? Math.max(0, was.steps.indexOf(oldest)) : 0;
  const first = was.first + gone;
  const put = steps.flatMap((step, n): [number, Step][] =>
    was.steps[n + gone] === step ? [] : [[first + n, step]],
  );
  Object.assign(was, { first, steps });
  return { put, from: first, to: first + steps.length, applied: first + past.length };
}

function flush() {
  const here = stored();
  clearTimeout(here.timer);
  here.timer = undefined;
  const state = useBolt.getState();
  const { project, log } = state;
  if (!project) return;
  const steps = stepsToWrite(state);
  here.writing = here.writing
    .then(() => writeBolt(project, log, steps))
    .then(
      () => {
        if (!here.timer && useBolt.getState().project === project) useBolt.setState({ save: 'saved' });
      },
      () => {
        // All of the history is written with the next edit.
        here.steps = [];
        if (useBolt.getState().project?.id === project.id) useBolt.setState({ save: 'failed' });
      },
    );
}

/** When all that is on its way to the shelf is there. */
export const written = () => stored().writing;

/** Writes every change to the shelf within a quarter of a second, and at once when the page goes away. */
export function startAutosave(mine: Session) {
  const here = stored();
  const stop = useBolt.subscribe((s, before) => {
    if (!s.project || (s.project === before.project && s.log === before.log)) return;
    if (before.project?.id !== s.project.id) return;
    if (s.save !== 'saving') useBolt.setState({ save: 'saving' });
    here.timer ??= setTimeout(flush, SAVE_AFTER_MS);
  });
  const now = () => {
    if (here.timer) flush();
    return here.writing;
  };
  addEventListener('pagehide', now);
  document.addEventListener('visibilitychange', now);
  mine.atEnd(() => {
    stop();
    removeEventListener('pagehide', now);
    document.removeEventListener('visibilitychange', now);
    return now();
  });
}
