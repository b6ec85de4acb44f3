import { isInMemory } from './db';
import type { Write } from './journal';
import { type Told, Writer } from './writer';

/** How long the end is waited for, ms. */
const END_MS = 3000;

/** Hands edits to the worker that writes them, at once, from within the handler of an event. */
export class Saver {
  private number = 0;
  private written = 0;
  private readonly waiting: { number: number; done: () => void }[] = [];
  private readonly worker: Worker | null;
  private readonly writer: Writer | null;

  /** @param onFailed why something could not be written; null once it was. @param onWanted the whole bolt is to be written anew. */
  constructor(
    private readonly onFailed: (why: string | null) => void,
    private readonly onWanted: () => void,
  ) {
    this.worker =
      typeof Worker === 'function' && !isInMemory()
        ? new Worker(new URL('./saving.worker.ts', import.meta.url), { type: 'module' })
        : null;
    this.worker?.addEventListener('message', ({ data }: MessageEvent<Told>) => this.take(data));
    // Where there are no workers, or the shelf is in this window's memory, it is written from here.
    this.writer = this.worker ? null : new Writer((told) => this.take(told));
  }

  save(write: Write) {
    const number = ++this.number;
    if (this.worker) this.worker.postMessage({ number, write });
    else this.writer?.push(number, write);
  }

  /** When all that was given so far is on the shelf. */
  get allWritten(): Promise<void> {
    if (this.written >= this.number) return Promise.resolve();
    return new Promise((done) => this.waiting.push({ number: this.number, done }));
  }

  get isIdle(): boolean {
    return this.written >= this.number;
  }

  /**
   * It is given no more. What was given before is written, and waited for, but not for ever: where it cannot be written
   * now the worker goes on trying while the page is there.
   */
  async end() {
    void this.allWritten.then(() => this.worker?.terminate());
    await this.soonWritten();
  }

  /** When all that was given so far is on the shelf, or it has been waited for long enough. */
  async soonWritten() {
    await Promise.race([this.allWritten, new Promise((late) => setTimeout(late, END_MS))]);
  }

  private take(told: Told) {
    if ('wanted' in told) return this.onWanted();
    if ('failed' in told) return this.onFailed(told.failed);
    this.written = Math.max(this.written, told.written);
    this.onFailed(null);
    for (const w of this.waiting.splice(0)) {
      if (w.number <= this.written) w.done();
      else this.waiting.push(w);
    }
  }
}
