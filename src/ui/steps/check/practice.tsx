'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { capital, faults, kindOf, type Project, wordsOf } from '@/core';
import {
  beginLesson,
  beginTwoStates,
  endLesson,
  openRecord,
  PRACTICE,
  putPin,
  TWO_STATES,
  useChecks,
  usePractice,
  useTwoStates,
} from '@/session/check';
import { useView } from '@/session/cloth';
import { useBusy, useJob, useSession } from '@/session/kernel';
import Fold from '../../parts/chrome/fold';
import Tray from '../../parts/chrome/tray';
import Choice from '../../parts/fields/choice';
import { small } from '../../parts/fields/lengths';
import PracticeCurve from './practice-curve';

/** Names as a sentence: "Bare patch, rows or twins." */
const sentence = (names: string[]) => capital(`${names.slice(0, -1).join(', ')} or ${names.at(-1)}.`);

const COPY = { made: 'your motifs, scattered anew', yours: 'a copy of this cloth' };
/** So many things make a cloth to practise on. */
const LEAST = 8;

/** A short trainer: a fault is planted, you pin it, it says how far off you were. */
export default function Practice({ project }: { project: Project }) {
  const bolt = useSession();
  const { lesson, record } = usePractice();
  const looking = useBusy(TWO_STATES);
  const amiss = useTwoStates((s) => s.trouble);
  const job = useJob(PRACTICE);
  const busy = job?.state === 'running';
  const trouble = job?.trouble;
  const [on, setOn] = useState<keyof typeof COPY>('made');
  useEffect(() => {
    void openRecord();
  }, []);
  const marks = faults().map((kind) => ({
    kind,
    name: kindOf(kind)?.fault?.name ?? kind,
    ...(record[kind] ?? { tried: 0, found: 0 }),
  }));
  const tried = marks.reduce((s, m) => s + m.tried, 0);
  const found = marks.reduce((s, m) => s + m.found, 0);
  const pictures = useChecks((s) => s.report?.pictures) ?? [];
  const unread = pictures.some((p) => p.doubt);
  const drawn = pictures.reduce((sum, p) => sum + p.pieces.length, 0);
  const may = !unread && project.placements.length + drawn >= LEAST;
  const begin = () => void beginLesson(bolt, project, on === 'made');
  const kept = (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }} data-testid="practice-record">
      {marks
        .filter((m) => m.tried)
        .map((m) => (
          <Typography
            key={m.kind}
            component="li"
            variant="body2"
            sx={{ display: 'flex', justifyContent: 'space-between' }}
          >
            <span>{m.name}</span>
            <span>
              {m.found} of {m.tried} found
            </span>
          </Typography>
        ))}
    </Box>
  );
  if (!lesson) {
    return (
      <Fold
        title="Practice"
        summary={tried ? `${found} of ${tried} found so far` : 'Train your eye on a planted fault'}
      >
        <Typography variant="body2" color="text.secondary" sx={{ mb: 1.5 }}>
          A fault is planted in a cloth that is not your work. Put a pin where it is; you are told what was
          measured, and how far off you were.
        </Typography>
        <Box sx={{ display: 'grid', gap: 1.5 }}>
          <Choice label="On" value={on} options={COPY} onChange={setOn} />
          <Button variant="outlined" disabled={busy || !may} onClick={begin}>
            {busy ? 'Planting a fault' : 'Begin'}
          </Button>
          {!may && (
            <Typography variant="body2" color="text.secondary">
              {unread
                ? 'What is drawn here cannot be told apart.'
                : 'Lay or draw eight things or more first.'}
            </Typography>
          )}
          {may && drawn > 0 && (
            <Typography variant="body2" color="text.secondary">
              What is drawn is laid anew from its pieces, on a plain ground: its paper's texture, and a vine
              that runs right through, are left out.
            </Typography>
          )}
          {trouble && (
            <Typography role="alert" variant="body2" color="error">
              {trouble}
            </Typography>
          )}
          <Button
            variant="outlined"
            disabled={looking}
            title="Which of two states of this bolt is the more even?"
            onClick={() => void beginTwoStates(bolt, project)}
          >
            {looking ? 'Looking through its history' : 'Two states of this bolt'}
          </Button>
          {amiss && (
            <Typography variant="body2" color="text.secondary" role="status">
              {amiss}
            </Typography>
          )}
          {kept}
          <PracticeCurve />
        </Box>
      </Fold>
    );
  }
  const { planted, marked, measured, shown } = lesson;
  const fault = kindOf(planted.fault)?.fault;
  const words = measured && wordsOf(measured, shown);
  return (
    <Tray
      title="Practice"
      summary={marked ? `It was: ${fault?.name}.` : 'One fault is planted in this cloth. Press where it is.'}
    >
      {marked ? (
        <>
          <Typography role="status" data-testid="practice-mark">
            {marked.hit
              ? `Found. Your pin is ${small(marked.off)} from its middle.`
              : `Not there. Your pin is ${small(marked.off)} off; the ring shows the place.`}
          </Typography>
          {words ? (
            <Box>
              <Typography variant="h3">{words.title}</Typography>
              <Typography variant="body2" color="text.secondary">
                {words.why}
              </Typography>
            </Box>
          ) : (
            <Typography variant="body2" color="text.secondary">
              The check itself points nothing out there: it is slight.
            </Typography>
          )}
          <Typography variant="body2" color="text.secondary">
            {fault?.lookFor}
          </Typography>
        </>
      ) : (
        <>
          <Typography variant="body2" color="text.secondary">
            {sentence(marks.map((m) => m.name))} Your own work is as it was.
          </Typography>
          <Button
            variant="outlined"
            onClick={() => {
              const { origin, zoom, viewport } = useView.getState();
              putPin({ x: origin.x + viewport.width / 2 / zoom, y: origin.y + viewport.height / 2 / zoom });
            }}
          >
            Pin the middle of the view
          </Button>
        </>
      )}
      <Box sx={{ display: 'flex', gap: 1 }}>
        {marked && (
          <Button variant="contained" disabled={busy} onClick={begin}>
            Another
          </Button>
        )}
        <Button variant={marked ? 'outlined' : 'text'} onClick={endLesson}>
          Back to the work
        </Button>
      </Box>
      {kept}
      <PracticeCurve />
    </Tray>
  );
}
