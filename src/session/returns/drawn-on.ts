import {
  cellOf,
  type DrawnOn,
  drawnLayer,
  edgesOnCloth,
  frameOf,
  kindOf,
  type Layer,
  latticeOf,
  motifOf,
  type NotTheSame,
  nth,
  type PixelPlan,
  type Point,
  type Project,
  pixelPlan,
  type Raster,
  rgbOfHex,
  Said,
  sendOut,
  sha256Of,
  shownColourway,
  slug,
  takeBack,
  wordsOf,
} from '../../core';
import { exportPicture, joinEnds, makeGuide, type Returned, takeReturn, type Work } from '../../engine';
import { putAsset } from '../../shelf';
import { edit, loadAsset, record, takeSnapshot, useBolt, useSnapshots } from '../bolt';
import { checkKey, judgeOnceChecked, keepAsVersion, nextVersion, sortFindings, useChecks } from '../check';
import { sceneRequest } from '../cloth';
import type { Session } from '../kernel';
import { runJob, Stopped } from '../kernel';

type Out = NonNullable<DrawnOn['out']>;
export type Slide = Out['how'];
/** A file that the cloth goes out in: one picture, or the picture with an empty layer over it. */
export type OutFormat = 'png' | 'ora';

/** The cloth on its way out, and what was drawn on it on its way back, as jobs. */
export const GOES_OUT = 'goes out';
export const COMES_BACK = 'comes back';

/** A file larger than this is not read, bytes. */
const MOST_BYTES = 200e6;

/** The picture of a cloth that goes out: how large, and where on the cloth it begins, px. */
function cutOf(plan: PixelPlan, how: Slide): { width: number; height: number } & Point {
  const { width, height } = frameOf(plan) === 'cell' ? plan.cell : plan.block;
  const [x, y] = [Math.floor(width / 2), Math.floor(height / 2)];
  const from = {
    'as-laid': { x: 0, y: 0 },
    across: { x, y: 0 },
    down: { x: 0, y },
    both: { x, y },
    turned: { x, y },
  }[how];
  return { width, height, ...from };
}

/** The art of the strokes that are on a layer of their own by now; null where there are none. */
function strokesOf({ drawnOn: { layer, whole }, layers, pictures }: Project): string | null {
  const there = whole ? undefined : layers.find((l) => l.id === layer);
  if (!there || !('picture' in there) || there.hidden) return null;
  return pictures.find((p) => p.id === there.picture)?.asset ?? null;
}

/** What a cloth looks like without its grain: that is laid over all that comes back, too. */
const plainRequest = (project: Project) => ({ ...sceneRequest(project), grain: undefined });

/** What a cloth is made of but the strokes that came back, by a hash. */
function clothHash(project: Project): Promise<string> {
  const { layers, pictures, ground, drawnOn } = project;
  const shown = layers.flatMap((l) =>
    l.id === drawnOn.layer
      ? []
      : [{ ...l, asset: pictures.find((p) => 'picture' in l && p.id === l.picture)?.asset }],
  );
  const { colours } = shownColourway(project);
  return sha256Of(new TextEncoder().encode(JSON.stringify([shown, ground, colours])));
}

