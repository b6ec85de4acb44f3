import {
  addMotifs,
  addSheet,
  counted,
  type IntakeSettings,
  isBare,
  type Leaving,
  MM_PER_INCH,
  type Motif,
  type MotifRole,
  mmToPx,
  motifOf,
  nth,
  type Permission,
  type Project,
  partsOf,
  Said,
  type Sheet,
  setGroundInk,
  several,
} from '../../core';
import {
  findPageIn,
  type Incoming,
  inspectFile,
  keepPieces,
  type PageLook,
  type PageView,
  type ShutInSight,
  split,
  viewPage,
  type Work,
} from '../../engine';

export { findPageIn, inspectFile, type PageLook, type PageView, type ShutInSight, split, viewPage };

import { putAsset, readAsset } from '../../shelf';
import { edit, record } from '../bolt';
import type { Session } from '../kernel';

type Bytes = Uint8Array<ArrayBuffer>;
/** A file on its way in, as it was looked at. */
export type IncomingFile = Incoming & { name: string; bytes: Bytes };
export type IncomingPage = Extract<IncomingFile, { kind: 'page' }>;
export type IncomingLayers = Extract<IncomingFile, { kind: 'layers' }>;

type Box = { x: number; y: number; width: number; height: number };

/** A piece cut from a page, with what the person says of it. `motif`: the one whose art it is to be. */
export type CutPiece = {
  box: Box;
  area: number;
  thumb: ImageBitmap;
  name: string;
  role: MotifRole;
  /** Whether it may have a top; in doubt it has one. */
  top: boolean;
  keep: boolean;
  motif: string | null;
  /** Where the edge of its page cuts it off. */
  cutOff: Leaving[];
  /** Why it is not ticked: a motif here has since been filled or put together from parts. */
  settled?: string;
};

/** What is said of all pieces at once. */
export type Origin = { source: string; permission: Permission };

const OVERLAP = 0.5;

/** Largest pieces lead, the smallest fill: a first guess at roles that the person may change. */
function roleOf(area: number, all: number[]): MotifRole {
  const rank = all.filter((a) => a > area).length / all.length;
  return rank < 0.2 ? 'hero' : rank < 0.6 ? 'secondary' : 'filler';
}

/** Loose bits: far smaller than most of their page. Offered, but not kept unless asked for. */
const isLoose = (area: number, all: number[], pxPerMm: number) => {
  const middle = [...all].sort((a, b) => a - b)[all.length >> 1] ?? 0;
  return area < middle * 0.04 && area < 40 * pxPerMm ** 2;
};

/** How much two boxes overlap, 0 to 1. */
function overlap(a: Box, b: Box): number {
  const w = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const h = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  if (w <= 0 || h <= 0) return 0;
  return (w * h) / (a.width * a.height + b.width * b.height - w * h);
}

/**
 * Pieces with first guesses: names in order, roles by size; on a page opened again, whose art they
 * are; when a motif is to get new art, the largest piece is for it.
 */
export function firstGuesses(
  found: Pick<CutPiece, 'box' | 'area' | 'thumb' | 'top' | 'cutOff'>[],
  project: Project,
  ppi: number,
  { sheet, replaces }: { sheet?: string; replaces?: string },
): CutPiece[] {
  if (replaces) {
    const most = Math.max(...found.map((f) => f.area));
    const chosen = found.findIndex((f) => f.area === most);
    return found.map((f, n) => ({
      ...f,
      name: `Piece ${n + 1}`,
      role: 'filler',
      keep: n === chosen,
      motif: n === chosen ? replaces : null,
    }));
  }
  const areas = found.map((f) => f.area);
  const before = project.motifs.filter((m) => sheet && m.sheet === sheet && m.box);
  let number = project.motifs.length;
  return found.map((f) => {
    const known = before
      .map((m) => ({ m, share: overlap(f.box, m.box as Box) }))
      .sort((a, b) => b.share - a.share)[0];
    const there = known && known.share > OVERLAP ? known.m : null;
    // Fills and parts were made over the old cut: it stays unless the person wants the new one besides.
    const settled = there && partsOf(there).length ? there.name : undefined;
    const motif = settled ? null : there;
    const loose = isLoose(f.area, areas, ppi / MM_PER_INCH);
    if (!motif) number++;
    return {
      ...f,
      name: motif?.name ?? `Motif ${number}`,
      role: motif?.role ?? (loose ? 'filler' : roleOf(f.area, areas)),
      keep: motif !== null || (!loose && !settled),
      motif: motif?.id ?? null,
      settled,
    };
  });
}

/**
 * Keeps what was chosen from a page: the page itself, untouched, and its pieces as motifs. On a page opened
 * again, motifs get their new art and every placement follows.
 * @param ground the colour of the ground that the art was painted on, if it was.
 */
