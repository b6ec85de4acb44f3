import type { Write } from './journal';
import { Writer } from './writer';

/** Writes what it is given while the page itself may be busy: no timer or callback of the page is needed for it. */
const writer = new Writer((told) => postMessage(told));

addEventListener('message', ({ data }: MessageEvent<{ number: number; write: Write }>) =>
  writer.push(data.number, data.write),
);
