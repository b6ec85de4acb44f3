import { liftFrom, MM_PER_INCH, motifOf, type Project, Said } from '../../core';
import { liftOff } from '../../engine';
import { putAsset } from '../../shelf';
import { edit, record, refuse, useBolt } from '../bolt';
import { loadAsset, sceneRequest, useView } from '../cloth';
import type { Session } from '../kernel';
import { runJob } from '../kernel';
import { showPieces } from './picture-pieces';

const CHANGED = 'The bolt was changed while the piece was lifted: nothing was done. Lift it again.';

/** A piece being lifted, as a job. */
export const LIFT = 'lift';

/**
 * Lifts a piece off the drawing or tile that it was drawn in: it becomes a motif, laid where it was, and the place it left is
 * healed. True where it was done.
 */
export async function liftPieceOff(
  bolt: Session,
  project: Project,
  layerId: string,
  piece: string,
): Promise<boolean> {
  const layer = project.layers.find((l) => l.id === layerId);
  const picture =
    layer && layer.kind !== 'placements' ? project.pictures.find((p) => p.id === layer.picture) : undefined;
  if (!picture) return false;
  const made = await runJob(bolt, LIFT, 'Lifting the piece off.', (work) =>
    liftOff(sceneRequest(project), layerId, piece, work, loadAsset),
  );
  if (!made) return false;
  // What was lifted is of the bolt as it was.
  const isChanged = () => useBolt.of(bolt).getState().project !== project;
  const changed = () => {
    refuse(bolt, new Said(CHANGED));
    return false;
  };
  if (isChanged()) return changed();
  for (const { png, sha256 } of [made.art, made.picture])
    await putAsset(sha256, new Blob([png], { type: 'image/png' }));
  const { sha256: asset, width, height } = made.art;
  const motif = motifOf({
    ...{ id: crypto.randomUUID(), asset, width, height, ppi: picture.ppi },
    name: `Piece of ${picture.name}`.slice(0, 80),
    ...{ role: 'secondary', direction: 'free' },
    ...{ source: picture.source, permission: picture.permission },
  });
  const placement = {
    ...{ id: crypto.randomUUID(), motif: motif.id, ...made.at },
    ...{ angle: 0, scale: picture.ppi / (made.pxPerMm * MM_PER_INCH), mirror: false },
  };
  if (isChanged()) return changed();
  const ok = edit(bolt, liftFrom(layerId, made.picture.sha256, motif, placement));
  if (ok) {
    showPieces(bolt, false);
    useView.of(bolt).setState({ selected: [placement.id] });
    record(bolt, { kind: 'motifs', text: `${motif.name} lifted off.`.slice(0, 400), sha256: asset });
  }
  return ok;
}
