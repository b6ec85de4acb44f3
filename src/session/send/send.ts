import { crc32, LAYOUT_NAME, nth, type Project, slug, storedZip, writePalette } from '../../core';
import { record, useBolt } from '../bolt';
import { markSent, noteSent } from '../check';
import {
  exportPicture,
  type FileProof,
  loadAsset,
  type SceneRequest,
  type SendAsk,
  sceneRequest,
} from '../cloth';
import { inksAsk, profileBytes } from '../colour';
import type { Session } from '../kernel';
import { messageOf, runJob, Stopped, type Work } from '../kernel';
import { whereToSave } from '../shelf';
import { type OneFile, type Sending, useSendAsk, whatIsSent } from './ask';
import { type Sent, shortProof } from './certificate';
import { fontFile } from './fonts';

/** What is written, as a job, and what each file was found to be. */
export const SEND = 'send';

/** How many times a bolt was sent before. */
export const timesSent = () =>
  useBolt.getState().log.filter((l) => l.kind === 'export' && l.text.startsWith('Sent ')).length;

type Made = { name: string; file: Blob; proof: FileProof; text: string };

/** Writes what is asked for in each colourway, each motif or each ink; reads it back, saves it and notes it in the log. */
export async function sendPicture(bolt: Session, project: Project) {
  const sending = whatIsSent(project, useSendAsk.getState(), timesSent());
  const { files, format, what, px } = sending;
  const one = nth(files, 0);
  const inZip = files.length > 1 || sending.palettes;
  const name = inZip ? `${zipName(project, sending)}.zip` : `${one.name}.${format.extension}`;
  const place = await whereToSave(name);
  if (!place) return;
  const ppi = Math.round(sending.ppi);
  const run = async (work: Required<Work>): Promise<Sent> => {
    const needs = {
      ...(sending.cmyk ? { profile: await profileBytes() } : {}),
      ...(sending.marks ? { font: await fontFile('plain') } : {}),
    };
    const made: Made[] = [];
    for (const [n, file] of files.entries()) {
      const request = sceneRequest(project, sending.onGround, file.way.id, sending.ppi);
      const part = { ...work, onProgress: (share: number) => work.onProgress((n + share) / files.length) };
      const text = wordsOf(sending, project, file);
      const ask = {
        ...needs,
        ...askOf(project, request, sending, file),
        about: { title: project.name, description: text },
      };
      const done = await exportPicture(request, ask, part, loadAsset);
      if (work.signal.aborted) throw new Stopped('Stopped.');
      made.push({ name: `${file.name}.${format.extension}`, text, ...done });
    }
    const saved = inZip ? await zipOf(project, sending, made) : nth(made, 0).file;
    const sent: Sent = {
      ...{ name, file: saved, at: new Date().toISOString(), what },
      files: made.map(({ name: own, proof, text }) => ({ name: own, proof, text })),
      asked: { width: px.width, height: px.height, ppi },
    };
    try {
      await place.save(saved);
    } catch (error) {
      // Nobody is there to save it again.
      if (bolt.away) throw error;
      return { ...sent, unsaved: messageOf(error) };
    }
    for (const { name: own, text, proof } of made)
      record(bolt, {
        kind: 'export',
        text: `Sent ${own}${inZip ? ` in ${name}` : ''}: ${text}. ${shortProof(sent)}`.slice(0, 400),
        sha256: proof.sha256,
        bytes: proof.bytes,
      });
    void noteSent(bolt);
    markSent(bolt, project, sent.at);
    return sent;
  };
  const sent = await runJob(bolt, SEND, `Rendering and writing the ${what}.`, run, { goesOn: true });
  if (!sent) await place.letGo();
}

/** What a file is, in a line. */
function wordsOf({ what, px, ppi, onGround, as }: Sending, project: Project, { way, part }: OneFile): string {
  const kind = what === 'block' ? 'repeat block' : what;
  const of = as === 'motif-tones' ? (part?.name ?? '') : part ? `${part.name}, ${way.name}` : way.name;
  const lies = part ? 'in grey tones' : onGround ? 'on its ground' : 'without ground';
  const layout = LAYOUT_NAME[project.layout.kind].toLowerCase();
  return `${kind} of ${of}, ${px.width} x ${px.height} px, ${Math.round(ppi)} ppi, ${layout}, ${lies}`;
}

/** What the engine is asked for one file. */
function askOf(
  project: Project,
  request: SceneRequest,
  { format, sheet, from, turn, cmyk, unpacked, shapes, marks, bleed, as }: Sending,
  { way, part }: OneFile,
): SendAsk {
  const motifs = project.motifs.map(({ id, name }) => ({ id, name }));
  const inks = inksAsk(project, request.arts, way.colours);
  const layers = {
    'motif-layers': { motifs },
    'ink-layers': inks,
    'empty-layer': 'empty' as const,
  };
  return {
    ...{ format: format.id, sheet, from, turn, cmyk, unpacked, shapes, marks, bleed },
    ...(as in layers ? { layers: layers[as as keyof typeof layers] } : {}),
    ...(part ? { alone: as === 'motif-tones' ? { motif: part.id } : { ink: Number(part.id), ...inks } } : {}),
  };
}

function zipName(project: Project, { ways, files, px, what, ppi }: Sending): string {
  const many = ways.length > 1 ? `${ways.length}-colourways` : slug(nth(ways, 0).name, 'colourway');
  const parts = files.length > ways.length ? `_${files.length / ways.length}-files` : '';
  const layout = slug(LAYOUT_NAME[project.layout.kind], 'repeat');
  return `${slug(project.name, 'bolt')}_${many}${parts}_${layout}-${what}_${px.width}x${px.height}_${Math.round(ppi)}ppi`;
}

/** Files in one zip, untouched, with a palette of each colourway where that is wanted. */
async function zipOf(project: Project, { ways, palettes }: Sending, made: Made[]): Promise<Blob> {
  const texts = palettes
    ? ways.map((way) => ({
        name: `${slug(`${project.name} ${way.name}`, 'colours')}.gpl`,
        file: new Blob([
          writePalette(
            'gpl',
            `${project.name}, ${way.name}`,
            way.colours.map((hex, n) => ({ name: nth(project.inks, n).name, hex })),
          ),
        ]),
      }))
    : [];
  const beside = await Promise.all(
    texts.map(async (t) => ({ ...t, crc: crc32(new Uint8Array(await t.file.arrayBuffer())) })),
  );
  const all = [...made.map(({ name, file, proof }) => ({ name, file, crc: proof.crc })), ...beside];
  const { before, after } = storedZip(
    all.map(({ name, file, crc }) => ({ name, bytes: file.size, crc })),
    new Date(),
  );
  return new Blob([...all.flatMap(({ file }, n) => [nth(before, n), file]), after], {
    type: 'application/zip',
  });
}
