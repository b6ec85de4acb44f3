import { proxy } from 'comlink';
import { formats, pixelPlan } from '../../core';
import type { AssetLoader } from '../art/art-store';
import type { FileProof } from '../protocol';
import { isPlainCloth, PROBE } from '../services/plain-cloth';
import { type AskOf, MOST, type Work, type WorkOf } from '../wire/bounds';
import { artFrom, drawn, inBatch } from './workers';

/** A test print of a cloth, as a PDF. */
export const testPrint = (
  ...[request, ask, work, load]: [...AskOf<'send', 'testPrint'>, Work, AssetLoader]
) => inBatch((s) => s.send.testPrint(request, ask, artFrom(load)), work);

type Written = { file: Blob; proof: FileProof };
type Export = [...WorkOf<'send', 'exportPicture'>, Work, AssetLoader];

/** Writes a cloth as shapes, and has another program draw it. */
async function exportShapes(...[request, ask, work, load]: Export): Promise<Written> {
  const drawings = new Map<string, Uint8Array<ArrayBuffer>>();
  for (const asset of new Set(request.arts.flatMap((a) => (a.drawWidth ? [a.asset] : []))))
    drawings.set(asset, await load(asset));
  const { svg, probe } = await inBatch((s) => s.send.shapesOf(request, ask, drawings, artFrom(load)), work);
  work.onProgress(0.5);
  const file = new Blob([svg], { type: 'image/svg+xml' });
  const seen = await drawn(new TextEncoder().encode(probe), PROBE, MOST.reading);
  const proof = await inBatch((s) => s.send.proveShapes(request, file, seen, artFrom(load)), work);
  work.onProgress(1);
  return { file, proof };
}

/** So large a block is rendered by one worker at a time: two would hold twice as much. */
const MOST_BESIDE_PX = 40e6;

/** Writes a picture file and reads it back: a block that is not large by two workers beside each other. */
export async function exportPicture(...[request, ask, work, load]: Export): Promise<Written> {
  const { block } = pixelPlan(request.layout, request.cellMm, request.ppi);
  const onProgress = proxy(work.onProgress);
  if (ask.shapes && ask.format === 'svg' && isPlainCloth(request))
    return exportShapes(request, ask, work, load);
  if (formats.of(ask.format)?.lossy || block.width * block.height > MOST_BESIDE_PX)
    return inBatch((s) => s.send.exportPicture(request, ask, onProgress, artFrom(load)), work);
  const [written, elsewhere] = await Promise.all([
    inBatch((s) => s.send.writePicture(request, ask, onProgress, artFrom(load)), work),
    inBatch((s) => s.send.cutElsewhere(request, ask, artFrom(load)), work),
  ]);
  const proof = await inBatch(
    (s) => s.send.provePicture(request, ask, written, elsewhere, onProgress, artFrom(load)),
    work,
  );
  return { file: written.file, proof };
}
