'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useTheme } from '@mui/material/styles';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Bar, BarChart, LabelList, XAxis, YAxis } from 'recharts';
import { dropPoll, keepPoll, type Poll, type Project, readVotes } from '@/core';
import { edit, record } from '@/session/bolt';
import { messageOf, useSession } from '@/session/kernel';
import NumberField from '../../../parts/fields/number-field';
import FileButton from '../../../parts/files/file-button';

const blank = (n: number): Poll => ({
  id: crypto.randomUUID(),
  title: `Vote ${n}`,
  at: new Date().toISOString(),
  counts: {},
});

const total = (poll: Poll) => Object.values(poll.counts).reduce((s, v) => s + v, 0);

/** Votes on the colourways, by hand or from a CSV: each is charted and kept, in the log as well. */
export default function Votes({ project }: { project: Project }) {
  const bolt = useSession();
  const [poll, setPoll] = useState<Poll | null>(null);
  const [said, setSaid] = useState({ text: '', wrong: false });
  const begin = () => setPoll(blank(project.polls.length + 1));
  const takeFile = async (file: File) => {
    const now = poll ?? blank(project.polls.length + 1);
    try {
      const votes = readVotes(await file.text());
      const counts = { ...now.counts };
      const strange: string[] = [];
      for (const [name, count] of votes) {
        const way = project.colourways.find((c) => c.name.toLowerCase() === name.toLowerCase());
        if (way) counts[way.id] = (counts[way.id] ?? 0) + count;
        else strange.push(name);
      }
      setPoll({ ...now, counts });
      setSaid({
        text: strange.length ? `No colourway is called ${strange.slice(0, 4).join(', ')}: left out.` : '',
        wrong: strange.length > 0,
      });
    } catch (error) {
      setSaid({
        text: `${messageOf(error)} Nothing was changed.`,
        wrong: true,
      });
    }
  };
  const keep = () => {
    if (!poll || !edit(bolt, keepPoll(poll))) return;
    const tally = project.colourways
      .map((c) => ({ name: c.name, count: poll.counts[c.id] ?? 0 }))
      .filter((c) => c.count)
      .sort((a, b) => b.count - a.count)
      .map((c) => `${c.name} ${c.count}`);
    record(bolt, { kind: 'votes', text: `${poll.title}: ${tally.join(', ')}.`.slice(0, 400) });
    setPoll(null);
    setSaid({ text: '', wrong: false });
  };
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {!poll && (
        <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
          <Button variant="outlined" onClick={begin}>
            Count by hand
          </Button>
          <FileButton label="Read a CSV" accept=".csv,text/csv,.txt" onFile={(file) => void takeFile(file)} />
        </Box>
      )}
      {said.text && (
        <Typography
          role={said.wrong ? 'alert' : 'status'}
          variant="body2"
          color={said.wrong ? 'error' : undefined}
        >
          {said.text}
        </Typography>
      )}
      {poll && (
        <>
          <TextField
            label="What was asked, and of whom"
            value={poll.title}
            onChange={(e) => setPoll({ ...poll, title: e.target.value.slice(0, 80) })}
          />
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            {project.colourways.map((c) => (
              <NumberField
                key={c.id}
                label={`For ${c.name}`}
                digits={0}
                value={poll.counts[c.id] ?? 0}
                min={0}
                max={1e6}
                onChange={(v) => setPoll({ ...poll, counts: { ...poll.counts, [c.id]: Math.round(v) } })}
              />
            ))}
          </Box>
          <Box sx={{ display: 'flex', gap: 0.75 }}>
            <Button variant="contained" disabled={!total(poll) || !poll.title.trim()} onClick={keep}>
              Keep these votes
            </Button>
            <Button onClick={() => setPoll(null)}>Drop</Button>
          </Box>
        </>
      )}
      {[...project.polls].reverse().map((kept) => (
        <Box key={kept.id} data-testid="poll">
          <Typography variant="subtitle2">
            {kept.title}, {total(kept)} {total(kept) === 1 ? 'vote' : 'votes'}
          </Typography>
          <Chart poll={kept} project={project} />
          <Box sx={{ display: 'flex', gap: 0.75 }}>
            <Button onClick={() => setPoll(kept)}>Count again</Button>
            <Button color="error" onClick={() => edit(bolt, dropPoll(kept.id))}>
              Take away
            </Button>
          </Box>
        </Box>
      ))}
    </Box>
  );
}

function Chart({ poll, project }: { poll: Poll; project: Project }) {
  const { palette } = useTheme();
  const rows = project.colourways
    .flatMap((c) => {
      const count = poll.counts[c.id];
      return count === undefined ? [] : [{ name: c.name, count }];
    })
    .sort((a, b) => b.count - a.count);
  const said = rows.map((r) => `${r.name} ${r.count}`).join(', ');
  return (
    <Box role="img" aria-label={`Votes: ${said}`}>
      <BarChart
        width={304}
        height={rows.length * 26 + 8}
        data={rows}
        layout="vertical"
        margin={{ top: 4, right: 34, bottom: 4, left: 0 }}
        accessibilityLayer={false}
      >
        <XAxis type="number" hide domain={[0, 'dataMax']} />
        <YAxis
          type="category"
          dataKey="name"
          width={112}
          axisLine={false}
          tickLine={false}
          tick={{ fontSize: 12.5, fill: palette.text.primary }}
        />
        <Bar dataKey="count" fill={palette.primary.main} radius={2} barSize={14} isAnimationActive={false}>
          <LabelList
            dataKey="count"
            position="right"
            style={{ fontSize: 12.5, fill: palette.text.primary }}
          />
        </Bar>
      </BarChart>
    </Box>
  );
}
