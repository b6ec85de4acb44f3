import {
  blockFits,
  type Colourway,
  cellOf,
  type FileFormat,
  formats,
  nth,
  type PixelPlan,
  type Project,
  pixelPlan,
  shownColourway,
  slug,
} from '@/core';
import { exportBlock, type FileProof, loadAsset, sceneRequest } from '@/session/arts';
import { record } from '@/session/bolt';
import { noteSent } from '@/session/enough';
import { runJob, Stopped } from '@/session/jobs';
import { sessionStore } from '@/session/session';
import { LAYOUT_NAME } from '../../parts/lengths';
import { saveFile } from '../../parts/save-file';

/** What a file is asked for. '' stands for the colourway on show. */
export const useSendAsk = sessionStore<{ onGround: boolean; wayId: string; format: string }>(() => ({
  onGround: true,
  wayId: '',
  format: 'png',
}));

/** The formats that a block can be written in. */
export const sendFormats = (): FileFormat[] => formats.all().filter((f) => f.send);

type What = { way: Colourway; format: FileFormat; onGround: boolean; plan: PixelPlan; fits: boolean };

/** What would be written of a bolt as it is asked for. */
export function whatIsSent(project: Project, ask: ReturnType<typeof useSendAsk.getState>): What {
  const { brief, layout } = project;
  const plan = pixelPlan(layout, cellOf({ brief }), brief.ppi);
  return {
    way: project.colourways.find((c) => c.id === ask.wayId) ?? shownColourway(project),
    format: sendFormats().find((f) => f.id === ask.format) ?? nth(sendFormats(), 0),
    onGround: ask.onGround,
    plan,
    fits: blockFits(plan),
  };
}

/** A block that is written, as a job, and what the file was found to be. */
export const SEND = 'send';
export type Sent = { name: string; proof: FileProof; asked: { width: number; height: number; ppi: number } };

/** Writes the block, reads it back, saves it and notes it in the log. */
export function sendBlock(project: Project) {
  const { way, format, onGround, plan } = whatIsSent(project, useSendAsk.getState());
  const { width, height } = plan.block;
  const ppi = Math.round(project.brief.ppi);
  const names = [
    slug(project.name, 'bolt'),
    slug(way.name, 'colourway'),
    `${slug(LAYOUT_NAME[project.layout.kind], 'repeat')}-block`,
    `${width}x${height}`,
    `${ppi}ppi`,
  ];
  const name = `${names.join('_')}.${format.extension}`;
  return runJob(SEND, 'Rendering and writing the block.', async (work): Promise<Sent> => {
    const request = sceneRequest(project, onGround, way.id);
    const { file, proof } = await exportBlock(request, format.id, work, loadAsset);
    if (work.signal.aborted) throw new Stopped('Stopped.');
    saveFile(new Blob([file], { type: format.mime }), name);
    record({
      kind: 'export',
      text: `Sent ${name}: repeat block of ${way.name}, ${proof.width} x ${proof.height} px, ${proof.ppi} ppi, ${onGround ? 'on its ground' : 'without ground'}.`,
      sha256: proof.sha256,
      bytes: proof.bytes,
    });
    void noteSent();
    return { name, proof, asked: { width, height, ppi } };
  });
}
