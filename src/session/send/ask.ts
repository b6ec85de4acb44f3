import {
  blockFits,
  type Colourway,
  cellOf,
  type FileFormat,
  fileNames,
  formats,
  isVector,
  LAYOUT_NAME,
  LIMITS,
  mmToPx,
  NAME_TEMPLATE,
  type NamePart,
  nth,
  type PixelPlan,
  type Point,
  type Project,
  pixelPlan,
  purposeOf,
  type Size,
  shownColourway,
} from '../../core';
import { messageOf, sessionStore } from '../kernel';

/** What of the repeat a file holds. */
export type What = 'block' | 'cell' | 'sheet';

/** How the picture is taken apart, and what a format must keep for it. */
export const AS = {
  picture: { label: 'one picture' },
  'motif-layers': { label: 'a layer for each motif', needs: 'layers' },
  'ink-layers': { label: 'a layer for each ink', needs: 'layers' },
  'empty-layer': { label: 'the picture, an empty layer over it', needs: 'layers' },
  'ink-tones': { label: 'each ink by itself, in grey tones', needs: 'grey' },
  'motif-tones': { label: 'each motif by itself, in grey tones', needs: 'grey' },
} as const satisfies Record<string, { label: string; needs?: 'layers' | 'grey' }>;
export type As = keyof typeof AS;

/** What a file is asked for. */
type Ask = {
  /** null: as the brief says that it is printed. */
  what: What | null;
  as: As;
  onGround: boolean;
  /** Colourways, by id; none: the one on show. */
  wayIds: string[];
  format: string;
  /** null: as the brief has it. */
  ppi: number | null;
  sheetMm: Size;
  /** Where on the cloth the sheet begins, mm. */
  fromMm: Point;
  bleedMm: number;
  turn: 0 | 1 | 2 | 3;
  marks: boolean;
  /** In printing inks; null: as the brief says. */
  cmyk: boolean | null;
  unpacked: boolean;
  shapes: boolean;
  palettes: boolean;
  name: string;
};
export const useSendAsk = sessionStore<Ask>(() => ({
  what: null,
  as: 'picture',
  onGround: true,
  wayIds: [],
  format: 'png',
  ppi: null,
  sheetMm: { width: 508, height: 508 },
  fromMm: { x: 0, y: 0 },
  bleedMm: 0,
  turn: 0,
  marks: false,
  cmyk: null,
  unpacked: false,
  shapes: true,
  palettes: false,
  name: NAME_TEMPLATE,
}));

/** One file that is made: of which colourway, of which motif or ink alone, and its name. */
export type OneFile = { way: Colourway; part?: { id: string; name: string }; name: string };

export type Sending = Omit<Ask, 'format' | 'wayIds' | 'ppi' | 'what' | 'cmyk'> & {
  what: What;
  cmyk: boolean;
  format: FileFormat;
  ppi: number;
  plan: PixelPlan;
  /** The block as it lies in the file, px. */
  block: Size;
  /** What is filled, px, with its bleed; null: one block. */
  sheet: Size | null;
  bleed: number;
  /** What is written, px, and whether it can be. */
  px: Size;
  fits: boolean;
  /** Where it begins on the cloth, px. */
  from: Point;
  ways: Colourway[];
  files: OneFile[];
  /** Why it cannot be made as it is asked for, and why it cannot be named so; empty when it can. */
  trouble: string;
  nameTrouble: string;
};

/** The formats that can be sent, of a picture taken apart as it is wanted. */
export const sendFormats = (as: As, what: What): FileFormat[] =>
  formats.all().filter(({ send, lossy }) => {
    const { needs } = AS[as] as { needs?: 'layers' | 'grey' };
    if (needs === 'layers') return send?.can?.includes('layers');
    if (needs === 'grey') return send?.pixels.includes('grey') && !lossy;
    return (send && !(send.blockOnly && what !== 'block')) || lossy;
  });

/** Whether some of the art on a cloth is shapes that a format keeps: nothing but motifs lies on it, on a plain ground. */
export const canBeShapes = (project: Project, { send }: FileFormat): boolean => {
  const { ground, grain, layers, motifs, placements } = project;
  const grained = grain.on && (grain.ink ?? grain.cloth);
  return (
    Boolean(send?.can?.includes('shapes')) &&
    ground.kind === 'plain' &&
    !grained &&
    layers.every((l) => l.kind === 'placements' || l.hidden) &&
    motifs.some((m) => isVector(m) && placements.some((p) => p.motif === m.id && !p.hidden))
  );
};

/** The motifs or inks that are each a file. */
function partsOf(project: Project, as: As, onGround: boolean): { id: string; name: string }[] {
  if (as === 'ink-tones')
    return project.inks.flatMap(({ name }, n) => (n || onGround ? [{ id: String(n), name }] : []));
  const laid = new Set(project.placements.filter((p) => !p.hidden).map((p) => p.motif));
  return project.motifs.filter((m) => laid.has(m.id)).map(({ id, name }) => ({ id, name }));
}

