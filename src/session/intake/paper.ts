import {
  counted,
  type Layer,
  LIMITS,
  motifOf,
  nth,
  pxToMm,
  Said,
  setBrief,
  setLayout,
  several,
  shownColourway,
  takeBack,
} from '../../core';
import { fetchSample, PAPER_SAMPLES } from '../../demo';
import { joinSheet, type SheetOfPaper } from '../../engine';
import { putAsset } from '../../shelf';
import { edit, record, useBolt } from '../bolt';
import { keepAsVersion, nextVersion } from '../check';
import type { Session } from '../kernel';
import { runJob } from '../kernel';

/** A sheet of paper that was cut in four, put together from its scans, as a job. */
export const PAPER = 'paper';

/** Scans larger than this together are not read, bytes. */
const MOST_BYTES = 600e6;

/** A sheet in hand: what was made of it, and the files that it was made of. */
export type SheetInHand = SheetOfPaper & { files: File[] };

/** Puts a sheet together from the scans of its quarters, in the order of their names, or from one scan of all. */
export const joinScans = (bolt: Session, files: File[], asCame: boolean) =>
  runJob(bolt, PAPER, 'Putting the sheet together.', async (work): Promise<SheetInHand> => {
    const inOrder = [...files].sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));
    const bytes = inOrder.reduce((sum, f) => sum + f.size, 0);
    if (inOrder.length !== 1 && inOrder.length !== 4)
      throw new Said(
        `${counted(inOrder.length, 'file')} came. Choose the four scans of the quarters together, or one scan of all four. Nothing was changed.`,
      );
    if (bytes > MOST_BYTES)
      throw new Said(
        `These scans are ${Math.round(bytes / 1e6)} MB; up to ${MOST_BYTES / 1e6} MB are read. Scan at 300 ppi, or save them as JPEG. Nothing was changed.`,
      );
    const read = await Promise.all(inOrder.map(async (f) => new Uint8Array(await f.arrayBuffer())));
    return { ...(await joinSheet(read, asCame, work)), files: inOrder };
  });

/** The demo's sheet of paper, put together from its scans. */
export async function joinSample(bolt: Session, which: keyof typeof PAPER_SAMPLES) {
  const files = await fetchSample(PAPER_SAMPLES[which]);
  await joinScans(
    bolt,
    files.map(({ name, bytes }) => new File([bytes], name)),
    false,
  );
}

/** Lays a sheet on the cloth as a version of it: the cell takes its size and repeats straight. */
export async function laySheet(bolt: Session, sheet: SheetInHand): Promise<boolean> {
  const { art, picture, files } = sheet;
  const { project } = useBolt.of(bolt).getState();
  if (!project) return false;
  const size = { widthMm: pxToMm(art.width, art.ppi), heightMm: pxToMm(art.height, art.ppi) };
  for (const mm of Object.values(size))
    if (mm < LIMITS.minMm || mm > LIMITS.maxMm)
      throw new Said(
        `This sheet would be ${Math.round(size.widthMm)} x ${Math.round(size.heightMm)} mm; each side is from ${LIMITS.minMm} to ${LIMITS.maxMm} mm.`,
      );
  for (const { bytes, sha256 } of [art, picture])
    await putAsset(sha256, new Blob([bytes], { type: 'image/png' }));
  const version = nextVersion(bolt, project);
  const [file] = files;
  const { sha256: asset, width, height, ppi } = art;
  const own = { asset, width, height, ppi };
  const motif = motifOf({
    ...{ id: crypto.randomUUID(), name: 'Sheet of paper', role: 'secondary' },
    ...own,
    source: `drawn on paper, ${file?.name ?? ''}`.slice(0, 200),
  });
  const asDrawn = shownColourway(project).colours.every((hex, n) => hex === nth(project.inks, n).hex);
  const layer: Layer = {
    ...{ kind: 'tile', id: crypto.randomUUID(), picture: motif.id, size: null },
    colour: { as: asDrawn ? 'inks' : 'itself' },
  };
  const back = { art: own, picture: picture.sha256, edges: [], whole: true, version };
  const ok = edit(bolt, (p) =>
    several('Sheet of paper laid', [
      setBrief(size),
      setLayout({ kind: 'straight', drop: p.layout.drop }),
      takeBack(back, motif, layer),
    ]),
  );
  if (!ok) return false;
  await keepAsVersion(bolt, version);
  record(bolt, {
    kind: 'motifs',
    text: `A sheet of paper from ${counted(files.length, 'scan')}, ${width} x ${height} px at ${Math.round(ppi)} ppi: version ${version}. ${cutsText(sheet)}`,
    sha256: asset,
    bytes: art.bytes.length,
  });
  return true;
}

const NAMES = ['top left', 'top right', 'bottom left', 'bottom right'];

/** How the quarters were found to lie, as sentences. */
export function foundText({ found, asCame, one }: SheetOfPaper): string {
  if (!found.sure && !found.better)
    return one
      ? 'Too little crosses the cuts to tell whether each quarter is in its place: look for yourself.'
      : 'Too little crosses the cuts to tell their order: they lie in the order of their file names. Look for yourself.';
  if (!found.better)
    return one
      ? 'The quarters are in their places: what crosses the cuts goes on.'
      : 'The order of their names is right: what crosses the cuts goes on.';
  const { place, turns } = found;
  const moved = place.flatMap((q, at) => (q === at ? [] : [`${q + 1} belongs at the ${NAMES[at]}`]));
  const turned = turns.flatMap((t, at) =>
    t ? [`${(place[at] ?? 0) + 1} was ${t === 2 ? 'upside down' : 'on its side'}`] : [],
  );
  const said = [...moved, ...turned].join('; ');
  return asCame
    ? `They lie as they came. By what crosses the cuts: quarter ${said}.`
    : `They came in another order. By what crosses the cuts: quarter ${said}. ${
        found.sure
          ? 'They are laid right here.'
          : 'They are laid so here; another order goes on nearly as well: look for yourself.'
      }`;
}

/** What was done at the cuts, as a sentence. */
export function cutsText({ borders, wasOffMm, offMm, one, seen }: SheetOfPaper): string {
  const hidden = one && !seen ? 'No cut is seen in it' : 'The cuts are hidden';
  if (!borders) return `${hidden}. Nothing that could be measured crosses them.`;
  return `${hidden}. ${counted(borders, 'edge')} of the drawing ${borders === 1 ? 'crosses' : 'cross'} them; the furthest was ${wasOffMm.toFixed(1)} mm off and was moved to meet, to within ${Math.max(0.05, offMm).toFixed(2)} mm.`;
}

/** How large the sheet is. */
export function sizeText({ art, said }: SheetOfPaper): string {
  const mm = (px: number) => Math.round(pxToMm(px, art.ppi));
  const size = `${mm(art.width)} x ${mm(art.height)} mm`;
  return said
    ? `${size}, ${Math.round(art.ppi)} ppi.`
    : `The scans do not say how fine they are, or not the same: taken at ${Math.round(art.ppi)} ppi it is ${size}.`;
}
