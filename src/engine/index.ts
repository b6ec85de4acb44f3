import { proxy, type Remote, wrap } from 'comlink';
import type { ArtRequest, Progress } from './protocol';
import type { Services } from './services';

export type { ArtRequest, FileProof, SceneRequest } from './protocol';

/** Long work was stopped by the person; everything is as it was. */
export class Stopped extends Error {
  override name = 'Stopped';
}

/** Where the engine finds the bytes of an asset. */
type AssetLoader = (asset: string) => Promise<Uint8Array>;

/** One worker with its own art. Ending it stops whatever it does; the next call starts a fresh one. */
class Bench {
  private worker: Worker | undefined;
  private remote: Remote<Services> | undefined;
  private stops = new Set<(reason: Error) => void>();

  /** Runs one call; it ends with Stopped when `stop` is called meanwhile. */
  run<T>(call: (s: Remote<Services>) => Promise<T>): Promise<T> {
    if (!this.remote) {
      this.worker = new Worker(new URL('./engine.worker.ts', import.meta.url), { type: 'module' });
      this.remote = wrap<Services>(this.worker);
      // A worker that runs out of memory says nothing to those who wait for it.
      this.worker.addEventListener('error', () => this.end(new Error('The work ran out of room and ended.')));
    }
    const remote = this.remote;
    return new Promise<T>((resolve, reject) => {
      this.stops.add(reject);
      call(remote)
        .then(resolve, reject)
        .finally(() => this.stops.delete(reject));
    });
  }

  stop() {
    this.end(new Stopped('Stopped.'));
  }

  private end(reason: Error) {
    this.worker?.terminate();
    this.worker = undefined;
    this.remote = undefined;
    for (const reject of this.stops) reject(reason);
    this.stops.clear();
  }
}

/** The worker that answers at once (sprites, checks, previews) and the one for long work. */
const desk = new Bench();
const press = new Bench();
const benches = { desk, press };
type BenchName = keyof typeof benches;

/** Stops the long work under way; what it would have changed stays as it was. */
export const stopLongWork = () => press.stop();

async function withArt<T>(
  bench: BenchName,
  arts: ArtRequest[],
  load: AssetLoader,
  call: (s: Remote<Services>) => Promise<T>,
): Promise<T> {
  return benches[bench].run(async (s) => {
    const assets = [...new Set(arts.map((a) => a.asset))];
    for (const asset of await s.missing(assets)) await s.take(asset, await load(asset));
    return call(s);
  });
}

export const look = (bytes: Uint8Array<ArrayBuffer>) => desk.run((s) => s.look(bytes));

export const previewPaper = (...args: Parameters<Services['previewPaper']>) =>
  desk.run((s) => s.previewPaper(...args));

export const split = (
  bytes: Uint8Array<ArrayBuffer>,
  ppi: number,
  settings: Parameters<Services['split']>[2],
  onProgress: Progress,
) => press.run((s) => s.split(bytes, ppi, settings, proxy(onProgress)));

export const sprite = (request: ArtRequest, longSide: number, load: AssetLoader) =>
  withArt('desk', [request], load, (s) => s.sprite(request, longSide));

/** Another bolt is opened: the workers let go of the art they hold. */
export const letGoOfArt = () => Promise.all([desk, press].map((b) => b.run((s) => s.letGoOfArt())));

export const palette = (arts: ArtRequest[], count: number | undefined, load: AssetLoader) =>
  withArt('desk', arts, load, (s) =>
    s.palette(
      arts.map((a) => a.asset),
      count,
    ),
  );

export const check = (request: Parameters<Services['check']>[0], load: AssetLoader) =>
  withArt('desk', request.arts, load, (s) => s.check(request));

export const proveWrapOf = (
  request: Parameters<Services['proveWrap']>[0],
  onProgress: Progress,
  load: AssetLoader,
) => withArt('press', request.arts, load, (s) => s.proveWrap(request, proxy(onProgress)));

export const exportBlock = (
  request: Parameters<Services['exportBlock']>[0],
  onProgress: Progress,
  load: AssetLoader,
) => withArt('press', request.arts, load, (s) => s.exportBlock(request, proxy(onProgress)));
