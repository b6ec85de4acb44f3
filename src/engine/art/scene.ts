import {
  finestLevel,
  levelsToCheck,
  levelsToRender,
  pixelPlan,
  pyramidIn,
  rendersEdges,
  type Scene,
  type SceneMotif,
  thinnestLine,
  type WantedLevel,
} from '../../core';
import type { ArtRequest, SceneRequest } from '../protocol';
import { type ArtSource, artKey, type LevelsAsk, pictureKey } from './shared-art';

type Held = { first: number; motif: SceneMotif };

/**
 * The art of the last scene, by what it is: what was measured of it hangs on it. Only the last scene's is held, in memory that is
 * shared with its owner.
 */
const last = { arts: new Map<string, Held>(), shapes: new Map<string, object>() };

export function forgetScene() {
  last.arts = new Map();
  last.shapes = new Map();
}

/** Art as fine as it is wanted, by the names of the requests. */
export async function motifsOf(asks: LevelsAsk[], source: ArtSource): Promise<Map<string, SceneMotif>> {
  const keys = asks.map(({ art }) => `${artKey(art)}|${art.ppi}`);
  const held = asks.map(({ wanted }, n) => {
    const known = last.arts.get(keys[n]);
    return known && known.first <= finestLevel(known.motif.pyramid, wanted) ? known : null;
  });
  const lacking = asks.filter((_, n) => !held[n]);
  const came = lacking.length ? await source.levels(lacking) : [];
  const shapes = new Map(asks.map(({ art }) => [pictureKey(art), last.shapes.get(pictureKey(art)) ?? {}]));
  const arts = new Map<string, Held>();
  const motifs = new Map<string, SceneMotif>();
  for (const [n, { art }] of asks.entries()) {
    const found = held[n] ?? arts.get(keys[n]) ?? heldOf(came[lacking.indexOf(asks[n])], art, shapes);
    arts.set(keys[n], found);
    if (art.lineMm !== undefined) thinnestLine.know(found.motif, art.lineMm);
    motifs.set(art.motif, found.motif);
  }
  last.arts = arts;
  last.shapes = shapes;
  return motifs;
}

function heldOf(
  shared: Awaited<ReturnType<ArtSource['levels']>>[number],
  art: ArtRequest,
  shapes: Map<string, object>,
): Held {
  const pyramid = pyramidIn(shared.bytes, shared);
  return { first: shared.first, motif: { pyramid, ppi: art.ppi, shape: shapes.get(pictureKey(art)) } };
}

export const planOf = ({ layout, cellMm, ppi }: SceneRequest) => pixelPlan(layout, cellMm, ppi);
export const ppisOf = ({ arts }: SceneRequest) => new Map(arts.map((a) => [a.motif, a.ppi]));

type Wanted = ReadonlyMap<string, WantedLevel[]>;

/** A scene in pixels from one that travelled by name. */
async function sceneOf(request: SceneRequest, wanted: Wanted, source: ArtSource): Promise<Scene> {
  const asks = request.arts.map((art) => ({ art, wanted: wanted.get(art.motif) ?? [] }));
  return {
    ground: request.ground,
    split: request.split,
    motifs: await motifsOf(asks, source),
    placements: request.placements,
    layers: request.layers,
    grain: request.grain,
  };
}

/** A scene whose art is as fine as it prints. */
export const sceneToPrint = (request: SceneRequest, source: ArtSource): Promise<Scene> =>
  sceneOf(request, levelsToRender(request, ppisOf(request), planOf(request)), source);

const both = (a: Wanted, b: Wanted): Wanted =>
  new Map(
    [...new Set([...a.keys(), ...b.keys()])].map((k) => [k, [...(a.get(k) ?? []), ...(b.get(k) ?? [])]]),
  );

/** A scene whose art is as fine as a check reads it, or as fine as it prints too. */
export async function sceneToCheck(
  request: SceneRequest,
  source: ArtSource,
  andPrint = false,
): Promise<Scene> {
  const plan = planOf(request);
  const ppis = ppisOf(request);
  const checked = levelsToCheck(request, ppis, plan);
  const printed = () => both(checked, levelsToRender(request, ppis, plan));
  const scene = await sceneOf(request, andPrint ? printed() : checked, source);
  return !andPrint && rendersEdges(scene, plan) ? sceneOf(request, printed(), source) : scene;
}
