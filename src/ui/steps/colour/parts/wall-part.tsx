'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { counted, isBare, nth, type Project, slug } from '@/core';
import { record, sideInWay, useSnapshots } from '@/session/bolt';
import { useView } from '@/session/cloth';
import { openBook } from '@/session/colour';
import { runJob, Stopped, useJob, useSession } from '@/session/kernel';
import { makeBoard } from '@/session/send';
import { saveFile } from '@/session/shelf';
import { withKey } from '../../../commands/commands';
import JobProgress from '../../../parts/chrome/job-progress';
import { Part } from '../../../parts/chrome/tray';
import Choice from '../../../parts/fields/choice';
import { LAYOUT_NAME, size } from '../../../parts/fields/lengths';
import Votes from './votes';

/** Colourways seen together: on the wall, two by a wipe, on a board to show, and what people chose. */
export default function WallPart({ project }: { project: Project }) {
  return (
    <>
      <Button
        variant="contained"
        title={withKey('All on the wall', 'wall')}
        onClick={() => useView.setState({ wall: true })}
        sx={{ justifySelf: 'start', alignSelf: 'start' }}
      >
        All on the wall
      </Button>
      {project.colourways.length > 1 && (
        <Part title="Two, with a line between">
          <Wipe project={project} />
        </Part>
      )}
      <Part title="A board to show">
        <BoardPart project={project} />
      </Part>
      <Part title="Votes">
        <Votes project={project} />
      </Part>
    </>
  );
}

function Wipe({ project }: { project: Project }) {
  const compare = useSnapshots((s) => s.compare);
  const ways = project.colourways;
  const options = Object.fromEntries(ways.map((c) => [c.id, c.name]));
  const idOf = (n: number) => (ways[n] ?? nth(ways, 0)).id;
  const [pair, setPair] = useState<[string, string]>([idOf(0), idOf(1)]);
  const there = (id: string, n: number) => (options[id] ? id : idOf(n));
  const [a, b] = [there(pair[0], 0), there(pair[1], 1)];
  const show = (next: [string, string]) => {
    setPair(next);
    useSnapshots.setState({
      compare: {
        way: 'wipe',
        shows: 'a',
        wipe: 0.5,
        ...compare,
        a: sideInWay(next[0]),
        b: sideInWay(next[1]),
      },
    });
  };
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
      <Choice label="Left" value={a} options={options} onChange={(v) => show([v, b])} />
      <Choice label="Right" value={b} options={options} onChange={(v) => show([a, v])} />
      <Button variant="outlined" onClick={() => show([a, b])} sx={{ justifySelf: 'start' }}>
        Show them
      </Button>
    </Box>
  );
}

const BOARD = 'board';

function BoardPart({ project }: { project: Project }) {
  const bolt = useSession();
  const [kind, setKind] = useState<'pdf' | 'png'>('pdf');
  const [title, setTitle] = useState(project.name);
  const [left, setLeft] = useState<string[]>([]);
  const job = useJob(BOARD);
  useEffect(() => void openBook(), []);
  const { brief, layout } = project;
  const ways = project.colourways.map((c) => c.id).filter((id) => !left.includes(id));
  const make = () =>
    runJob(bolt, BOARD, 'Drawing the board.', async (work) => {
      const subtitle = `${LAYOUT_NAME[layout.kind]}, cell ${size(brief.widthMm, brief.heightMm, brief.unit)}, ${Math.round(brief.ppi)} ppi.`;
      const file = await makeBoard(
        project,
        { ways, title: title.trim() || project.name, subtitle, kind },
        work,
      );
      if (work.signal.aborted) throw new Stopped('Stopped.');
      const name = `${slug(project.name, 'bolt')}_board.${kind}`;
      saveFile(file, name);
      record(bolt, {
        kind: 'export',
        text: `Made ${name}: a board of ${counted(ways.length, 'colourway')}.`,
        bytes: file.size,
      });
      return name;
    });
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <TextField label="Title" value={title} onChange={(e) => setTitle(e.target.value.slice(0, 80))} />
      <Box>
        {project.colourways.map((c) => (
          <FormControlLabel
            key={c.id}
            sx={{ display: 'flex', '& .MuiCheckbox-root': { py: 0.4 } }}
            control={
              <Checkbox
                size="small"
                checked={!left.includes(c.id)}
                onChange={(_, on) => setLeft(on ? left.filter((id) => id !== c.id) : [...left, c.id])}
              />
            }
            label={c.name}
          />
        ))}
      </Box>
      <ToggleButtonGroup
        exclusive
        value={kind}
        onChange={(_, v) => v && setKind(v)}
        aria-label="Kind of file"
      >
        <ToggleButton value="pdf">PDF, A3</ToggleButton>
        <ToggleButton value="png">PNG, 200 ppi</ToggleButton>
      </ToggleButtonGroup>
      {job?.state !== 'running' ? (
        <Button
          variant="outlined"
          disabled={!ways.length || isBare(project)}
          onClick={() => void make()}
          sx={{ justifySelf: 'start' }}
        >
          Make the board
        </Button>
      ) : (
        <JobProgress kind={BOARD} />
      )}
      {job?.trouble && (
        <Typography role="alert" variant="body2" color="error">
          {job.trouble} Nothing was made.
        </Typography>
      )}
    </Box>
  );
}
