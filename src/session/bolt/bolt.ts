import {
  ArgumentError,
  applied,
  type Edit,
  joinSteps,
  type LogEntry,
  type Project,
  patched,
  type Step,
  stepOf,
} from '../../core';
import { headOf, readBolt, Saver, type Write } from '../../shelf';
import { messageOf, type Session, session, sessionPart, sessionStore } from '../kernel';

export type SaveState = 'saved' | 'saving' | 'failed';

type BoltState = {
  project: Project | null;
  log: LogEntry[];
  /** What was done, oldest first, and what was undone of it, the next to be done again last. */
  past: Step[];
  future: Step[];
  save: SaveState;
  /** Why what was done last is not on the shelf; null when it is, or will be in a moment. */
  unwritten: string | null;
  /** Open to look at only: another window works on it. */
  looking: boolean;
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
  unwritten: null,
  looking: false,
  refused: null,
}));

/** Steps kept for undo. */
const MOST_STEPS = 300;
/** Edits with one key that follow each other so quickly are one step, ms. */
const RUN_MS = 900;

const run = sessionPart(() => ({ key: '', at: Number.NEGATIVE_INFINITY }));
/** Says in a bolt why something was not done. */
export const refuse = (bolt: Session, error: unknown) =>
  useBolt.of(bolt).setState({
    refused: { text: messageOf(error), at: Date.now() },
  });

/** Why nothing is changed where a bolt is only looked at. */
export const ONLY_LOOKING =
  'Another window works on this bolt; here you look at it. Work on it here, and the other looks.';

/**
 * Applies an edit to a bolt's document. Edits with the same `merge` key in quick succession (a colour
 * being dragged, a number being turned) are one step for undo. A refused edit changes nothing; a closed bolt refuses.
 * @param change the edit, or the one that a document asks for.
 */
export function edit(bolt: Session, change: Edit | ((project: Project) => Edit | null), merge = ''): boolean {
  const state = useBolt.of(bolt);
  const { project, past, looking } = state.getState();
  if (!project || bolt.closed) return false;
  if (looking) {
    refuse(bolt, new ArgumentError(ONLY_LOOKING));
    return false;
  }
  // A clock that is set back must not join what is done from then on to what was done before.
  const now = performance.now();
  const last = run.of(bolt);
  const before = merge !== '' && merge === last.key && now - last.at < RUN_MS ? past.at(-1) : undefined;
  try {
    const asked = typeof change === 'function' ? change(project) : change;
    if (!asked) return true;
    const done = applied(project, asked);
    Object.assign(last, { key: merge, at: now });
    if (done.project === project) return true;
    const step = stepOf(asked, done, new Date().toISOString());
    const steps = before ? [...past.slice(0, -1), joinSteps(before, step)] : [...past, step];
    state.setState({ project: done.project, past: steps.slice(-MOST_STEPS), future: [] });
    return true;
  } catch (error) {
    refuse(bolt, error);
    return false;
  }
}

