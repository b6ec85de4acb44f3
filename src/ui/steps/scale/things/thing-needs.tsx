'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import {
  cellOf,
  finishPng,
  goodsNeeds,
  MOST_ON_BOARD,
  type Project,
  putOnBoard,
  repeatBlock,
  resizeDesign,
  resizeRange,
  Said,
  slug,
} from '@/core';
import { edit, useBolt } from '@/session/bolt';
import { heldPpi, useView } from '@/session/cloth';
import { runJob, useJob, useSession } from '@/session/kernel';
import { drawShown, forBoard, shownThing, useThings } from '@/session/mockups';
import { useSendAsk } from '@/session/send';
import { saveFile } from '@/session/shelf';
import JobProgress from '../../../parts/chrome/job-progress';
import { length, size, trim } from '../../../parts/fields/lengths';

/** A picture of a thing, as it is saved, px. */
const SAVED = { width: 1800, height: 1400 };
const PICTURE = 'picture of a thing';

/** What must be sent for the thing, with a way there; and keeping its picture. */
export default function ThingNeeds({ project }: { project: Project }) {
  const bolt = useSession();
  const look = useThings();
  const job = useJob(PICTURE);
  const { thing, printMm, way } = shownThing(project, look);
  const { unit, ppi } = project.brief;
  const { goods, material, wants } = thing;
  const { times, from } = look;
  const needs = goodsNeeds({
    ...{ product: thing, printMm, blockMm: repeatBlock(project.layout, cellOf(project)), times, ppi },
    heldPpi: heldPpi(project),
  });
  const range = resizeRange(project);
  const topped = project.motifs.some(
    (m) => m.direction === 'top' && project.placements.some((p) => p.motif === m.id),
  );
  const other = Math.abs(times - 1) > 1e-6;
  const send = () => {
    if (other && !edit(bolt, resizeDesign(times))) return;
    const now = useBolt.getState().project;
    if (!now) return;
    const block = repeatBlock(now.layout, cellOf(now));
    const begin = (v: number, long: number) => (long - v) % long;
    useSendAsk.setState({
      what: goods.prints,
      wayIds: [way.id],
      turn: 0,
      sheetMm: printMm,
      bleedMm: goods.bleedMm,
      fromMm: { x: begin(from.x, block.width), y: begin(from.y, block.height) },
    });
    useThings.setState({ open: false, times: 1 });
    useView.setState({ step: 'send', trayOpen: true });
  };
  const savePicture = () =>
    runJob(bolt, PICTURE, 'Drawing the picture.', async () => {
      const bitmap = await drawShown(project, forBoard(project), SAVED);
      const canvas = new OffscreenCanvas(SAVED.width, SAVED.height);
      const context = canvas.getContext('2d', { alpha: false });
      if (!context) throw new Said('The picture could not be drawn.');
      context.drawImage(bitmap, 0, 0);
      bitmap.close();
      const png = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer());
      saveFile(
        new Blob([finishPng(png, 200)], { type: 'image/png' }),
        `${slug(project.name, 'bolt')}_${thing.id}.png`,
      );
    });
  const full = project.board.length >= MOST_ON_BOARD;
  return (
    <Box component="section" sx={{ borderTop: 1, borderColor: 'divider', pt: 1.5, display: 'grid', gap: 1 }}>
      <Typography variant="h3">What it needs</Typography>
      <Typography variant="body2" color="text.secondary" data-testid="needs">
        {goods.prints === 'block'
          ? `One repeat block, ${needs.file.width} x ${needs.file.height} px at ${trim(ppi, 0)} ppi: whoever prints it repeats it.`
          : `One sheet, ${needs.file.width} x ${needs.file.height} px at ${trim(ppi, 0)} ppi: ${size(printMm.width, printMm.height, unit)}${goods.bleedMm ? ` and ${length(goods.bleedMm, unit)} more all round` : ''}.`}
      </Typography>
      {!goods.upright && topped && (
        <Typography variant="body2" color="text.secondary">
          It is looked at from all sides: motifs that have a top stand on their heads on some of them.
        </Typography>
      )}
      {Number.isFinite(needs.held) && (
        <Typography
          variant="body2"
          data-testid="held"
          sx={{ color: needs.fewPpi ? 'warning.main' : 'text.secondary' }}
        >
          {`The art has ${trim(needs.held, 0)} ppi at this size. ${material} wants ${wants.ppi}${needs.fewPpi ? ': make it smaller, or scan the art more finely.' : '.'}`}
        </Typography>
      )}
      <Box sx={{ display: 'grid', gap: 1 }}>
        <Button
          variant="contained"
          disabled={other && (times < range.least || times > range.most)}
          onClick={send}
        >
          {other ? `Make the design ${trim(times * 100, 1)} %, and go to Send` : 'Go to Send with it'}
        </Button>
        <Button variant="outlined" disabled={full} onClick={() => edit(bolt, putOnBoard(forBoard(project)))}>
          {full ? 'The board is full' : `Put it on the board, ${project.board.length} there`}
        </Button>
        {job?.state === 'running' ? (
          <JobProgress kind={PICTURE} />
        ) : (
          <Button onClick={() => void savePicture()}>Save the picture</Button>
        )}
        {job?.trouble && (
          <Typography role="alert" variant="body2" color="error">
            It was not saved: {job.trouble}
          </Typography>
        )}
      </Box>
    </Box>
  );
}