/** Makes the picture of a cloth that goes out to be drawn on. The document remembers how it was cut. */
export async function makeOut(
  bolt: Session,
  project: Project,
  how: Slide,
  format: OutFormat,
  work: Work,
): Promise<{ file: Blob; sha256: string; out: Out }> {
  const request = plainRequest(project);
  const plan = pixelPlan(request.layout, request.cellMm, request.ppi);
  const { width, height, x, y } = cutOf(plan, how);
  const about = { title: project.name, description: `${project.name}, to draw on` };
  const part = (from: number, share: number) => ({
    ...work,
    onProgress: (done: number) => work.onProgress(from + share * done),
  });
  const sheet = { width, height };
  const picture = await exportPicture(
    request,
    { format: 'png', sheet, from: { x, y }, about },
    part(0, 0.5),
    loadAsset,
  );
  await putAsset(picture.proof.sha256, picture.file);
  const guided = await guideOf(bolt, project, plan, { how, width, height, x, y }, picture, work);
  let made = picture;
  if (format === 'ora' || how === 'turned') {
    // A block that is turned begins at its other end.
    const from =
      how === 'turned' ? { x: plan.block.width - width - x, y: plan.block.height - height - y } : { x, y };
    const turn = how === 'turned' ? (2 as const) : (0 as const);
    const ask = {
      format,
      sheet,
      from,
      turn,
      about,
      ...(format === 'ora' ? { layers: 'empty' as const, guide: guided?.over } : {}),
    };
    made = await exportPicture(request, ask, part(0.5, 0.5), loadAsset);
  }
  if (work.signal?.aborted) throw new Stopped('Stopped.');
  const out: Out = {
    under: strokesOf(project),
    guide: guided?.guide ?? null,
    ...{ cloth: await clothHash(project), after: project.drawnOn.version },
    ...{ asset: picture.proof.sha256, at: new Date().toISOString(), how, frame: frameOf(plan) },
    ...{ x, y, width, height, ppi: request.ppi },
  };
  return { file: made.file, sha256: made.proof.sha256, out };
}

/** So many places are asked to be drawn on at once. */
const MOST_ASKED = 9;
/** Copies of a place that may show on the picture are so many steps of the lattice away. */
const STEPS = [-4, -3, -2, -1, 0, 1, 2, 3, 4];

/** What of the findings asks for something to be drawn, as it lies on a picture that goes out; null where nothing does, or it is not looked over. */
async function guideOf(
  bolt: Session,
  project: Project,
  plan: PixelPlan,
  { how, width, height, x, y }: Pick<Out, 'how' | 'width' | 'height' | 'x' | 'y'>,
  picture: { file: Blob; proof: { sha256: string } },
  work: Work,
): Promise<{ guide: Out['guide']; over: Raster } | null> {
  const { report, of } = useChecks.of(bolt).getState();
  if (!report || of !== checkKey(project)) return null;
  const rings = sortFindings(project, report).warnings.flatMap(({ f }) => {
    const extent = kindOf(f.kind)?.extent?.(f);
    return extent && 'ring' in extent ? [{ f, wide: extent.ring * plan.scale.x }] : [];
  });
  const { a, b } = latticeOf(project.layout, cellOf(project));
  const asked = rings.slice(0, MOST_ASKED).flatMap(({ f, wide: whole }) => {
    const wide = Math.min(whole, width / 2, height / 2);
    const all = STEPS.flatMap((i) =>
      STEPS.map((j) => ({
        x: (f.at.x + i * a.x + j * b.x) * plan.scale.x - x,
        y: (f.at.y + i * a.y + j * b.y) * plan.scale.y - y,
      })),
    ).filter((p) => p.x > -wide / 2 && p.y > -wide / 2 && p.x < width + wide / 2 && p.y < height + wide / 2);
    const inside = all.findIndex((p) => p.x >= 0 && p.y >= 0 && p.x < width && p.y < height);
    const [at] = all.splice(inside, 1);
    return inside < 0 || !at ? [] : [{ f, ...at, wide, copies: all }];
  });
  const inks = shownColourway(project).colours.map(rgbOfHex);
  const margin = Math.round(project.drawnOn.marginMm * plan.scale.x);
  const bytes = new Uint8Array(await picture.file.arrayBuffer());
  const made = await makeGuide(
    { asset: picture.proof.sha256, bytes },
    [asked.map(({ f: _, ...place }) => place), inks, how === 'as-laid' ? 0 : margin, how === 'turned'],
    work,
  );
  await putAsset(made.picture.sha256, new Blob([made.picture.bytes], { type: 'image/png' }));
  const places = made.guide.places.map(({ ink, lean }, n) => {
    const { f } = nth(asked, n);
    return {
      ...{ kind: f.kind, title: wordsOf(f, project).title.slice(0, 200), x: f.at.x, y: f.at.y },
      ink: ink === null ? null : (project.inks[ink]?.name.slice(0, 80) ?? null),
      lean,
    };
  });
  const uncrossed = made.guide.uncrossed.map(({ across }) =>
    across ? ('across' as const) : ('down' as const),
  );
  return { guide: { asset: made.picture.sha256, places, uncrossed }, over: made.over };
}

