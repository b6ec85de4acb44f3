import { transfer } from 'comlink';
import type { ArtSource } from '../art/shared-art';
import type { Progress } from '../protocol';
import type { Services } from '../services';
import type { Bounds, Wire } from './worker-slot';

/** How long work is followed and stopped. */
export type Work = { signal?: AbortSignal; onProgress: Progress };

export const handedOver = (bytes: Uint8Array<ArrayBuffer>) => transfer(bytes, [bytes.buffer]);

/** What a service is asked. */
type Asked<D extends keyof Services, K extends keyof Services[D]> = Services[D][K] extends (
  ...args: infer A
) => unknown
  ? A
  : never;
/** A service as it is called from the page. */
export type Call<D extends keyof Services, K extends keyof Services[D]> = Wire[D][K];
/** What a service is asked, without where it gets art from. */
export type AskOf<D extends keyof Services, K extends keyof Services[D]> =
  Asked<D, K> extends [...infer A, ArtSource] ? A : Asked<D, K>;
/** The same, without the word of how far it is either. */
export type WorkOf<D extends keyof Services, K extends keyof Services[D]> =
  AskOf<D, K> extends [...infer A, Progress] ? A : AskOf<D, K>;

/** How long a drawing may take when it comes and when it is there already, reading a file and working on what was read, any long work, ms. */
export const MOST = { drawing: 3500, again: 30_000, reading: 60_000, reckoning: 15 * 60_000 };
export const reading: Bounds = { mostMs: MOST.reading };
export const long = (work?: Pick<Work, 'signal'>): Bounds => ({
  signal: work?.signal,
  mostMs: MOST.reckoning,
});