/** What would be written of a bolt as it is asked for. @param sent how many times it was sent before. */
export function whatIsSent(
  project: Project,
  ask: ReturnType<typeof useSendAsk.getState>,
  sent: number,
): Sending {
  const { brief, layout } = project;
  const { printer, colours } = purposeOf(project);
  const what = ask.what ?? (printer === 'once' ? 'sheet' : 'block');
  const inInks = ask.cmyk ?? colours === 'ink';
  const ppi = ask.ppi ?? brief.ppi;
  const plan = pixelPlan(layout, cellOf({ brief }), ppi);
  const lies = ({ width, height }: Size) =>
    ask.turn % 2 ? { width: height, height: width } : { width, height };
  const block = lies(plan.block);
  const inPx = (mm: number) => Math.round(mmToPx(mm, ppi));
  const bleed = what === 'sheet' ? inPx(ask.bleedMm) : 0;
  const sheet =
    what === 'block'
      ? null
      : what === 'cell'
        ? lies(plan.cell)
        : { width: inPx(ask.sheetMm.width) + 2 * bleed, height: inPx(ask.sheetMm.height) + 2 * bleed };
  const px = sheet ?? block;
  const can = sendFormats(ask.as, what);
  const format = can.find((f) => f.id === ask.format) ?? nth(can, 0);
  const chosen = project.colourways.filter((c) => ask.wayIds.includes(c.id));
  const ways = chosen.length ? chosen : [shownColourway(project)];
  const parts = ask.as.endsWith('-tones') ? partsOf(project, ask.as, ask.onGround) : [undefined];
  const unnamed = (ask.as === 'motif-tones' ? ways.slice(0, 1) : ways).flatMap((way) =>
    parts.map((part) => ({ way, ...(part ? { part } : {}) })),
  );
  let names: string[] = [];
  let nameTrouble = '';
  try {
    names = fileNames(
      ask.name,
      unnamed.map((file) => ({ ...nameParts(project, what, px, ppi, sent), ...tellApart(unnamed, file) })),
    );
  } catch (error) {
    nameTrouble = messageOf(error);
  }
  let trouble = nameTrouble;
  const clear = !ask.onGround && !ask.as.endsWith('-tones');
  if (!unnamed.length) trouble = 'There is nothing on the cloth to make a file of by itself.';
  else if (clear && format.lossy)
    trouble = `A ${format.name} has no clear places: send it on its ground, or in another format.`;
  else if (clear && inInks && format.send?.pixels.includes('cmyk'))
    trouble = 'CMYK has no clear places: send it on its ground.';
  return {
    ...ask,
    ...{ what, format, ppi, plan, block, sheet, bleed, px, ways, trouble, nameTrouble },
    cmyk: inInks && ask.as === 'picture' && Boolean(format.send?.pixels.includes('cmyk')),
    unpacked: ask.unpacked && Boolean(format.send?.can?.includes('unpacked')),
    shapes: ask.shapes && ask.as === 'picture' && canBeShapes(project, format),
    marks: ask.marks && Boolean(format.send?.can?.includes('marks')),
    fits:
      blockFits(plan) &&
      (!sheet ||
        (Math.max(px.width, px.height) <= LIMITS.maxSheetPx &&
          px.width * px.height <= LIMITS.maxSheetMp * 1e6)),
    from: sheet
      ? {
          x: Math.round(ask.fromMm.x * plan.scale.x) * (what === 'sheet' ? 1 : 0) - bleed,
          y: Math.round(ask.fromMm.y * plan.scale.y) * (what === 'sheet' ? 1 : 0) - bleed,
        }
      : { x: 0, y: 0 },
    files: nameTrouble ? [] : unnamed.map((file, n) => ({ ...file, name: nth(names, n) })),
  };
}

function nameParts(
  project: Project,
  what: What,
  { width, height }: Size,
  ppi: number,
  sent: number,
): Partial<Record<NamePart, string>> {
  return {
    design: project.name || 'bolt',
    layout: `${LAYOUT_NAME[project.layout.kind]} ${what}`,
    size: `${width}x${height}`,
    ppi: `${Math.round(ppi)}ppi`,
    version: `v${sent + 1}`,
  };
}

/** Colourway and part of a file; one that has the names of an earlier file gets a number. */
function tellApart(
  files: { way: Colourway; part?: { name: string } }[],
  file: { way: Colourway; part?: { name: string } },
): Partial<Record<NamePart, string>> {
  const same = files.filter((f) => f.way.name === file.way.name && f.part?.name === file.part?.name);
  const n = same.indexOf(file);
  const numbered = (name: string) => (n > 0 ? `${name} ${n + 1}` : name);
  return file.part
    ? { colourway: file.way.name, part: numbered(file.part.name) }
    : { colourway: numbered(file.way.name) };
}
