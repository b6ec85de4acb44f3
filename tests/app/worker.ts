import { expose } from 'comlink';
import { services } from '../../src/engine/services';
import { Writer } from '../../src/shelf/writer';

const unanswered = new Set<(reason: Error) => void>();

/** The check, which a test that is not about findings can switch off to save time. */
export const checking = {
  on: true,
  /** Ends the checks that got no answer, as closing a page ends its workers. Calls queued behind them can then run. */
  end() {
    for (const reject of unanswered) reject(new Error('The page was closed.'));
    unanswered.clear();
  },
};
const never = () => new Promise<never>((_, reject) => unanswered.add(reject));
const inProcess = {
  ...services,
  cloth: { ...services.cloth, letGo() {} },
  check: {
    ...services.check,
    check: (...asked: Parameters<typeof services.check.check>) =>
      checking.on ? services.check.check(...asked) : never(),
  },
};

type Listener = (event: MessageEvent) => void;

/** One end of a line in memory: what is posted on it is heard at the other, in order, a turn later. */
class End {
  private readonly listeners = new Set<Listener>();
  other: End | null = null;
  addEventListener = (type: string, listener: Listener) => {
    if (type === 'message') this.listeners.add(listener);
  };
  removeEventListener = (_: string, listener: Listener) => void this.listeners.delete(listener);
  start() {}
  postMessage = (data: unknown) => {
    setImmediate(() => {
      for (const listener of this.other?.listeners ?? []) listener({ data } as MessageEvent);
    });
  };
}

/**
 * A worker without a browser: the services run in the process of the tests. All workers share what they keep, so none of them
 * lets go of art that another has; one that was ended is heard no more.
 */
export class WorkerInProcess extends End {
  constructor(url: URL) {
    super();
    const inside = new End();
    inside.other = this;
    this.other = inside;
    if (url.pathname.includes('saving.worker')) {
      const writer = new Writer((told) => inside.postMessage(told));
      inside.addEventListener('message', ({ data }) => writer.push(data.number, data.write));
    } else expose(inProcess, inside as never);
  }
  terminate() {
    if (this.other) this.other.other = null;
  }
}
