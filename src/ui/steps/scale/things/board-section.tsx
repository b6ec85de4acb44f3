'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { capital, counted, type Project, slug, takeOffBoard } from '@/core';
import { edit, record } from '@/session/bolt';
import { openBook } from '@/session/colour';
import { runJob, useJob, useSession } from '@/session/kernel';
import { thingOf } from '@/session/mockups';
import { makeThingsBoard, shownNote } from '@/session/send';
import { saveFile } from '@/session/shelf';
import JobProgress from '../../../parts/chrome/job-progress';
import { Part } from '../../../parts/chrome/tray';
import { size } from '../../../parts/fields/lengths';

const THINGS_BOARD = 'board of things';

/** Up to six things with the design on them, beside each other on one sheet. */
export default function BoardSection({ project }: { project: Project }) {
  const bolt = useSession();
  const [kind, setKind] = useState<'pdf' | 'png'>('pdf');
  const [title, setTitle] = useState(project.name);
  const job = useJob(THINGS_BOARD);
  useEffect(() => void openBook(), []);
  const { board, brief } = project;
  const make = () =>
    runJob(bolt, THINGS_BOARD, 'Drawing the board.', async (work) => {
      const subtitle = `Cell ${size(brief.widthMm, brief.heightMm, brief.unit)}. Each thing is shown in a scale of its own; its design is true to it.`;
      const file = await makeThingsBoard(
        project,
        { title: title.trim() || project.name, subtitle, kind },
        work,
      );
      const name = `${slug(project.name, 'bolt')}_things.${kind}`;
      saveFile(file, name);
      record(bolt, {
        kind: 'export',
        text: `Made ${name}: a board of ${counted(board.length, 'thing')}.`,
        bytes: file.size,
      });
    });
  return (
    <Part title="Board of things">
      {board.length === 0 ? (
        <Typography variant="body2" color="text.secondary">
          Open a thing and put it on the board: up to six come on one sheet, with their sizes and colours.
        </Typography>
      ) : (
        <Box sx={{ display: 'grid', gap: 1 }}>
          {board.map((shown) => (
            <Box
              key={shown.id}
              data-testid="on-board"
              sx={{ display: 'grid', gridTemplateColumns: '1fr auto', gap: 1, alignItems: 'center' }}
            >
              <Box>
                <Typography variant="body2">{capital(thingOf(shown.product).goods.name)}</Typography>
                <Typography variant="caption" color="text.secondary">
                  {shownNote(project, shown)}
                </Typography>
              </Box>
              <Button size="small" onClick={() => edit(bolt, takeOffBoard(shown.id))}>
                Take off
              </Button>
            </Box>
          ))}
          <TextField label="Title" value={title} onChange={(e) => setTitle(e.target.value.slice(0, 80))} />
          <ToggleButtonGroup
            exclusive
            fullWidth
            size="small"
            value={kind}
            onChange={(_, v) => v && setKind(v)}
            aria-label="Kind of file"
          >
            <ToggleButton value="pdf">PDF, A3</ToggleButton>
            <ToggleButton value="png">PNG, 200 ppi</ToggleButton>
          </ToggleButtonGroup>
          {job?.state === 'running' ? (
            <JobProgress kind={THINGS_BOARD} />
          ) : (
            <Button variant="outlined" onClick={() => void make()}>
              Make the board
            </Button>
          )}
          {job?.trouble && (
            <Typography role="alert" variant="body2" color="error">
              It was not made: {job.trouble}
            </Typography>
          )}
        </Box>
      )}
    </Part>
  );
}
