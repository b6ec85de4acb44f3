import { allArt, type Project } from '../../core';
import { endDrawing, letGoOfArt, Stopped, startDrawing } from '../../engine';
import { readBolt, Unreadable } from '../../shelf';
import {
  holdBolt,
  holdPictures,
  onceFree,
  openBolt,
  openSnapshots,
  putBesideBack,
  releasePictures,
  startAutosave,
  talk,
  useBolt,
  useSnapshots,
} from '../bolt';
import { dropProposal, dropTrial, useChecks, useProposal, useTrial, wantCheck } from '../check';
import { fitCell, onceDrawn, onlySpritesOf, useView } from '../cloth';
import { backTo, messageOf, nextSession, type Session, session } from '../kernel';
import { readyRuler } from '../send';
import { readyOwnThings, readyTrueSize } from '../settings';
import { keepThumbnail, readySavePlace } from '../shelf';
import { fetchPrepared, keepPrepared, takePrepared } from './prepared';

/** What the cell on the cloth depends on. */
const cellKey = ({ brief, layout }: Project) => JSON.stringify([brief.widthMm, brief.heightMm, layout]);

/** How it was opened; `why` it cannot be read, and whether it may be rescued. */
export type Opened = 'open' | 'looking' | 'missing' | { why: string; rescue: boolean };

/** How a bolt is opened: to work on it, where no other window does; to look at it; or to work on it whoever else does. */
export type How = 'work' | 'look' | 'take';

/** `onLost`: another window has taken it, here it can be looked at; `onFree`: the window that had it is gone, here it can be worked on. */
type Hears = { onLost: () => void; onFree: () => void };

/** The bolts that are open in this window, by id: one on show, and those that were left while work of theirs goes on. */
const opened = new Map<string, { mine: Session; hears: Hears; ready: Promise<Opened> }>();

/**
 * Opens a bolt: its document with its history, its saving, its view, its checks. One session is on show at a time; one that
 * was left while work of it goes on is come back to. `ready` says how the bolt was opened, or that it is not there.
 */
export function openSession(
  id: string,
  how: How,
  hears: Hears,
): { session: Session; ready: Promise<Opened> } {
  const there = opened.get(id);
  if (there?.mine.left && !there.mine.closed) return comeBack(there, hears);
  const mine = nextSession();
  letGoOfArt();
  startDrawing();
  const one = { mine, hears, ready: Promise.resolve<Opened>('missing') };
  opened.set(id, one);
  mine.atEnd(() => opened.get(id) === one && opened.delete(id));
  const lost = () => {
    // Another window works on it now: nothing more is written from here.
    if (mine.left) void mine.close();
    else if (!mine.closed) one.hears.onLost();
  };
  one.ready = begin(mine, id, how, lost).catch(notOpened);
  void one.ready.then((now) => {
    if (now === 'looking') void waitFor(mine, id, () => one.hears.onFree());
  });
  return { session: mine, ready: one.ready };
}

/** A bolt that was left is on show again, as it was, with what its work has done meanwhile. */
function comeBack(one: { mine: Session; hears: Hears; ready: Promise<Opened> }, hears: Hears) {
  one.hears = hears;
  backTo(one.mine);
  letGoOfArt();
  startDrawing();
  const { project } = useBolt.getState();
  // A check that was under way was given up.
  useChecks.setState({ busy: false, kept: true });
  if (project) wantCheck(project);
  return { session: one.mine, ready: one.ready };
}

/** A bolt that is looked at here is worked on here once the window that had it is gone. */
async function waitFor(mine: Session, id: string, onFree: () => void) {
  const waiting = new AbortController();
  mine.atEnd(() => waiting.abort());
  if ((await onceFree(id, waiting.signal)) && !mine.closed && !mine.left) onFree();
}

/** The bolt is left: what comes next, on the shelf or in another bolt, has nothing of it. It is closed once its work has ended. */
export function closeSession(mine: Session) {
  if (session() !== mine) return;
  nextSession();
  endDrawing();
}

function notOpened(error: unknown): Opened {
  if (error instanceof Stopped) return 'missing';
  return { why: messageOf(error), rescue: error instanceof Unreadable };
}

async function begin(mine: Session, id: string, how: How, onLost: () => void): Promise<Opened> {
  const release = how === 'look' ? null : await holdBolt(id, how, onLost);
  let endSaving = async () => {};
  // The last write first, which may put pictures back that were lost; then they are let go of, and the lock.
  mine.atEnd(() =>
    endSaving().finally(() => {
      releasePictures(mine);
      return release?.();
    }),
  );
  await mine.answer(Promise.all([readyTrueSize(), readySavePlace(), readyRuler(), readyOwnThings()]));
  const [found, prepared] = await Promise.all([openBolt(id), mine.answer(fetchPrepared(id))]);
  const { project } = useBolt.getState();
  if (!found || !project) return 'missing';
  useView.setState({ step: allArt(project).length ? 'lay' : 'motifs' });
  fitCell(project);
  takePrepared(project, prepared);
  void onceDrawn(project, DRAWN_MS).then(() => {
    const { project: now } = useBolt.getState();
    if (!now || mine.away) return;
    wantCheck(now);
    holdPictures();
  });
  void openSnapshots(mine, project.id).catch(messageOf);
  const others = talk(id, release ? { handOver: onLost } : { changed: () => !mine.left && follow(id) });
  mine.atEnd(others.end);
  if (release) {
    endSaving = startAutosave(mine, others.tellChanged, putBesideBack);
    keepThumbnail();
    keepPrepared(prepared);
  } else useBolt.setState({ looking: true, past: [], future: [] });
  mine.atEnd(
    useBolt.of(mine).subscribe((s, before) => {
      if (!s.project || s.project === before.project || mine.left) return;
      // Another layout or cell is another cloth: it is brought into view.
      if (before.project && cellKey(s.project) !== cellKey(before.project)) fitCell(s.project);
      wantCheck(s.project);
      if (release) keepThumbnail();
      if (s.project.motifs !== before.project?.motifs || s.project.pictures !== before.project.pictures)
        artChanged(mine, before.project);
      // What was worked out for another state of the cloth no longer holds.
      if (useProposal.getState().proposal) dropProposal();
      if (useTrial.getState().trial) dropTrial();
    }),
  );
  return release ? 'open' : 'looking';
}

/** The first check waits so long for the cloth to be drawn, ms. */
const DRAWN_MS = 4000;

/** Art that an edit took away may come back by undo at once; after so long it is let go of, ms. */
const LET_GO_MS = 5000;

/** The pictures of the bolt are others: those that came are held, those that went are let go of. */
function artChanged(mine: Session, before: Project | null) {
  holdPictures();
  const went = new Set(before && allArt(before).map((m) => m.asset));
  const timer = setTimeout(() => {
    const { project } = useBolt.getState();
    for (const m of project ? allArt(project) : []) went.delete(m.asset);
    if (!project || !went.size || useSnapshots.getState().compare) return;
    letGoOfArt([...went]);
    onlySpritesOf(project);
  }, LET_GO_MS);
  mine.atEnd(() => clearTimeout(timer));
}

/** What another window has written is shown here. */
function follow(id: string) {
  void session().latest('follow', {
    run: () => readBolt(id),
    keep: (bolt) => useBolt.setState({ project: bolt.project, log: bolt.log }),
  });
}