export async function keepPage(
  bolt: Session,
  page: IncomingPage,
  settings: IntakeSettings,
  ppi: number,
  cuts: CutPiece[],
  origin: Origin,
  work: Work,
  { sheetId, ground }: { sheetId?: string; ground?: string | null } = {},
): Promise<boolean> {
  const chosen = cuts.flatMap((c, n) => (c.keep ? [{ ...c, n }] : []));
  const files = await keepPieces(
    chosen.map((c) => c.n),
    work,
  );
  await putAsset(page.sha256, new Blob([page.bytes], { type: `image/${page.type}` }));
  for (const f of files) await putAsset(f.sha256, new Blob([f.png], { type: 'image/png' }));
  const id = sheetId ?? crypto.randomUUID();
  const artOf = (k: number) => {
    const { box } = nth(chosen, k);
    const { width, height } = box;
    return { asset: nth(files, k).sha256, width, height, ppi, sheet: id, box };
  };
  const ok = edit(bolt, (p) => {
    const anew = chosen.flatMap((c, k) => {
      const was = p.motifs.find((m) => m.id === c.motif);
      if (!was) return [];
      if (was.sheet !== id || !was.box) return [{ motif: was.id, art: artOf(k) }];
      const moved = {
        x: ((c.box.x + c.box.width / 2 - was.box.x - was.box.width / 2) / ppi) * MM_PER_INCH,
        y: ((c.box.y + c.box.height / 2 - was.box.y - was.box.height / 2) / ppi) * MM_PER_INCH,
      };
      return [{ motif: was.id, art: artOf(k), moved }];
    });
    const added = chosen.flatMap((c, k) =>
      c.motif
        ? []
        : [
            motifOf({
              ...artOf(k),
              id: crypto.randomUUID(),
              name: c.name.trim() || 'Motif',
              role: c.role,
              direction: c.top ? 'top' : 'free',
              ...origin,
            }),
          ],
    );
    const taken = addSheet(
      { id, name: page.name.slice(0, 80), asset: page.sha256, ppi, settings },
      added,
      anew,
    );
    // The first art of a bolt brings its ground with it.
    const first = ground && !p.motifs.length && isBare(p);
    return first ? several(taken.label, [taken, setGroundInk(ground)]) : taken;
  });
  if (ok) {
    const again = sheetId ? ', cut again' : '';
    record(bolt, {
      kind: 'motifs',
      text: `${chosen.length} ${chosen.length === 1 ? 'motif' : 'motifs'} from ${page.name}, ${Math.round(ppi)} ppi${again}.`,
      sha256: page.sha256,
      bytes: page.bytes.length,
    });
  }
  return ok;
}

/** A page of this bolt, as it came in. */
export async function sheetFile(sheet: Pick<Sheet, 'asset' | 'name'>): Promise<IncomingPage> {
  const bytes = await readAsset(sheet.asset);
  const seen = await inspectFile(bytes);
  if (seen.kind !== 'page') throw new Said('This page is no picture.');
  return { ...seen, name: sheet.name, bytes };
}

/** Keeps the layers that were chosen as motifs under their own names. */
export async function keepLayers(
  bolt: Session,
  file: IncomingLayers,
  ppi: number,
  chosen: number[],
  origin: Origin,
): Promise<boolean> {
  const layers = chosen.map((n) => nth(file.layers, n));
  const areas = file.layers.map((l) => l.width * l.height);
  await putAsset(file.sha256, new Blob([file.bytes], { type: 'image/openraster' }));
  for (const l of layers) await putAsset(l.sha256, new Blob([l.png], { type: 'image/png' }));
  const motifs: Motif[] = layers.map((l) =>
    motifOf({
      id: crypto.randomUUID(),
      name: l.name.slice(0, 80),
      role: roleOf(l.width * l.height, areas),
      direction: 'top',
      asset: l.sha256,
      width: l.width,
      height: l.height,
      ppi,
      ...origin,
      source: origin.source || file.name.slice(0, 200),
    }),
  );
  return logged(
    bolt,
    edit(bolt, addMotifs(motifs)),
    file,
    `${counted(motifs.length, 'motif')} from the layers of ${file.name}.`,
  );
}

/** Keeps an SVG as a motif that stays a vector; its px are those of the brief's ppi. */
export async function keepVector(
  bolt: Session,
  file: Extract<IncomingFile, { kind: 'vector' }>,
): Promise<boolean> {
  await putAsset(file.sha256, new Blob([file.bytes], { type: 'image/svg+xml' }));
  const ok = edit(bolt, (p) =>
    addMotifs([
      motifOf({
        id: crypto.randomUUID(),
        name: file.name.replace(/\.svg$/i, '').slice(0, 80) || 'Vector',
        role: 'secondary',
        direction: 'top',
        asset: file.sha256,
        width: Math.max(1, Math.round(mmToPx(file.widthMm, p.brief.ppi))),
        height: Math.max(1, Math.round(mmToPx(file.heightMm, p.brief.ppi))),
        ppi: p.brief.ppi,
        art: { kind: 'vector' },
        source: file.name.slice(0, 200),
      }),
    ]),
  );
  return logged(bolt, ok, file, `${file.name} taken in as a vector.`);
}

function logged(bolt: Session, ok: boolean, file: IncomingFile, text: string): boolean {
  if (ok)
    record(bolt, { kind: 'motifs', text: text.slice(0, 400), sha256: file.sha256, bytes: file.bytes.length });
  return ok;
}
