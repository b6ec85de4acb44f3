import { type Project, pxToMm } from '../../core';
import { clothPicture, Stopped } from '../../engine';
import { inColours } from '../check';
import { loadAsset, sceneRequest } from '../cloth';
import { messageOf, session, sessionPart, sessionStore } from '../kernel';

/** Pictures of the cloth in some colours, by a key; at most so many are kept. */
type WallState = { pictures: Map<string, ImageBitmap>; trouble: string };
export const useWall = sessionStore<WallState>(() => ({ pictures: new Map(), trouble: '' }));
const MOST_KEPT = 90;

export type PictureAsk = { colours: string[]; width: number; height: number; spanMm: number };

const lastKey = sessionPart((): { parts: unknown[]; n: number } => ({ parts: [], n: 0 }));
/** What a picture depends on beside its colours, as a number: another one after each edit of it. */
export function projectKey(p: Project): number {
  const parts = [p.placements, p.motifs, p.pictures, p.ground, p.layers, p.layout, p.brief, p.inks];
  const last = lastKey();
  if (parts.some((v, k) => v !== last.parts[k])) Object.assign(last, { parts, n: last.n + 1 });
  return last.n;
}

export const pictureKey = (p: Project, { colours, width, height, spanMm }: PictureAsk) =>
  `${projectKey(p)}|${colours.join()}|${width}x${height}|${spanMm}`;

/** The cloth in other colours: `width` x `height` px for `spanMm` of it, from the cell's corner. */
export function drawPicture(project: Project, ask: PictureAsk, signal?: AbortSignal): Promise<ImageBitmap> {
  const ppi = pxToMm(ask.width, ask.spanMm);
  const request = sceneRequest({
    ...inColours(project, ask.colours),
    grain: { ...project.grain, on: false },
  });
  return clothPicture(request, { width: ask.width, height: ask.height, ppi }, loadAsset, { signal });
}

const wanted = sessionPart(() => new Map<string, { project: Project; ask: PictureAsk }>());

/** Asks for pictures; they come one after another. */
export function wantPictures(project: Project, asks: PictureAsk[]) {
  for (const ask of asks) {
    const key = pictureKey(project, ask);
    if (!useWall.getState().pictures.has(key)) wanted().set(key, { project, ask });
  }
  void session().latest('wall', { run: drawWanted, keep: () => {} });
}

/** Forgets what was asked for and not drawn yet. */
export const leaveWall = () => wanted().clear();

async function drawWanted() {
  const mine = session();
  const queue = wanted();
  for (let next = queue.entries().next(); !next.done && !mine.away; next = queue.entries().next()) {
    const [key, { project, ask }] = next.value;
    queue.delete(key);
    // It may have been asked for again while it was drawn.
    if (useWall.getState().pictures.has(key)) continue;
    try {
      const bitmap = await mine.answer(drawPicture(project, ask));
      useWall.setState((s) => ({
        pictures: new Map([...[...s.pictures].slice(-MOST_KEPT), [key, bitmap]]),
        trouble: '',
      }));
    } catch (error) {
      if (!(error instanceof Stopped)) useWall.setState({ trouble: messageOf(error) });
    }
  }
}
