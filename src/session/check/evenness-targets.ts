import { z } from 'zod';
import type { SentScore } from '../../core';
import { readSetting, writeSetting } from '../../shelf';
import { useBolt } from '../bolt';
import { type Session, sessionStore } from '../kernel';
import { checkKey, useChecks } from './checks';

const KEY = 'sent scores';
/** So many cloths are remembered, each by what it had when it went out last. */
const MOST = 24;
const sentSchema = z.array(z.object({ bolt: z.string(), score: z.number().min(0).max(100) })).max(MOST);

/** How even the cloths were that went out before, the newest last. */
export const useSentScores = sessionStore<{ sent: SentScore[] }>(() => ({ sent: [] }));

/** Reads what was kept; what is not sound counts as nothing. */
export async function openSentScores(bolt: Session) {
  const kept = sentSchema.safeParse(await readSetting(KEY));
  if (kept.success) useSentScores.of(bolt).setState({ sent: kept.data });
}

/** Remembers how even a bolt is as it goes out; one that was not looked over says nothing. */
export async function noteSent(bolt: Session) {
  const { project } = useBolt.of(bolt).getState();
  const { report, of } = useChecks.of(bolt).getState();
  const score = report?.evenness?.score;
  if (!project || score === undefined || of !== checkKey(project)) return;
  await openSentScores(bolt);
  const others = useSentScores
    .of(bolt)
    .getState()
    .sent.filter((s) => s.bolt !== project.id);
  const sent = [...others, { bolt: project.id, score }].slice(-MOST);
  useSentScores.of(bolt).setState({ sent });
  await writeSetting(KEY, sent);
}
