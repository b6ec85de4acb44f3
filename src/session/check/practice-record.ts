import { z } from 'zod';
import { readSetting, writeSetting } from '../../shelf';
import { sessionStore } from '../kernel';

/** What was tried in practice, and whether it was right, the newest last. */
const attemptsSchema = z.array(z.object({ what: z.string().max(40), right: z.boolean() })).max(400);
type Attempts = z.infer<typeof attemptsSchema>;

export const useAttempts = sessionStore<{ attempts: Attempts }>(() => ({ attempts: [] }));

const KEY = 'practice attempts';
const MOST = 400;
/** The curve tells the share that was right of so many. */
const WINDOW = 10;

/** Reads what was kept; what is not sound counts as nothing. */
export async function openAttempts() {
  const kept = attemptsSchema.safeParse(await readSetting(KEY));
  if (kept.success && kept.data.length >= useAttempts.getState().attempts.length)
    useAttempts.setState({ attempts: kept.data });
}

/** Keeps what was tried, after all that was kept before. */
export async function noteAttempt(what: string, right: boolean) {
  await openAttempts();
  const attempts = [...useAttempts.getState().attempts, { what, right }].slice(-MOST);
  useAttempts.setState({ attempts });
  await writeSetting(KEY, attempts);
}

/** How practice went: after each attempt the share in percent that was right of the last ten, or of as many as there were. */
export const curveOf = (attempts: Attempts): { after: number; right: number }[] =>
  attempts.map((_, n) => {
    const last = attempts.slice(Math.max(0, n + 1 - WINDOW), n + 1);
    return { after: n + 1, right: Math.round((100 * last.filter((a) => a.right).length) / last.length) };
  });
