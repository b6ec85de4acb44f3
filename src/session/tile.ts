import type { WrapMending } from '../core';
import { letGoOfTile, mendTile, takeTile, tileFile } from '../engine';
import { runJob } from './jobs';
import { sessionPart } from './session';

export { letGoOfTile, tileFile };

/** A finished tile from elsewhere, taken in to be looked at or mended, as a job. */
export const TILE = 'tile';

/** The file that was taken in last: a worker that was stopped reads it again. */
const taken = sessionPart((): { bytes: Uint8Array<ArrayBuffer> } => ({ bytes: new Uint8Array() }));

export const readTile = (file: Blob) =>
  runJob(TILE, 'Looking at the joins.', async (work) => {
    const bytes = new Uint8Array(await file.arrayBuffer());
    taken().bytes = bytes;
    return takeTile(bytes, work);
  });

export const mendTileNow = (mending: WrapMending) =>
  runJob(TILE, 'Mending the joins.', (work) => mendTile(taken().bytes, mending, work));
