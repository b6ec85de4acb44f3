import { allArt, artById, type CheckReport, inkedArts, type Project } from '../../core';
import { knownLines, takeLines } from '../../engine';
import { readDerived, writeDerived } from '../../shelf';
import { useBolt } from '../bolt';
import { checkKey, useChecks } from '../check';
import { artsOf, fittedZoom, type Sprite, sizeFor, spritesBusy, useSprites } from '../cloth';
import { session } from '../kernel';

/** What is kept changes its form with this: what was kept in another is passed over. */
const FORM = 5;
type Kept = Omit<Sprite, 'bitmap'> & { form: number; picture: Blob };
type KeptLines = { form: number; lines: Map<string, number> };
type KeptCheck = { form: number; key: string; report: CheckReport };

const CHECK = 'check';
const SPRITE = 'sprite ';
const LINES = 'lines';
/** A moment of rest before it is kept, ms; and the most that is kept of one bolt, px. */
const REST_MS = 2000;
const MOST_PX = 24e6;

/** What was drawn and found of a bolt when it was open last. */
export type Prepared = {
  sprites: Map<string, Sprite>;
  lines: Map<string, number>;
  check: KeptCheck | null;
};

const isOfForm = (value: unknown): value is { form: number } =>
  typeof value === 'object' && value !== null && 'form' in value && value.form === FORM;

/** Fetches what was drawn and found of a bolt when it was open last; what is not there is made anew. */
export async function fetchPrepared(id: string): Promise<Prepared> {
  const sprites = new Map<string, Sprite>();
  const kept = await readDerived(id).catch(() => new Map<string, unknown>());
  const drawn = [...kept].map(async ([name, value]) => {
    if (!name.startsWith(SPRITE) || !isOfForm(value)) return;
    const { picture, form: _, ...rest } = value as Kept;
    const bitmap = await createImageBitmap(picture, { colorSpaceConversion: 'none' }).catch(() => null);
    if (bitmap) sprites.set(name.slice(SPRITE.length), { ...rest, bitmap });
  });
  await Promise.all(drawn);
  const check = kept.get(CHECK);
  const lines = kept.get(LINES);
  return {
    sprites,
    lines: isOfForm(lines) ? (lines as KeptLines).lines : new Map(),
    check: isOfForm(check) ? (check as KeptCheck) : null,
  };
}

/** Puts it on the cloth, as far as it is still of this document. */
export function takePrepared(project: Project, { sprites, lines, check }: Prepared) {
  takeLines(lines);
  const assets = new Map(allArt(project).map((m) => [m.id, m.asset]));
  const sound = inkedArts(project).flatMap(({ key, motif }): [string, Sprite][] => {
    const sprite = sprites.get(key);
    return sprite && sprite.asset === assets.get(motif) ? [[key, sprite]] : [];
  });
  if (sound.length) useSprites.setState({ sprites: new Map(sound) });
  if (check?.key === checkKey(project))
    useChecks.setState({ report: check.report, of: check.key, kept: true });
}

async function pictureOf({ bitmap }: Sprite): Promise<Blob> {
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0);
  return canvas.convertToBlob({ type: 'image/png' });
}

/**
 * Keeps what is drawn of the open bolt, as fine as it is shown first, and what the last check found, whenever all has
 * come to rest: the bolt is there at once when it is opened next.
 */
export function keepPrepared(before: Prepared) {
  const mine = session();
  const written = new Map<string, unknown>();
  for (const [key, sprite] of useSprites.getState().sprites) {
    if (before.sprites.get(key) === sprite) written.set(SPRITE + key, sprite);
  }
  let lines = before.lines.size;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const soon = () => {
    clearTimeout(timer);
    timer = setTimeout(() => void keep().catch(() => {}), REST_MS);
  };
  const keep = async () => {
    const { project } = useBolt.getState();
    const { report, of, busy } = useChecks.getState();
    if (mine.away || !project) return;
    if (spritesBusy() || busy) return soon();
    const pxPerMm = fittedZoom(project) * devicePixelRatio;
    const { sprites } = useSprites.getState();
    const motifs = artById(project);
    const names = new Set([CHECK, LINES]);
    const made: [string, unknown][] = [];
    let px = 0;
    for (const { key, motif } of inkedArts(project)) {
      const [sprite, of] = [sprites.get(key), motifs.get(motif)];
      if (!sprite || !of) continue;
      px += sprite.size.width * sprite.size.height;
      if (px > MOST_PX) break;
      names.add(SPRITE + key);
      const fits = !sprite.quick && sprite.longSide === sizeFor(project, of, pxPerMm);
      if (!fits || written.get(SPRITE + key) === sprite) continue;
      const { bitmap: _, ...rest } = sprite;
      made.push([SPRITE + key, { ...rest, form: FORM, picture: await pictureOf(sprite) } satisfies Kept]);
      written.set(SPRITE + key, sprite);
    }
    const measured = knownLines(artsOf(project));
    if (measured.size !== lines) made.push([LINES, { form: FORM, lines: measured } satisfies KeptLines]);
    lines = measured.size;
    if (report?.linesLeft === 0 && of === checkKey(project) && written.get(CHECK) !== report) {
      made.push([CHECK, { form: FORM, key: checkKey(project), report } satisfies KeptCheck]);
      written.set(CHECK, report);
    }
    if (made.length && !mine.away) await writeDerived(project.id, made, names);
  };
  mine.atEnd(() => clearTimeout(timer));
  mine.atEnd(useSprites.subscribe(soon));
  mine.atEnd(useChecks.subscribe(soon));
  soon();
}
