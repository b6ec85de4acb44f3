import { goBackTo, type Project, Said } from '../../core';
import { listSnapshots, removeSnapshot, type Snapshot, writeSnapshot } from '../../shelf';
import { messageOf, type Session, sessionPart, sessionStore } from '../kernel';
import { edit, ONLY_LOOKING, refuse, useBolt } from './bolt';

export type { Snapshot } from '../../shelf';

/** How two states are set against each other. */
export type CompareWay = 'blink' | 'wipe' | 'side';

/** What is compared: snapshots by id, colourways by `inWay`; null is the work as it stands. `shows` is the one on the cloth in a blink. */
export type Compare = { a: string | null; b: string | null; way: CompareWay; shows: 'a' | 'b'; wipe: number };

type SnapshotState = { list: Snapshot[]; compare: Compare | null };
export const useSnapshots = sessionStore<SnapshotState>(() => ({ list: [], compare: null }));

export async function openSnapshots(bolt: Session, id: string) {
  useSnapshots.of(bolt).setState({ list: await bolt.answer(listSnapshots(id)) });
}

/** Keeps the work as it stands. A name may be given; else it is numbered. */
export async function takeSnapshot(bolt: Session, name = ''): Promise<Snapshot | null> {
  const { project, looking } = useBolt.of(bolt).getState();
  if (looking) refuse(bolt, new Said(ONLY_LOOKING));
  if (!project || looking || bolt.closed) return null;
  const kept = useSnapshots.of(bolt);
  const { list } = kept.getState();
  const next = 1 + Math.max(0, ...list.map((s) => Number(/^State (\d+)$/.exec(s.name)?.[1] ?? 0)));
  // Always later than the one before, so that their order is plain.
  const last = list.at(-1);
  const after = last ? Date.parse(last.at) + 1 : 0;
  const snapshot = {
    id: crypto.randomUUID(),
    bolt: project.id,
    name: name.trim().slice(0, 80) || `State ${next}`,
    at: new Date(Math.max(Date.now(), after)).toISOString(),
    project,
  };
  try {
    await writeSnapshot(snapshot);
  } catch (error) {
    refuse(bolt, new Said(`This state was not kept: ${messageOf(error)}`));
    return null;
  }
  kept.setState((s) => ({ list: [...s.list, snapshot] }));
  return snapshot;
}

export async function renameSnapshot(bolt: Session, snapshot: Snapshot, name: string) {
  const named = { ...snapshot, name: name.trim().slice(0, 80) || snapshot.name };
  await writeSnapshot(named);
  useSnapshots.of(bolt).setState((s) => ({ list: s.list.map((t) => (t.id === snapshot.id ? named : t)) }));
}

/** Takes a snapshot away; what gives it back is returned. */
export async function dropSnapshot(bolt: Session, snapshot: Snapshot): Promise<() => Promise<void>> {
  const kept = useSnapshots.of(bolt);
  await removeSnapshot(snapshot.id);
  kept.setState((s) => ({
    list: s.list.filter((t) => t.id !== snapshot.id),
    compare: s.compare?.a === snapshot.id || s.compare?.b === snapshot.id ? null : s.compare,
  }));
  return async () => {
    await writeSnapshot(snapshot);
    kept.setState((s) => ({ list: [...s.list, snapshot].sort((a, b) => a.at.localeCompare(b.at)) }));
  };
}

/** The work becomes what it was then: one step for undo. */
export const goBack = (bolt: Session, snapshot: Snapshot): boolean => {
  useSnapshots.of(bolt).setState({ compare: null });
  return edit(bolt, goBackTo(snapshot.project));
};

/** The document that a side of a comparison shows. */
export function sideOf(side: string | null): Project | null {
  if (side === null) return useBolt.getState().project;
  const { project } = useBolt.getState();
  if (side.startsWith(WAY)) return project && inWay(project, side.slice(WAY.length));
  return useSnapshots.getState().list.find((s) => s.id === side)?.project ?? null;
}

const WAY = 'way:';
/** The side of a comparison that shows the work in one of its colourways. */
export const sideInWay = (colourway: string): string => `${WAY}${colourway}`;

/** The last of each side's documents: one for each colourway that is set against another. */
const shownIn = sessionPart(() => new Map<string, { of: Project; made: Project }>());
function inWay(project: Project, id: string): Project {
  const known = shownIn().get(id);
  if (known?.of === project) return known.made;
  const made = project.colourways.some((c) => c.id === id) ? { ...project, shown: id } : project;
  shownIn().set(id, { of: project, made });
  return made;
}

/** What a side of a comparison is called. */
export function sideName(side: string | null): string {
  if (side === null) return 'the work as it stands';
  const { project } = useBolt.getState();
  const way = side.startsWith(WAY) && project?.colourways.find((c) => c.id === side.slice(WAY.length));
  return way ? way.name : (useSnapshots.getState().list.find((s) => s.id === side)?.name ?? '');
}

/** Sets the last snapshot against the work as it stands, and shows the other one at each call; null when there is none. */
export function blink(): boolean {
  const { compare, list } = useSnapshots.getState();
  if (compare) {
    useSnapshots.setState({
      compare: { ...compare, way: 'blink', shows: compare.shows === 'a' ? 'b' : 'a' },
    });
    return true;
  }
  const last = list.at(-1);
  if (!last) return false;
  useSnapshots.setState({ compare: { a: last.id, b: null, way: 'blink', shows: 'a', wipe: 0.5 } });
  return true;
}
