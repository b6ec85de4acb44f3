'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { counted, type Project, purposeOf, readPaletteText, setPalette } from '@/core';
import { edit } from '@/session/bolt';
import { messageOf, useSession } from '@/session/kernel';
import Fold from '../../parts/chrome/fold';
import ColourField from '../../parts/fields/colour-field';

const MOST = 24;

/** Colours chosen before there is art: the ground first. */
export default function PaletteSection({ project }: { project: Project }) {
  const bolt = useSession();
  const { palette, mostColours } = purposeOf(project);
  const [pasted, setPasted] = useState('');
  const [wrong, setWrong] = useState('');
  const set = (list: string[], merge = '') => edit(bolt, setPalette(list), merge);
  const read = () => {
    try {
      set(
        readPaletteText(pasted)
          .map((c) => c.hex)
          .slice(0, MOST),
      );
      setPasted('');
      setWrong('');
    } catch (error) {
      setWrong(`${messageOf(error)} Nothing was changed.`);
    }
  };
  const over = mostColours !== null && palette.length > mostColours;
  return (
    <Fold
      title="Colours chosen beforehand"
      summary={
        palette.length ? `${counted(palette.length, 'colour')}, the ground first` : 'Before there is art'
      }
    >
      <Box sx={{ display: 'grid', gap: 1.25, pb: 1 }}>
        {palette.map((hex, n) => (
          <Box
            // biome-ignore lint/suspicious/noArrayIndexKey: colours may repeat; their place names them
            key={n}
            sx={{ display: 'grid', gridTemplateColumns: '1fr auto', gap: 1, alignItems: 'center' }}
          >
            <ColourField
              label={n === 0 ? 'Ground' : `Colour ${n + 1}`}
              value={hex}
              onChange={(v) =>
                set(
                  palette.map((was, k) => (k === n ? v : was)),
                  `palette${n}`,
                )
              }
            />
            <Button
              size="small"
              aria-label={`Take colour ${n + 1} away`}
              onClick={() => set(palette.filter((_, k) => k !== n))}
            >
              Take away
            </Button>
          </Box>
        ))}
        <Button
          variant="outlined"
          disabled={palette.length >= MOST}
          onClick={() => set([...palette, palette.length ? '#8a7f93' : (project.inks[0]?.hex ?? '#f4ecdc')])}
          sx={{ justifySelf: 'start' }}
        >
          {palette.length ? 'Add a colour' : 'Begin with the ground'}
        </Button>
        <TextField
          label="Or paste colours: codes, GPL, CSS, JSON"
          multiline
          maxRows={4}
          value={pasted}
          onChange={(e) => setPasted(e.target.value)}
        />
        {pasted.trim() && (
          <Button variant="outlined" onClick={read} sx={{ justifySelf: 'start' }}>
            Take what is pasted
          </Button>
        )}
        {wrong && (
          <Typography role="alert" variant="body2" color="error">
            {wrong}
          </Typography>
        )}
        {over && (
          <Typography variant="body2" color="warning.main">
            {palette.length} colours chosen; the brief allows {mostColours}.
          </Typography>
        )}
      </Box>
    </Fold>
  );
}
