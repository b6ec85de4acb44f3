import { createStore, type StoreApi, useStore } from 'zustand';
import { Stopped } from '../../engine';

/** One wish of several for the same thing. */
type Wish<T> = {
  /** Finds the answer; undefined when it is not wanted any more. */
  run: (newest: () => boolean) => Promise<T | undefined>;
  /** Takes the answer; `newest`: nothing newer is wished for. */
  keep: (answer: T, newest: boolean) => void;
  fail?: (error: unknown, newest: boolean) => void;
};
type Line = { next: Wish<unknown> | null; busy: boolean };

/**
 * One bolt from opening to closing. It owns all that belongs to it while it is open: the stores, and what its parts
 * remember from one call to the next. Leaving it closes it, unless work goes on; closing it drops every answer that is still
 * on its way.
 */
export class Session {
  closed = false;
  /** Nobody looks at it any more; work that goes on keeps it open. */
  left = false;
  private going = 0;
  /** It is not on show: what is worked out to be looked at is not wanted. */
  get away() {
    return this.closed || this.left;
  }
  private readonly leavings: (() => unknown)[] = [];
  private readonly owned = new Map<symbol, unknown>();
  private readonly lines = new Map<string, Line>();
  private readonly endings: (() => unknown)[] = [];

  /** @param before what the session before this one still had to write. */
  constructor(readonly before: Promise<unknown> = Promise.resolve()) {}

  /** What this session owns under a key; made when it is first asked for. */
  own<T>(key: symbol, make: () => T): T {
    if (!this.owned.has(key)) this.owned.set(key, make());
    return this.owned.get(key) as T;
  }

  /**
   * Decides which of several answers counts: one wish runs at a time, of those that come meanwhile only the newest is
   * kept, and none counts once the session is left.
   */
  async latest<T>(key: string, wish: Wish<T>): Promise<void> {
    const line: Line = this.lines.get(key) ?? { next: null, busy: false };
    this.lines.set(key, line);
    line.next = wish as Wish<unknown>;
    if (line.busy) return;
    line.busy = true;
    const newest = () => !line.next && !this.away;
    while (line.next && !this.away) {
      const { run, keep, fail } = line.next;
      line.next = null;
      try {
        const answer = await run(newest);
        if (!this.away && answer !== undefined) keep(answer, newest());
      } catch (error) {
        if (!this.away) fail?.(error, newest());
      }
    }
    line.busy = false;
  }

  /** Whether an answer under this key is on its way. */
  awaits = (key: string): boolean => this.lines.get(key)?.busy ?? false;

  /** Nothing that was wished for under this key is wanted any more. */
  unwish(key: string) {
    const line = this.lines.get(key);
    if (line) line.next = null;
  }

  /** An answer that is wanted only while this session is open: afterwards it ends as if it had been stopped. */
  async answer<T>(coming: Promise<T>): Promise<T> {
    const answer = await coming.finally(() => {
      if (this.closed) throw new Stopped('The bolt was closed.');
    });
    return answer;
  }

  /** Does something when the session is closed, the last first; what it gives back is waited for by the next one. */
  atEnd(act: () => unknown) {
    if (this.closed) act();
    else this.endings.push(act);
  }

  /** Does something when the session is left, whether or not it is closed then; what it gives back is waited for by the next one. */
  atLeave(act: () => unknown) {
    this.leavings.push(act);
  }

  /**
   * Begins work that goes on when the bolt is left.
   * @returns ends it, to be called once: a session that was left is closed with the last of it.
   */
  goOn(): () => void {
    this.going++;
    return () => {
      this.going--;
      if (this.left && !this.going) void this.close();
    };
  }

  /** Leaves it: it is closed now, or when the last work that goes on has ended. */
  leave(): Promise<unknown> {
    if (!this.going) return this.close();
    this.left = true;
    for (const line of this.lines.values()) line.next = null;
    return Promise.allSettled(this.leavings.map((act) => act()));
  }

  close(): Promise<unknown> {
    const ends = this.endings.splice(0).reverse();
    const last = Promise.allSettled(ends.map((act) => act()));
    this.closed = true;
    for (const line of this.lines.values()) line.next = null;
    return last;
  }
}

/** The session that is open; before a bolt is, one that holds none. */
const current = createStore(() => ({ session: new Session() }));
export const session = (): Session => current.getState().session;

/** Follows the session that is open. */
export const useSession = (): Session => useStore(current, (s) => s.session);

/** Sessions that were left while work of theirs goes on. */
const left = createStore<{ sessions: readonly Session[] }>(() => ({ sessions: [] }));
/** Follows the sessions that were left while work of theirs goes on. */
export const useLeft = (): readonly Session[] => useStore(left, (s) => s.sessions);
const forgetLeft = (gone: Session) =>
  left.setState((s) => ({ sessions: s.sessions.filter((t) => t !== gone) }));

/** Leaves the session that is open. @returns when it has written what it must. */
function leaveCurrent(): Promise<unknown> {
  const was = session();
  const written = was.leave();
  if (was.left && !was.closed) {
    left.setState((s) => ({ sessions: [...s.sessions, was] }));
    was.atEnd(() => forgetLeft(was));
  }
  return written;
}

/** Leaves the session that is open; the next one begins with nothing of it. */
export function nextSession(): Session {
  const next = new Session(leaveCurrent());
  current.setState({ session: next });
  return next;
}

/** Leaves the session that is open and comes back to one that was left. */
export function backTo(mine: Session) {
  void leaveCurrent();
  mine.left = false;
  forgetLeft(mine);
  current.setState({ session: mine });
}

/** What a session remembers from one call to the next: of the one that is open, or `of` another. */
export function sessionPart<T>(make: () => T): (() => T) & { of: (bolt: Session) => T } {
  const key = Symbol();
  const of = (bolt: Session) => bolt.own(key, make);
  return Object.assign(() => of(session()), { of });
}

export type SessionStore<T> = Pick<StoreApi<T>, 'getState' | 'setState' | 'subscribe'> & {
  (): T;
  <S>(select: (state: T) => S): S;
  /** The store of one session, whichever is open. */
  of: (bolt: Session) => Pick<StoreApi<T>, 'getState' | 'setState' | 'subscribe'>;
};

/** A store that each session has for itself; as a hook it follows the session that is open. */
export function sessionStore<T>(first: () => T): SessionStore<T> {
  const key = Symbol();
  const make = () => createStore<T>(first);
  const of = (bolt: Session) => bolt.own(key, make);
  const store = () => of(session());
  function useOwn(): T;
  function useOwn<S>(select: (state: T) => S): S;
  function useOwn<S>(select?: (state: T) => S): T | S {
    const own = useStore(current, (s) => of(s.session));
    return useStore(own, (state) => (select ? select(state) : state));
  }
  return Object.assign(useOwn, {
    of,
    getState: () => store().getState(),
    setState: ((...args: Parameters<StoreApi<T>['setState']>) =>
      store().setState(...args)) as StoreApi<T>['setState'],
    subscribe: ((listen) => store().subscribe(listen)) as StoreApi<T>['subscribe'],
  });
}
