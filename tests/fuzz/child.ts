/** Reads one file after another and tells how each went: told by lines of JSON, `{ kind, path }` in, an `Answer` out. */
import { readFileSync, writeFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { Said } from '../../src/core';
import { type Kind, READERS, start } from './readers';

/** `unfit`: this process is of no more use, as a worker would be. */
export type Answer = {
  ms: number;
  peakMb: number;
  outcome: 'read' | 'said' | 'raw';
  text: string;
  unfit?: boolean;
};

const peakMb = () =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync('/proc/self/status', 'utf8'))?.[1] ?? 0) / 1024;

async function answer(kind: Kind, path: string): Promise<Answer> {
  const bytes = new Uint8Array(readFileSync(path));
  globalThis.gc?.();
  try {
    // The peak is reckoned from here, where that may be asked for.
    writeFileSync('/proc/self/clear_refs', '5');
  } catch {}
  const begun = performance.now();
  let told: Omit<Answer, 'ms' | 'peakMb'>;
  try {
    await READERS[kind](bytes);
    told = { outcome: 'read', text: '' };
  } catch (error) {
    const raw = error instanceof Error ? `${error.name}: ${error.message}` : String(error);
    const unfit = error instanceof Error && error.name === 'Unfit';
    told =
      error instanceof Said ? { outcome: 'said', text: error.message, unfit } : { outcome: 'raw', text: raw };
  }
  return { ms: performance.now() - begun, peakMb: peakMb(), ...told };
}

await start();
process.stdout.write('ready\n');
for await (const line of createInterface({ input: process.stdin })) {
  const { kind, path } = JSON.parse(line);
  process.stdout.write(`${JSON.stringify(await answer(kind, path))}\n`);
}
