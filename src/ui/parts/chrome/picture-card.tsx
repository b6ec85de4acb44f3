'use client';

import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

type Props = { label: string; on: boolean; onPress: () => void; pad?: number; children: ReactNode };

/** A picture to choose by pressing it; a frame marks the one that is chosen. */
export default function PictureCard({ label, on, onPress, pad = 0.75, children }: Props) {
  return (
    <Box
      component="button"
      aria-label={label}
      aria-pressed={on}
      onClick={onPress}
      sx={{
        p: pad,
        border: 1,
        borderColor: on ? 'primary.main' : 'divider',
        outline: on ? '1px solid' : 'none',
        outlineColor: 'primary.main',
        borderRadius: 1,
        bgcolor: 'background.paper',
        color: 'text.primary',
        font: 'inherit',
        textAlign: 'left',
        display: 'flex',
        flexDirection: 'column',
        alignItems: 'stretch',
        cursor: 'pointer',
        minWidth: 0,
      }}
    >
      {children}
    </Box>
  );
}
