import type { Project } from '../core';
import { letGoOfArt } from '../engine';
import { holdBolt, openBolt, startAutosave, useBolt } from './bolt';
import { wantCheck } from './checks';
import { dropProposal, useProposal } from './proposal';
import { nextSession, type Session } from './session';
import { openSnapshots } from './snapshots';
import { keepThumbnail } from './thumbnail';
import { dropTrial, useTrial } from './trial';
import { readyTrueSize } from './true-size';
import { fitCell, useView } from './view';

/** What the cell on the cloth depends on. */
const cellKey = ({ brief, layout }: Project) => JSON.stringify([brief.widthMm, brief.heightMm, layout]);

export type Opened = 'open' | 'missing' | 'elsewhere';

/**
 * Opens a bolt: its document with its history, its saving, its view, its checks. One session is open at a time; what
 * the last one still waited for is dropped. `ready` says whether the bolt is there and free.
 */
export function openSession(id: string): { session: Session; ready: Promise<Opened> } {
  const mine = nextSession();
  void letGoOfArt();
  return { session: mine, ready: begin(mine, id).catch(() => 'missing') };
}

async function begin(mine: Session, id: string): Promise<Opened> {
  const release = await holdBolt(id);
  if (!release) return 'elsewhere';
  let endSaving = async () => {};
  // The last write first, then the lock.
  mine.atEnd(() => endSaving().finally(release));
  await mine.answer(readyTrueSize());
  const found = await openBolt(id);
  const { project } = useBolt.getState();
  if (!found || !project) return 'missing';
  useView.setState({ step: project.motifs.length ? 'lay' : 'motifs' });
  fitCell(project);
  endSaving = startAutosave(mine);
  wantCheck(project);
  keepThumbnail();
  void openSnapshots(project.id);
  mine.atEnd(
    useBolt.subscribe((s, before) => {
      if (!s.project || s.project === before.project) return;
      // Another layout or cell is another cloth: it is brought into view.
      if (before.project && cellKey(s.project) !== cellKey(before.project)) fitCell(s.project);
      wantCheck(s.project);
      keepThumbnail();
      // What was worked out for another state of the cloth no longer holds.
      if (useProposal.getState().proposal) dropProposal();
      if (useTrial.getState().trial) dropTrial();
    }),
  );
  return 'open';
}
