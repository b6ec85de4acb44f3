'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { nearestColours, nth, type Project, shownColourway } from '@/core';
import { tryColours } from '@/session/check';
import { useView } from '@/session/cloth';
import { openBook, takeBook, useBook } from '@/session/colour';
import { trim } from '../../../parts/fields/lengths';
import FileButton from '../../../parts/files/file-button';
import { currentColourway } from './current-colourway';

const MOST = 4;

/** The solids that a printer keeps: those nearest to an ink, the ground or all inks taken to their nearest. */
export default function SolidsPart({ project }: { project: Project }) {
  const { name, own, solids, trouble } = useBook();
  const focus = useView((s) => s.ink) ?? 0;
  useEffect(() => void openBook(), []);
  const way = shownColourway(project);
  const index = Math.min(focus, way.colours.length - 1);
  const inkName = nth(project.inks, index).name;
  const near = nearestColours(nth(way.colours, index), solids, MOST);
  const put = (summary: string, of: (hex: string, n: number, locked: number[]) => string) => {
    const { way: now, locked } = currentColourway(project);
    tryColours(
      now.colours.map((hex, n) => of(hex, n, locked)),
      `${now.name} ${summary}`,
    );
  };
  const solidFor = (hex: string) => nearestColours(hex, solids)[0]?.solid.hex ?? hex;
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="body2" color="text.secondary">
        {name}, {solids.length} solids.
      </Typography>
      {trouble && (
        <Typography role="alert" variant="body2" color="error">
          {trouble}
        </Typography>
      )}
      <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
        <Button
          variant="outlined"
          onClick={() => put('on a solid', (hex, n) => (n === 0 ? solidFor(hex) : hex))}
        >
          Ground to a solid
        </Button>
        <Button
          variant="outlined"
          onClick={() => put('in solids', (hex, n, locked) => (locked.includes(n) ? hex : solidFor(hex)))}
        >
          All to solids
        </Button>
      </Box>
      <Typography variant="subtitle2">Nearest to {inkName}</Typography>
      {near.map(({ solid, distance }) => (
        <Box
          key={solid.name}
          component="button"
          aria-label={`Try ${solid.name} for ${inkName}`}
          onClick={() => put('on solids', (hex, n) => (n === index ? solid.hex : hex))}
          sx={{
            display: 'grid',
            gridTemplateColumns: '34px 1fr auto',
            gap: 1,
            alignItems: 'center',
            border: 0,
            p: 0.25,
            bgcolor: 'transparent',
            color: 'text.primary',
            font: 'inherit',
            textAlign: 'left',
            cursor: 'pointer',
            borderRadius: 1,
            '&:hover': { bgcolor: 'action.hover' },
          }}
        >
          <Box
            sx={{
              display: 'grid',
              gridTemplateColumns: '1fr 1fr',
              height: 24,
              borderRadius: 0.75,
              overflow: 'hidden',
              border: '1px solid rgba(34,26,43,0.3)',
            }}
          >
            <Box style={{ background: way.colours[index] }} />
            <Box style={{ background: solid.hex }} />
          </Box>
          <Typography variant="body2">{solid.name}</Typography>
          <Typography variant="body2" color="text.secondary">
            {distance < 0.05 ? 'the same' : `${trim(distance, 1)} dE`}
          </Typography>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
        <FileButton
          label="Use a book of your own"
          accept=".csv,text/csv"
          onFile={(file) => void takeBook(file)}
        />
        {own && <Button onClick={() => void takeBook(null)}>Back to the mill's</Button>}
      </Box>
      <Typography variant="caption" color="text.secondary">
        A book is a CSV with columns name and hex, or name, L, a and b (D50).
      </Typography>
    </Box>
  );
}