/** What the file is called. */
export const outName = ({ name }: Project, how: Slide, version: number): string =>
  `${slug(name, 'bolt')}_${how === 'as-laid' ? 'as-laid' : how === 'turned' ? 'quarters-turned' : `slid-${how}`}_${version + 1}`;

/** It went out: the document knows how, and the state that it went out in is kept, the first time. */
export async function wentOut(bolt: Session, out: Out, name: string, sha256: string, bytes: number) {
  const { project } = useBolt.of(bolt).getState();
  const first =
    project?.drawnOn.version === 0 &&
    !useSnapshots
      .of(bolt)
      .getState()
      .list.some((s) => s.name === BEGUN);
  if (!edit(bolt, () => sendOut(out))) return;
  const kept = first && (await takeSnapshot(bolt, BEGUN));
  if (kept) judgeOnceChecked(bolt, kept);
  record(bolt, {
    kind: 'export',
    text: `Out to draw on: ${name}, ${out.width} x ${out.height} px.`,
    sha256,
    bytes,
  });
}
const BEGUN = 'As it went out';

/** Why a picture is not what went out. */
function notTheSame({ why, apart }: NotTheSame, name: string, { width, height }: Out): string {
  const again = 'Nothing was changed.';
  if (why === 'proportion')
    return `${name} has other proportions than what went out (${width} x ${height} px). Export the whole picture, uncropped, at any size. ${again}`;
  if (why === 'slant')
    return `${name} does not lie straight on what went out: its quarters are ${Math.round(apart)} px apart. Export it uncropped; a photograph or a scan of a print is squared under Motifs first. ${again}`;
  return `${name} does not show what went out last: it may be of another bolt or an earlier round, or too much of it is changed to tell. A PNG as large as it went out is told most surely. ${again}`;
}

/** What came back, as it is told: how it lay, what is new, and what that does at the edges. */
export type CameBack = Omit<Returned, 'art' | 'picture'> & {
  how: Slide;
  name: string;
  version: number;
  /** It hides what was changed on the cloth since it went out. */
  hides: boolean;
};

/** What is asked of a picture that comes back now. @throws Said where nothing went out, or the cloth has changed since. */
function askNow(bolt: Session) {
  const { project } = useBolt.of(bolt).getState();
  const out = project?.drawnOn.out;
  if (!project || !out) throw new Said('Nothing went out yet. Send the cloth out first.');
  const cellMm = cellOf(project);
  const plan = pixelPlan(project.layout, cellMm, out.ppi);
  const now = cutOf(plan, out.how);
  if (now.width !== out.width || now.height !== out.height || frameOf(plan) !== out.frame)
    throw new Said(
      'The cloth has had another size or layout since it went out. Undo that, or send it out again. Nothing was changed.',
    );
  const whole = !project.placements.some((p) => !p.hidden);
  const { marginMm } = project.drawnOn;
  return { project, plan, ask: { out, layout: project.layout, cellMm, marginMm, whole } };
}

/** Takes back what was drawn on the picture that went out, as a job; the version that it makes is kept. */
export const takeBackFile = (bolt: Session, file: Pick<File, 'name' | 'size' | 'arrayBuffer'>) =>
  comesBack(bolt, `Laying ${file.name} on what went out.`, async (work) => {
    const { name, size } = file;
    const now = askNow(bolt);
    if (size > MOST_BYTES)
      throw new Said(
        `${name} is ${Math.round(size / 1e6)} MB; up to ${MOST_BYTES / 1e6} MB are read. Join its layers, or export it as a PNG. Nothing was changed.`,
      );
    const made = await takeReturn(new Uint8Array(await file.arrayBuffer()), now.ask, work, loadAsset);
    return keepVersion(bolt, made, now, name, work);
  });

/** Bends the two ends of a stroke of what came back last until they meet, as a job; it is a version of its own. */
export const joinEndsOf = (bolt: Session, n: number, name: string) =>
  comesBack(bolt, 'Bending the two ends until they meet.', async (work) => {
    const now = askNow(bolt);
    return keepVersion(bolt, await joinEnds(n, now.ask, work, loadAsset), now, name, work);
  });