/** Goes a step back or forth. It ends a run of edits: the next one is a step of its own. */
function go(back: boolean) {
  const { project, past, future, looking } = useBolt.getState();
  if (looking) return;
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

/** Adds a line to a bolt's log, with the time. A closed bolt takes none. */
export function record(bolt: Session, entry: Omit<LogEntry, 'at'>) {
  const state = useBolt.of(bolt);
  if (bolt.closed || state.getState().looking) return;
  state.setState((s) => ({ log: [...s.log, { ...entry, at: new Date().toISOString() }] }));
}

/** Opens a bolt from the shelf, with its history. False when it is not there. */
export async function openBolt(id: string): Promise<boolean> {
  const here = session();
  await here.before;
  const bolt = await here.answer(readBolt(id));
  if (!bolt) return false;
  const { steps, first, head, at, log, nextLine } = bolt;
  const done = Math.min(Math.max(0, head.applied - first), steps.length);
  Object.assign(stored(), { first, steps, at, lines: log.length, nextLine });
  useBolt.setState({
    project: bolt.project,
    log,
    past: steps.slice(0, done),
    future: steps.slice(done).reverse(),
    save: 'saved',
    refused: null,
    unwritten: null,
  });
  run().key = '';
  return true;
}

/** What is on the shelf: the steps, the number of the first of them, how many were done in the document there;
 * how many lines of the log, and the number of the next. */
const stored = sessionPart(() => ({ steps: [] as Step[], first: 0, at: -1, lines: 0, nextLine: 0 }));

/** After so many steps the document is written whole again; until then it is found by doing them. */
const WHOLE_AFTER = 64;

type Kept = Pick<BoltState, 'project' | 'log' | 'past' | 'future'>;

/** What of a change is not on the shelf yet. `before` is how it was. */
function writeOf(
  bolt: Session,
  { project, log, past, future }: Kept & { project: Project },
  before: Kept | null,
): Write {
  const was = stored.of(bolt);
  const steps = [...past, ...future.slice().reverse()];
  // The oldest go when there are too many: what is left keeps its numbers.
  const [oldest] = steps;
  const gone = oldest ? Math.max(0, was.steps.indexOf(oldest)) : 0;
  const first = was.first + gone;
  const put = steps.flatMap((step, n): [number, Step][] =>
    was.steps[n + gone] === step ? [] : [[first + n, step]],
  );
  const [to, applied] = [first + steps.length, first + past.length];
  const changed = Math.min(to, ...put.map(([n]) => n));
  const lines = log.slice(was.lines).map((line, n): [number, LogEntry] => [was.nextLine + n, line]);
  let base: Write['base'];
  const then = was.first + (before?.past.length ?? 0);
  if (was.at < 0 || changed < was.at) base = { project, at: applied };
  else if (before?.project && then === applied - 1 && changed === then && then - was.at >= WHOLE_AFTER) {
    base = { project: before.project, at: then };
  }
  Object.assign(was, {
    first,
    steps,
    lines: log.length,
    nextLine: was.nextLine + lines.length,
    at: base ? base.at : was.at,
  });
  return { head: headOf(project, applied), put, from: first, to, lines, ...(base ? { base } : {}) };
}

/** All of a bolt, to be written anew. */
function wholeOf(bolt: Session, state: Kept & { project: Project }): Write {
  Object.assign(stored.of(bolt), { steps: [], lines: 0, nextLine: 0, at: -1 });
  return { ...writeOf(bolt, state, null), whole: true };
}

/**
 * Writes every change to the shelf from within the handler that made it; a page with work that cannot be written asks before
 * it goes.
 * @param onCleared the shelf has nothing of this bolt any more: what stands beside its document is put back before it is written anew.
 * @returns ends it: when all is written.
 */
export function startAutosave(
  mine: Session,
  onWritten: () => void = () => {},
  onCleared: (project: Project) => Promise<unknown> = async () => {},
): () => Promise<void> {
  const state = useBolt.of(mine);
  const saver: Saver = new Saver(
    (why) => {
      if (mine.closed) return;
      if (why) state.setState({ save: 'failed', unwritten: why });
      else {
        state.setState({ save: saver.isIdle ? 'saved' : 'saving', unwritten: null });
        if (saver.isIdle) onWritten();
      }
    },
    () => {
      const { project: now } = state.getState();
      if (mine.closed || !now) return;
      // What the document speaks of is there before it; where that cannot be put back the writer asks again.
      onCleared(now).then(
        () => {
          const all = state.getState();
          if (!mine.closed && all.project) saver.save(wholeOf(mine, { ...all, project: all.project }));
        },
        (error) => {
          if (!mine.closed) state.setState({ save: 'failed', unwritten: messageOf(error) });
        },
      );
    },
  );
  const stop = state.subscribe((s, before) => {
    const { project } = s;
    if (!project || (project === before.project && s.log === before.log)) return;
    if (before.project?.id !== project.id) return;
    saver.save(writeOf(mine, { ...s, project }, before));
    if (s.save === 'saved') state.setState({ save: 'saving' });
  });
  const ask = (e: BeforeUnloadEvent) => {
    if (state.getState().unwritten) e.preventDefault();
  };
  addEventListener('beforeunload', ask);
  let ended: Promise<void> | undefined;
  const end = () => {
    stop();
    removeEventListener('beforeunload', ask);
    ended ??= saver.end();
    return ended;
  };
  mine.atEnd(end);
  mine.atLeave(() => saver.soonWritten());
  return end;
}
