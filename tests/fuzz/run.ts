import { type ChildProcessByStdio, spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import type { Readable, Writable } from 'node:stream';
import type { Answer } from './child';
import type { Kind } from './readers';

/** A file to be read, and what it is. */
export type Case = { name: string; kind: Kind; bytes: Uint8Array };
/** How a case went: as its reader told, or that it ran past its time or ended the process. */
export type Went = { name: string; kind: Kind; ms: number; peakMb: number; text: string } & {
  outcome: Answer['outcome'] | 'ended' | 'slow' | 'crash';
  unfit?: boolean;
};

/** The longest that a file may take, ms, and the most memory, MB. */
export const MOST_MS = 5000;
const MOST_MB = 512;
/** After so long the program itself ends a drawing (engine/index). */
const DRAWING_MS = 3500;

type Child = { process: ChildProcessByStdio<Writable, Readable, null>; lines: AsyncIterator<string> };

async function startChild(): Promise<Child> {
  const args = ['--expose-gc', '--import', 'tsx', new URL('child.ts', import.meta.url).pathname];
  const child = spawn(process.execPath, args, { stdio: ['pipe', 'pipe', 'inherit'] });
  const lines = createInterface({ input: child.stdout })[Symbol.asyncIterator]();
  await lines.next();
  return { process: child, lines };
}

/** Reads every case in a process of its own kind, which is ended where one takes too long. */
export async function run(cases: Iterable<Case>, onWent: (went: Went) => void = () => {}): Promise<Went[]> {
  const folder = mkdtempSync(join(tmpdir(), 'files-'));
  const all: Went[] = [];
  let child = await startChild();
  try {
    for (const { name, kind, bytes } of cases) {
      const path = join(folder, 'file');
      writeFileSync(path, bytes);
      child.process.stdin.write(`${JSON.stringify({ kind, path })}\n`);
      let timer: ReturnType<typeof setTimeout> | undefined;
      // The program ends a drawing itself; nothing else may come so far.
      const [end, after] =
        kind === 'svg' ? (['ended', DRAWING_MS] as const) : (['slow', 2 * MOST_MS] as const);
      const late = new Promise<'ended' | 'slow'>((resolve) => {
        timer = setTimeout(() => resolve(end), after);
      });
      const line = await Promise.race([child.lines.next(), late]);
      clearTimeout(timer);
      const ended = typeof line === 'string' ? line : line.done ? 'crash' : null;
      const went: Went = ended
        ? { name, kind, ms: 0, peakMb: 0, outcome: ended, text: '' }
        : { name, kind, ...(JSON.parse((line as IteratorResult<string>).value) as Answer) };
      all.push(went);
      onWent(went);
      if (ended || went.unfit) {
        child.process.kill('SIGKILL');
        child = await startChild();
      }
    }
  } finally {
    child.process.kill();
    rmSync(folder, { recursive: true });
  }
  return all;
}

/** What is wrong with how a case went, its time apart; null where it is as it should be. */
export function amiss(went: Went): string | null {
  if (went.outcome === 'slow' || went.outcome === 'crash') return went.outcome;
  if (went.outcome === 'raw') return `raw words: ${went.text}`;
  if (went.peakMb > MOST_MB) return `${went.peakMb.toFixed(0)} MB`;
  return went.outcome === 'said' && !/^[A-Z“"].*[.?]$/s.test(went.text) ? `no sentence: ${went.text}` : null;
}