const comesBack = (bolt: Session, label: string, run: (work: Required<Work>) => Promise<CameBack | null>) =>
  runJob(bolt, COMES_BACK, label, run, { goesOn: true });

/** Lays what came back, and keeps it as a version. @throws Said where it is not what went out. */
async function keepVersion(
  bolt: Session,
  made: Returned | NotTheSame,
  { project, plan, ask: { out, whole } }: ReturnType<typeof askNow>,
  name: string,
  { signal }: Work,
): Promise<CameBack | null> {
  if ('why' in made) throw new Said(notTheSame(made, name, out));
  if (signal?.aborted) throw new Stopped('Stopped.');
  for (const { bytes: png, sha256 } of [made.art, made.picture])
    await putAsset(sha256, new Blob([png], { type: 'image/png' }));
  const version = nextVersion(bolt, project);
  const hides =
    whole && !drawnLayer(project, whole) && !!out.cloth && out.cloth !== (await clothHash(project));
  if (!lay(bolt, project, out, plan, made, whole, version, name)) return null;
  await keepAsVersion(bolt, version);
  record(bolt, {
    kind: 'motifs',
    text: `${name.slice(0, 80)} came back, drawn on: version ${version}.`,
    sha256: made.art.sha256,
    bytes: made.art.bytes.length,
  });
  const { art: _art, picture: _picture, ...told } = made;
  return { ...told, how: out.how, name, version, hides };
}

/** Lays what came back on the cloth, as one step for undo. */
function lay(
  bolt: Session,
  project: Project,
  out: Out,
  plan: PixelPlan,
  made: Returned,
  whole: boolean,
  version: number,
  name: string,
): boolean {
  const { art, picture, report } = made;
  const edges = edgesOnCloth(report, out, plan.scale);
  const { brief, inks } = project;
  const asDrawn = shownColourway(project).colours.every((hex, n) => hex === nth(inks, n).hex);
  const block = { widthMm: plan.block.width / plan.scale.x, heightMm: plan.block.height / plan.scale.y };
  const shown = motifOf({
    ...{ id: crypto.randomUUID(), name: 'Drawn on the cloth', role: 'secondary' },
    ...{ asset: art.sha256, width: art.width, height: art.height, ppi: brief.ppi },
    source: `drawn on the cloth, ${name}`.slice(0, 200),
  });
  const layer: Layer = {
    ...{ kind: 'tile', id: crypto.randomUUID(), picture: shown.id },
    size: out.frame === 'cell' ? null : block,
    colour: { as: asDrawn ? 'inks' : 'itself' },
  };
  const { width, height } = art;
  const newArt = { asset: art.sha256, width, height, ppi: out.ppi };
  return edit(bolt, () =>
    takeBack({ art: newArt, picture: picture.sha256, edges, whole, version }, shown, layer),
  );
}

/** How it came back, as a sentence. */
export function cameBackText(back: CameBack): string {
  const under = back.hides
    ? ' What you changed on the cloth since it went out is hidden by it, as it is not on that picture. Undo takes it off again; send the cloth out anew to draw on it as it is.'
    : '';
  return `${howItLay(back)}${under}`;
}

function howItLay({ found, onlyStrokes, how }: CameBack): string {
  if (onlyStrokes) return 'New strokes alone came back, on nothing: they lie where they were drawn.';
  const { mirrored, turned, scale, x, y, exact } = found;
  const turnedHere = turned !== (how === 'turned');
  const said = [
    ...(Math.abs(scale - 1) > 0.001 ? [`at ${Math.round(scale * 1000) / 10} % of its size`] : []),
    ...(mirrored ? ['mirrored'] : []),
    ...(turnedHere ? ['half-turned'] : []),
    ...(Math.hypot(x, y) > 2
      ? [`slid by ${Math.round(Math.abs(x))} px across and ${Math.round(Math.abs(y))} px down`]
      : []),
  ];
  const rest = exact ? 'what was not drawn on is the same to the byte' : 'only what is new was taken from it';
  return said.length
    ? `It came back ${said.join(', ')}: it was laid right again, and ${rest}.`
    : `It came back as it went: ${rest}.`;
}
