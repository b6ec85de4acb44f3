import {
  addMotifs,
  capital,
  fillOf,
  hexOfRgb,
  type Motif,
  mmToPx,
  motifOf,
  nth,
  PART_KINDS,
  type Part,
  partKindOf,
  type Rgb,
  replaceArt,
  rgbOfHex,
} from '../../core';
import {
  type CutArt,
  compose,
  fillLineArt,
  joinParts,
  palette,
  regionAt,
  sprite,
  trace,
  viewFill,
  type Work,
} from '../../engine';

export { regionAt, viewFill };

import { putAsset, readAsset } from '../../shelf';
import { edit, record, useBolt } from '../bolt';
import { artsOf, loadAsset } from '../cloth';
import type { Session } from '../kernel';
import type { IncomingFile, IncomingPage } from './intake';

const keepFile = (art: CutArt) => putAsset(art.sha256, new Blob([art.png], { type: 'image/png' }));

/** Art that came as a vector takes a motif's place at once; placements keep place, angle and printed size. */
export async function replaceByVector(
  bolt: Session,
  motif: Motif,
  file: Extract<IncomingFile, { kind: 'vector' }>,
): Promise<boolean> {
  await putAsset(file.sha256, new Blob([file.bytes], { type: 'image/svg+xml' }));
  return edit(bolt, (p) =>
    replaceArt(motif.id, {
      asset: file.sha256,
      width: Math.max(1, Math.round(mmToPx(file.widthMm, p.brief.ppi))),
      height: Math.max(1, Math.round(mmToPx(file.heightMm, p.brief.ppi))),
      ppi: p.brief.ppi,
      art: { kind: 'vector' },
      sheet: null,
      box: null,
    }),
  );
}

/** Pictures of one size as the parts of one motif, in register; the lowest kind lies lowest. */
export async function keepAsParts(bolt: Session, files: IncomingPage[], ppi: number): Promise<boolean> {
  const sorted = [...files].sort(
    (a, b) => PART_KINDS.indexOf(partKindOf(a.name)) - PART_KINDS.indexOf(partKindOf(b.name)),
  );
  const arts = await joinParts(
    sorted.map((f) => f.bytes),
    ppi,
  );
  const whole = await compose(
    arts.map((a) => ({ bytes: a.png })),
    ppi,
  );
  for (const art of [...arts, whole]) await keepFile(art);
  const plain = (name: string) => name.replace(/\.[^.]+$/, '').slice(0, 80) || 'Part';
  const motif = motifOf({
    id: crypto.randomUUID(),
    name: sharedName(sorted.map((f) => plain(f.name))),
    role: 'secondary',
    asset: whole.sha256,
    width: whole.width,
    height: whole.height,
    ppi,
    source: sorted
      .map((f) => f.name)
      .join(', ')
      .slice(0, 200),
    art: {
      kind: 'parts',
      parts: arts.map((a, n) => ({
        id: crypto.randomUUID(),
        name: plain(nth(sorted, n).name),
        kind: partKindOf(nth(sorted, n).name),
        asset: a.sha256,
        hex: null,
      })),
    },
  });
  const ok = edit(bolt, addMotifs([motif]));
  if (ok) record(bolt, { kind: 'motifs', text: `${motif.name} put together from ${files.length} parts.` });
  return ok;
}

/** What the names of several files begin with, as a name. */
function sharedName(names: string[]): string {
  const [first = ''] = names;
  let n = 0;
  while (n < first.length && names.every((m) => m[n] === first[n])) n++;
  return capital(first.slice(0, n).replace(/[\s_-]+$/, '') || 'joined parts');
}

/** Changes parts (colour, order, what is left out) and puts the motif together again. */
export async function setParts(bolt: Session, motif: Motif, parts: Part[]): Promise<boolean> {
  const ready = await Promise.all(
    parts.map(async (p) => ({ bytes: await readAsset(p.asset), rgb: p.hex ? rgbOfHex(p.hex) : undefined })),
  );
  const whole = await compose(ready, motif.ppi);
  await keepFile(whole);
  const { sheet, box } = motif;
  const picture = { asset: whole.sha256, width: whole.width, height: whole.height, ppi: motif.ppi };
  const fill = fillOf(motif);
  const art = fill ? { kind: 'filled' as const, parts, fill } : { kind: 'parts' as const, parts };
  return edit(bolt, replaceArt(motif.id, { ...picture, art, sheet, box }, { x: 0, y: 0 }));
}

export type FillSettings = NonNullable<ReturnType<typeof fillOf>>;

/** The settings of a fill as the engine wants them, lengths in px of the art. */
export const fillAsk = (motif: Motif, fill: FillSettings) => ({
  bridgePx: mmToPx(fill.bridgeMm, motif.ppi),
  trapPx: mmToPx(fill.trapMm, motif.ppi),
  colours: fill.colours.map((c) => ({ x: c.x, y: c.y, rgb: rgbOfHex(c.hex) })),
});

/** Fills line art: flat parts under the ink, one for each colour. The line art itself is kept to fill again. */
export async function keepFill(bolt: Session, motif: Motif, fill: FillSettings): Promise<boolean> {
  const { flats, ink, whole } = await fillLineArt(
    await readAsset(fill.from),
    fillAsk(motif, fill),
    motif.ppi,
  );
  for (const art of [...flats, ink, whole]) await keepFile(art);
  const parts: Part[] = [
    ...flats.map((f, n) => ({
      id: crypto.randomUUID(),
      name: `Fill ${n + 1}`,
      kind: 'fill' as const,
      asset: f.sha256,
      hex: hexOfRgb(f.rgb),
    })),
    { id: crypto.randomUUID(), name: 'Ink', kind: 'outline', asset: ink.sha256, hex: null },
  ];
  const { sheet, box } = motif;
  const picture = { asset: whole.sha256, width: whole.width, height: whole.height, ppi: motif.ppi };
  return edit(
    bolt,
    replaceArt(motif.id, { ...picture, art: { kind: 'filled', parts, fill }, sheet, box }, { x: 0, y: 0 }),
  );
}

/** A motif as it looks in the colourway on show, at most `longSide` px. */
export async function motifBitmap(bolt: Session, id: string, longSide: number): Promise<ImageBitmap | null> {
  const { project } = useBolt.of(bolt).getState();
  const art = project && artsOf(project).find((a) => a.motif === id);
  return art ? (await sprite(art, longSide, loadAsset)).bitmap : null;
}

/** The inks that a motif is traced in: the bolt's, or its own when the bolt has none yet. */
async function inksFor(bolt: Session, motif: Motif): Promise<{ name: string; rgb: Rgb }[]> {
  const { project } = useBolt.of(bolt).getState();
  const known = project?.inks.slice(1) ?? [];
  if (known.length) return known.map((i) => ({ name: i.name, rgb: rgbOfHex(i.hex) }));
  const own = project ? artsOf(project).filter((a) => a.motif === motif.id) : [];
  const found = await palette(own, undefined, loadAsset);
  return found.inks.map((f, n) => ({ name: `Ink ${n + 1}`, rgb: f.rgb }));
}

/** Outlines of a motif, plate by plate, and how far they are from its pixels. */
export async function traceMotif(bolt: Session, motif: Motif, smooth: number, ground: Rgb, work: Work) {
  const bytes = await readAsset(motif.asset);
  return trace(bytes, motif.ppi, await inksFor(bolt, motif), { smooth, smallestPx: 6, ground }, work);
}
