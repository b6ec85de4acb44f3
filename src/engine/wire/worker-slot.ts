import { wrap } from 'comlink';
import { ArgumentError, FileRefused, NoMotifs, PictureRefused, Said } from '../../core';
import type { Services } from '../services';

/** Work was stopped by the person, or is not wanted any more; everything is as it was. */
export class Stopped extends Said {
  override name = 'Stopped';
}

/** An error as it was thrown in the worker: only its name and its words come over. */
export function asThrown(error: unknown): unknown {
  if (!(error instanceof Error)) return error;
  const own = Object.entries(THROWN).find(([name]) => name === error.name)?.[1];
  return own && !(error instanceof own) ? new own(error.message) : error;
}
const THROWN = { PictureRefused, Unfit: PictureRefused, FileRefused, ArgumentError, NoMotifs, Said };

/** The services of a worker as they are called from the page: each answers later. */
export type Wire = {
  [D in keyof Services]: {
    [K in keyof Services[D]]: Services[D][K] extends (...args: infer A) => infer R
      ? (...args: A) => Promise<Awaited<R>>
      : never;
  };
};

/** One call of the services of a worker. */
export type WorkerCall<T> = (s: Wire) => Promise<T>;

/** What bounds one piece of work: a signal that stops it, and how long it may take, ms. */
export type Bounds = { signal?: AbortSignal; mostMs?: number };

const GONE =
  'This was not finished: the part of Hexaplex that does it did not load, or ran out of memory. See that Hexaplex is still running, close other tabs, and try again.';
const TOO_LONG = 'This took far longer than it should and was ended. Everything is as it was.';

/** One worker. Ending it stops whatever it does; the next call starts a fresh one. */
export class WorkerSlot {
  private worker: Worker | undefined;
  private remote: Wire | undefined;
  private stops = new Set<(reason: Error) => void>();
  /** The last of the calls that must not mix. */
  private turn: Promise<unknown> = Promise.resolve();

  /** Runs one call. Where it is stopped or takes too long, the worker is ended and all its calls with it. */
  run<T>(call: WorkerCall<T>, { signal, mostMs }: Bounds = {}): Promise<T> {
    if (signal?.aborted) return Promise.reject(new Stopped('Stopped.'));
    if (!this.remote) {
      this.worker = new Worker(new URL('../engine.worker.ts', import.meta.url), { type: 'module' });
      // Comlink's own type does not know services by domain.
      this.remote = wrap(this.worker) as unknown as Wire;
      // A worker that does not load, or runs out of memory, says nothing to those who wait for it.
      this.worker.addEventListener('error', () => this.end(new Said(GONE)));
    }
    const { remote } = this;
    const stop = () => this.end(new Stopped('Stopped.'));
    signal?.addEventListener('abort', stop);
    const timer =
      mostMs === undefined ? undefined : setTimeout(() => this.end(new FileRefused(TOO_LONG)), mostMs);
    return new Promise<T>((resolve, reject) => {
      this.stops.add(reject);
      call(remote)
        .then(resolve, (error) => {
          reject(asThrown(error));
          if (error instanceof Error && error.name === 'Unfit') this.end();
        })
        .finally(() => {
          this.stops.delete(reject);
          signal?.removeEventListener('abort', stop);
          clearTimeout(timer);
        });
    });
  }

  /** Runs calls that are several messages each one after another. */
  inTurn<T>(call: () => Promise<T>): Promise<T> {
    const next = this.turn.then(call, call);
    this.turn = next.catch(() => undefined);
    return next;
  }

  /** Whether there is a worker to be told something. */
  get isUp(): boolean {
    return this.remote !== undefined;
  }

  /** Ends the worker; all that waits for it ends as if it had been stopped, or for the reason given. */
  end(reason: Error = new Stopped('Stopped.')) {
    this.worker?.terminate();
    this.worker = undefined;
    this.remote = undefined;
    this.turn = Promise.resolve();
    for (const reject of this.stops) reject(reason);
    this.stops.clear();
  }
}
