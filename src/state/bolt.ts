import { temporal } from 'zundo';
import { create } from 'zustand';
import type { LogEntry, Project } from '../core';
import { readBolt, writeBolt } from '../shelf';

export type SaveState = 'saved' | 'saving' | 'failed';

type BoltState = {
  project: Project | null;
  log: LogEntry[];
  save: SaveState;
  /** The last sentence of why an edit was refused; the interface shows it once. */
  refused: { text: string; at: number } | null;
};

/** The open bolt. Undo and redo go over the document only; the log keeps what happened. */
export const useBolt = create<BoltState>()(
  temporal((): BoltState => ({ project: null, log: [], save: 'saved', refused: null }), {
    partialize: (s) => ({ project: s.project }),
    equality: (a, b) => a.project === b.project,
    limit: 300,
  }),
);

let mergeKey = '';
let mergeAt = 0;

/**
 * Applies a pure edit to the open document. Edits with the same `merge` key in quick succession (a colour
 * being dragged, a number being turned) are one step for undo. A refused edit changes nothing.
 */
export function edit(change: (project: Project) => Project, merge = ''): boolean {
  const { project } = useBolt.getState();
  if (!project) return false;
  const history = useBolt.temporal.getState();
  const now = Date.now();
  const joins = merge !== '' && merge === mergeKey && now - mergeAt < 900;
  try {
    const next = change(project);
    if (joins) history.pause();
    useBolt.setState({ project: next });
    mergeKey = merge;
    mergeAt = now;
    return true;
  } catch (error) {
    useBolt.setState({ refused: { text: error instanceof Error ? error.message : String(error), at: now } });
    return false;
  } finally {
    if (joins) history.resume();
  }
}

/** Undo and redo end a run of edits: the next one is a step of its own. */
export const undo = () => {
  mergeKey = '';
  useBolt.temporal.getState().undo();
};
export const redo = () => {
  mergeKey = '';
  useBolt.temporal.getState().redo();
};

/** Whether a bolt is still the open one: what was worked out for another is dropped. */
export const isOpen = (project: Pick<Project, 'id'>) => useBolt.getState().project?.id === project.id;

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

/** Opens a bolt from the shelf. False when it is not there. */
export async function openBolt(id: string): Promise<boolean> {
  const bolt = await readBolt(id);
  if (!bolt) return false;
  useBolt.setState({ project: bolt.project, log: bolt.log, save: 'saved', refused: null });
  useBolt.temporal.getState().clear();
  mergeKey = '';
  return true;
}

const SAVE_AFTER_MS = 80;
let timer: ReturnType<typeof setTimeout> | undefined;
let writing = Promise.resolve();

function flush() {
  clearTimeout(timer);
  timer = undefined;
  const { project, log } = useBolt.getState();
  if (!project) return;
  writing = writing
    .then(() => writeBolt(project, log))
    .then(
      () => {
        if (!timer && useBolt.getState().project === project) useBolt.setState({ save: 'saved' });
      },
      () => useBolt.setState({ save: 'failed' }),
    );
}

/** Writes every change to the shelf within a quarter of a second, and at once when the page goes away. */
export function startAutosave(): () => void {
  const stop = useBolt.subscribe((s, before) => {
    if (!s.project || (s.project === before.project && s.log === before.log)) return;
    if (before.project?.id !== s.project.id) return;
    if (s.save !== 'saving') useBolt.setState({ save: 'saving' });
    timer ??= setTimeout(flush, SAVE_AFTER_MS);
  });
  const now = () => {
    if (timer) flush();
  };
  addEventListener('pagehide', now);
  document.addEventListener('visibilitychange', now);
  return () => {
    now();
    stop();
    removeEventListener('pagehide', now);
    document.removeEventListener('visibilitychange', now);
  };
}
