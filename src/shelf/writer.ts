import { plainWords } from '../core';
import { withDb } from './db';
import { clearDerived } from './derived';
import { BaseMissing, type Write, writeEdits } from './journal';

/** What became of writing: all up to a number is on the shelf; or it is not, and why; or the whole bolt is wanted anew. */
export type Told = { written: number } | { failed: string } | { wanted: 'whole' };

/** How long it waits before it tries again, ms: longer each time. */
const AGAIN_MS = [500, 1000, 2000, 4000, 8000];

const NO_ROOM =
  'There is no room left on this machine for Hexaplex. Make room, or take old bolts off the shelf: what is not written yet is written then.';

const isFull = (error: unknown) => error instanceof DOMException && error.name === 'QuotaExceededError';
const why = (error: unknown): string => (isFull(error) ? NO_ROOM : plainWords(error).text);

/**
 * Writes edits one transaction after the other; what comes while one is under way goes into the next. What cannot be
 * written is kept and tried again.
 */
export class Writer {
  private waiting: { number: number; write: Write }[] = [];
  private busy = false;
  private tries = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly tell: (told: Told) => void) {}

  push(number: number, write: Write) {
    if (write.whole) this.waiting = this.waiting.filter((w) => w.write.head.id !== write.head.id);
    this.waiting.push({ number, write });
    void this.run();
  }

  private async run() {
    if (this.busy) return;
    this.busy = true;
    clearTimeout(this.timer);
    while (this.waiting.length) {
      const batch = this.waiting;
      this.waiting = [];
      try {
        await withDb((db) =>
          writeEdits(
            db,
            batch.map((w) => w.write),
          ),
        );
        this.tries = 0;
        this.tell({ written: Math.max(...batch.map((w) => w.number)) });
      } catch (error) {
        this.waiting = [...batch, ...this.waiting];
        if (isFull(error) && (await clearDerived().catch(() => false))) continue;
        if (error instanceof BaseMissing) this.tell({ wanted: 'whole' });
        else this.tell({ failed: why(error) });
        this.timer = setTimeout(() => void this.run(), AGAIN_MS[Math.min(this.tries, AGAIN_MS.length - 1)]);
        this.tries++;
        break;
      }
    }
    this.busy = false;
  }
}
