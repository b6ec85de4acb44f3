'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import {
  type CompareWay,
  dropSnapshot,
  goBack,
  renameSnapshot,
  takeSnapshot,
  useSnapshots,
} from '@/session/bolt';
import { useView } from '@/session/cloth';
import { useSession } from '@/session/kernel';
import { shortMomentText } from '../../../parts/chrome/dates';
import { Part } from '../../../parts/chrome/tray';
import Choice from '../../../parts/fields/choice';

const WAY_SAYS: Record<CompareWay, string> = {
  blink: 'blink, one then the other',
  wipe: 'wipe, with a line between',
  side: 'side by side',
};

/** Snapshots, any two of them set against each other, and the layouts side by side. */
export default function ComparePart() {
  const bolt = useSession();
  const list = useSnapshots((s) => s.list);
  const compare = useSnapshots((s) => s.compare);
  const [name, setName] = useState('');
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const sides: Record<string, string> = { now: 'the work as it stands' };
  for (const s of list) sides[s.id] = s.name;
  const keyOf = (side: string | null | undefined) => side ?? 'now';
  const begin = (change: Partial<NonNullable<typeof compare>>) =>
    useSnapshots.setState({
      compare: {
        a: list.at(-1)?.id ?? null,
        b: null,
        way: 'wipe',
        shows: 'a',
        wipe: 0.5,
        ...compare,
        ...change,
      },
    });
  return (
    <>
      <Part title="Layouts side by side">
        <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
          The same placements in every layout, each with its evenness. Take one with a press.
        </Typography>
        <Button variant="outlined" onClick={() => useView.setState({ sideBySide: true })}>
          Show the layouts
        </Button>
      </Part>
      <Part title="Snapshots">
        <Box sx={{ display: 'flex', gap: 1 }}>
          <TextField
            label="Name, if you like"
            value={name}
            onChange={(e) => setName(e.target.value.slice(0, 80))}
            sx={{ flex: 1 }}
          />
          <Button
            variant="contained"
            onClick={() => {
              void takeSnapshot(bolt, name);
              setName('');
            }}
          >
            Keep this state
          </Button>
        </Box>
        {!list.length && (
          <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
            None yet. S keeps the work as it stands; then B shows it before and after.
          </Typography>
        )}
        {list.map((s) => (
          <Box
            key={s.id}
            data-testid="snapshot"
            sx={{ display: 'flex', gap: 0.5, mt: 1.75, alignItems: 'center' }}
          >
            <TextField
              key={s.name}
              label={shortMomentText(s.at)}
              defaultValue={s.name}
              onBlur={(e) => {
                if (e.target.value.trim() !== s.name) void renameSnapshot(bolt, s, e.target.value);
              }}
              sx={{ flex: 1 }}
            />
            <Button aria-label={`Go back to ${s.name}`} onClick={() => goBack(bolt, s)}>
              Go back
            </Button>
            <Button
              aria-label={`Take ${s.name} away`}
              color="error"
              sx={{ minWidth: 0 }}
              onClick={async () => {
                const undo = await dropSnapshot(bolt, s);
                enqueueSnackbar(`${s.name} taken away.`, {
                  action: (key) => (
                    <Button
                      color="inherit"
                      onClick={() => {
                        void undo();
                        closeSnackbar(key);
                      }}
                    >
                      Put it back
                    </Button>
                  ),
                });
              }}
            >
              Drop
            </Button>
          </Box>
        ))}
      </Part>
      {list.length > 0 && (
        <Part title="Before and after">
          <Box sx={{ display: 'grid', gap: 1.5 }}>
            <Choice
              label="Before"
              value={keyOf(compare ? compare.a : list.at(-1)?.id)}
              options={sides}
              onChange={(v) => begin({ a: v === 'now' ? null : v })}
            />
            <Choice
              label="After"
              value={keyOf(compare?.b)}
              options={sides}
              onChange={(v) => begin({ b: v === 'now' ? null : v })}
            />
            <Choice
              label="Shown by"
              value={compare?.way ?? 'wipe'}
              options={WAY_SAYS}
              onChange={(way) => begin({ way })}
            />
            <Button
              variant={compare ? 'outlined' : 'contained'}
              onClick={() => (compare ? useSnapshots.setState({ compare: null }) : begin({}))}
            >
              {compare ? 'Stop comparing' : 'Compare'}
            </Button>
          </Box>
        </Part>
      )}
    </>
  );
}
