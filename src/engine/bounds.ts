import { transfer } from 'comlink';
import type { Progress } from './protocol';
import type { Services } from './services';
import type { Bounds } from './worker-slot';

/** How long work is followed and stopped. */
export type Work = { signal?: AbortSignal; onProgress: Progress };

/** Where the engine finds the bytes of an asset: its own each time, for they go over to a worker. */
export type AssetLoader = (asset: string) => Promise<Uint8Array<ArrayBuffer>>;
export const handedOver = (bytes: Uint8Array<ArrayBuffer>) => transfer(bytes, [bytes.buffer]);

/** A service as it is called from the page. */
export type Call<K extends keyof Services> = (
  ...args: Parameters<Services[K]>
) => Promise<Awaited<ReturnType<Services[K]>>>;

/** How long a drawing may take when it comes and when it is there already, reading a file and working on what was read, any long work, ms. */
export const MOST = { drawing: 3500, again: 30_000, reading: 60_000, reckoning: 15 * 60_000 };
export const reading: Bounds = { mostMs: MOST.reading };
export const long = (work?: Pick<Work, 'signal'>): Bounds => ({
  signal: work?.signal,
  mostMs: MOST.reckoning,
});
