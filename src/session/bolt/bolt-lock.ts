/** The name of the lock, and of the channel, of a bolt. */
const nameOf = (id: string) => `bolt ${id}`;

/** How long a window waits for another that closes or hands a bolt over, ms. */
const WAIT_MS = { open: 1500, handOver: 4000 };

/**
 * Takes a bolt for this window alone, so that two windows cannot write over each other.
 * @param how `take`: another window is asked to hand it over, and loses it when it does not answer.
 * @param onLost it was taken away.
 * @returns lets go of it; null when another window has it and keeps it.
 */
export async function holdBolt(
  id: string,
  how: 'work' | 'take',
  onLost: () => void,
): Promise<(() => void) | null> {
  // Over plain http a browser has no locks: two windows cannot tell of each other there.
  if (!navigator.locks) return () => {};
  if (how === 'work') return request(id, { signal: AbortSignal.timeout(WAIT_MS.open) }, onLost);
  const asked = channelOf(id);
  asked.postMessage(HAND_OVER);
  asked.close();
  const given = await request(id, { signal: AbortSignal.timeout(WAIT_MS.handOver) }, onLost);
  return given ?? request(id, { steal: true }, onLost);
}

function request(id: string, options: LockOptions, onLost: () => void): Promise<(() => void) | null> {
  return new Promise((resolve) => {
    let mine = false;
    navigator.locks
      .request(nameOf(id), options, () => {
        mine = true;
        return new Promise<void>((release) => resolve(release));
      })
      .catch(() => (mine ? onLost() : resolve(null)));
  });
}

/** Waits until no window has a bolt; false where that is not waited for any more. */
export const onceFree = (id: string, signal: AbortSignal): Promise<boolean> =>
  navigator.locks.request(nameOf(id), { signal }, () => true).catch(() => false);

/** Whether a bolt is open in some window. */
export async function isOpen(id: string): Promise<boolean> {
  const { held = [] } = (await navigator.locks?.query()) ?? {};
  return held.some((lock) => lock.name === nameOf(id));
}

const channelOf = (id: string) => new BroadcastChannel(nameOf(id));
const CHANGED = 'changed';
const HAND_OVER = 'hand over';

/** What windows that have the same bolt open say to each other. */
export function talk(id: string, hear: { changed?: () => void; handOver?: () => void }) {
  const channel = channelOf(id);
  channel.onmessage = ({ data }) => {
    if (data === CHANGED) hear.changed?.();
    if (data === HAND_OVER) hear.handOver?.();
  };
  return { tellChanged: () => channel.postMessage(CHANGED), end: () => channel.close() };
}
