import { Stopped, WorkerSlot } from './worker-slot';

type Waiting = (slot: WorkerSlot) => void;

/**
 * A few workers for long work: each piece has one for itself until it ends; what finds none free waits its turn. One that has had nothing
 * to do for a while is ended, and gives its memory back.
 */
export class Pool {
  private readonly free: WorkerSlot[];
  private readonly all: WorkerSlot[];
  private readonly waiting: Waiting[] = [];
  private readonly afterwards = new Map<WorkerSlot, ((slot: WorkerSlot) => void)[]>();

  private readonly resting = new Map<WorkerSlot, ReturnType<typeof setTimeout>>();

  /** @param idleMs how long a worker is kept that has nothing to do. */
  constructor(
    size: number,
    private readonly idleMs: number,
  ) {
    this.all = Array.from({ length: size }, () => new WorkerSlot());
    this.free = [...this.all];
  }

  /** Lends a worker to one piece of work. */
  async use<T>(work: (slot: WorkerSlot) => Promise<T>, signal?: AbortSignal): Promise<T> {
    const slot = await this.take(signal);
    try {
      return await work(slot);
    } finally {
      this.giveBack(slot);
    }
  }

  /** Does something with every worker that has been started; with one that is at work, once its work has ended. */
  each(act: (slot: WorkerSlot) => void) {
    for (const slot of this.all.filter((s) => s.isUp)) {
      if (this.free.includes(slot)) act(slot);
      else this.afterwards.set(slot, [...(this.afterwards.get(slot) ?? []), act]);
    }
  }

  private take(signal?: AbortSignal): Promise<WorkerSlot> {
    if (signal?.aborted) return Promise.reject(new Stopped('Stopped.'));
    // One that is up starts at once.
    const next = this.free.find((slot) => slot.isUp) ?? this.free[0];
    if (next) {
      this.free.splice(this.free.indexOf(next), 1);
      clearTimeout(this.resting.get(next));
      return Promise.resolve(next);
    }
    return new Promise((resolve, reject) => {
      const stop = () => {
        this.waiting.splice(this.waiting.indexOf(mine), 1);
        reject(new Stopped('Stopped.'));
      };
      const mine: Waiting = (slot) => {
        signal?.removeEventListener('abort', stop);
        resolve(slot);
      };
      signal?.addEventListener('abort', stop);
      this.waiting.push(mine);
    });
  }

  private giveBack(slot: WorkerSlot) {
    const acts = this.afterwards.get(slot) ?? [];
    this.afterwards.delete(slot);
    if (slot.isUp) for (const act of acts) act(slot);
    const next = this.waiting.shift();
    if (next) next(slot);
    else {
      this.free.push(slot);
      this.resting.set(
        slot,
        setTimeout(() => slot.end(), this.idleMs),
      );
    }
  }
}
