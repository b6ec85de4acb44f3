'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { type FirstLook, PAGE_KINDS, type PageKind } from '@/core';

const NAMES: Record<PageKind, [name: string, says: string]> = {
  motifs: ['Separate motifs', 'Each piece is cut out, to be laid by itself.'],
  drawing: ['One drawing', 'All of it stays together, at its place and at its size.'],
  tile: ['A finished tile', 'It repeats by itself: as the cloth, or with motifs on it.'],
  ground: ['A ground or texture', 'A wash, a paper, a weave: made to repeat, under or over all.'],
  lines: ['Line art to colour', 'Pieces are cut out; each is filled with flat colour under the ink.'],
};

type Props = {
  /** What it seems to be; null while that is looked at. */
  look: FirstLook | null;
  /** It is being looked at; a photo is, once its page is squared. */
  waiting: boolean;
  kind: PageKind;
  onKind: (kind: PageKind) => void;
};

/** What the picture is taken for: its reason, and the others. */
export default function WhatItIs({ look, waiting, kind, onKind }: Props) {
  const [open, setOpen] = useState(false);
  const guessed = look?.kind === kind;
  return (
    <Box
      component="section"
      aria-label="What this picture is"
      data-testid="what-it-is"
      sx={{ display: 'grid', gap: 0.5, pb: 1.5, borderBottom: 1, borderColor: 'divider' }}
    >
      <Box sx={{ display: 'flex', alignItems: 'baseline', justifyContent: 'space-between', gap: 1 }}>
        <Typography variant="h3" component="p">
          {NAMES[kind][0]}
        </Typography>
        <Button onClick={() => setOpen(!open)} aria-expanded={open}>
          {open ? 'Fold' : 'Something else?'}
        </Button>
      </Box>
      <Typography variant="body2" color="text.secondary">
        {guessed ? look.why : look || !waiting ? NAMES[kind][1] : 'Looking at what it is.'}
      </Typography>
      {open && (
        <Box role="radiogroup" aria-label="What it is" sx={{ display: 'grid', gap: 0.5, mt: 0.5 }}>
          {PAGE_KINDS.map((k) => (
            <Box
              key={k}
              component="button"
              role="radio"
              aria-checked={k === kind}
              onClick={() => {
                onKind(k);
                setOpen(false);
              }}
              sx={{
                textAlign: 'left',
                border: 1,
                borderColor: k === kind ? 'primary.main' : 'divider',
                borderRadius: 1,
                bgcolor: 'background.paper',
                color: 'text.primary',
                font: 'inherit',
                p: 1,
                cursor: 'pointer',
              }}
            >
              <Typography variant="body2" sx={{ fontWeight: 600 }}>
                {NAMES[k][0]}
              </Typography>
              <Typography variant="caption" color="text.secondary">
                {NAMES[k][1]}
              </Typography>
            </Box>
          ))}
        </Box>
      )}
    </Box>
  );
}
