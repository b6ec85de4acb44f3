'use client';

import ArrowDownwardRounded from '@mui/icons-material/ArrowDownwardRounded';
import ArrowUpwardRounded from '@mui/icons-material/ArrowUpwardRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import Typography from '@mui/material/Typography';
import { type ReactNode, useState } from 'react';
import { type Motif, type Part, partsOf } from '@/core';
import { setParts } from '@/session/intake';
import { messageOf, useSession } from '@/session/kernel';
import ColourField from '../../../parts/fields/colour-field';
import TwoHalves from './two-halves';

/** The parts of a motif, in register: each with a colour of its own, in the order they lie. */
export default function Parts({ motif, picture }: { motif: Motif; picture: ReactNode }) {
  const bolt = useSession();
  const [wrong, setWrong] = useState('');
  const change = async (parts: Part[]) => {
    setWrong('');
    try {
      await setParts(bolt, motif, parts);
    } catch (error) {
      setWrong(messageOf(error));
    }
  };
  const set = (id: string, part: Partial<Part>) =>
    change(partsOf(motif).map((p) => (p.id === id ? { ...p, ...part } : p)));
  const move = (n: number, by: number) => {
    const parts = [...partsOf(motif)];
    parts.splice(n + by, 0, ...parts.splice(n, 1));
    return change(parts);
  };
  const top = [...partsOf(motif).entries()].reverse();
  return (
    <TwoHalves picture={picture}>
      {!partsOf(motif).length && (
        <Typography variant="body2">
          This motif is in one piece. Fill line art to get parts, or bring in several files of the same size
          at once: outline, fill, highlight, shadow.
        </Typography>
      )}
      {top.map(([n, p]) => (
        <Box
          key={p.id}
          data-testid="part"
          sx={{ borderBottom: 1, borderColor: 'divider', pb: 1.25, display: 'grid', gap: 1 }}
        >
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
            <Typography variant="body2" sx={{ flex: 1, fontWeight: 600 }} noWrap>
              {p.name}
            </Typography>
            <Typography variant="caption" color="text.secondary">
              {p.kind}
            </Typography>
            <IconButton
              size="small"
              aria-label={`Move ${p.name} up`}
              disabled={n === partsOf(motif).length - 1}
              onClick={() => move(n, 1)}
            >
              <ArrowUpwardRounded fontSize="small" />
            </IconButton>
            <IconButton
              size="small"
              aria-label={`Move ${p.name} down`}
              disabled={n === 0}
              onClick={() => move(n, -1)}
            >
              <ArrowDownwardRounded fontSize="small" />
            </IconButton>
          </Box>
          {p.hex ? (
            <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
              <ColourField
                label={`Colour of ${p.name}`}
                value={p.hex}
                onChange={(hex) => set(p.id, { hex })}
              />
              <Button sx={{ whiteSpace: 'nowrap', flexShrink: 0 }} onClick={() => set(p.id, { hex: null })}>
                As drawn
              </Button>
            </Box>
          ) : (
            <Button
              sx={{ justifySelf: 'start' }}
              onClick={() => set(p.id, { hex: '#6a2a5b' })}
              aria-label={`Colour ${p.name}`}
            >
              Colour it all over
            </Button>
          )}
        </Box>
      ))}
      {wrong && (
        <Typography role="alert" variant="body2" color="error">
          {wrong}
        </Typography>
      )}
    </TwoHalves>
  );
}
