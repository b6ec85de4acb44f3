import { type Bounds, type WorkerCall, WorkerSlot } from './worker-slot';

/**
 * A worker that holds one page, tile or cloth from outside in memory. Clearing the desk ends the worker. If calls still
 * have to finish, the worker ends after the last of them, and the next page gets another worker.
 */
export class Desk {
  private slot = new WorkerSlot();
  private readonly finishing = new Map<WorkerSlot, number>();

  /** Runs one call; it ends when the desk is cleared. */
  run<T>(call: WorkerCall<T>, bounds?: Bounds): Promise<T> {
    return this.slot.run(call, bounds);
  }

  /** Runs one call that clearing the desk does not end: only its own signal or time limit does. */
  async finish<T>(call: WorkerCall<T>, bounds?: Bounds): Promise<T> {
    const { slot } = this;
    this.finishing.set(slot, (this.finishing.get(slot) ?? 0) + 1);
    try {
      return await slot.run(call, bounds);
    } finally {
      const rest = (this.finishing.get(slot) ?? 1) - 1;
      if (rest) this.finishing.set(slot, rest);
      else {
        this.finishing.delete(slot);
        if (slot !== this.slot) slot.end();
      }
    }
  }

  /** The page is done with: nothing of it stays in memory longer than what is being finished needs it. */
  clear() {
    if (this.finishing.has(this.slot)) this.slot = new WorkerSlot();
    else this.slot.end();
  }
}
