'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import PageView, { type Region, type Shown, type Sight } from './page-view';

type Props = {
  width: number;
  height: number;
  shown: (Shown & { before?: ImageBitmap }) | null;
  /** The ground of the bolt, and the dark one. */
  ground: string;
  dark: string;
  waiting: boolean;
  behind: boolean;
  onLook: (region: Region, longSide: number) => void;
};

const none = () => {};

/** The same part of a page four times: as it came, and its art on paper, on the ground of the bolt and on a dark one. They move as one. */
export default function SideBySide({ shown, ground, dark, waiting, onLook, ...page }: Props) {
  const sight = useState<Sight | null>(null);
  const views = [
    { name: 'As it came', on: '#fff', of: shown?.before ? { ...shown, bitmap: shown.before } : null },
    { name: 'On white paper', on: '#fff', of: shown },
    { name: 'On the ground', on: ground, of: shown },
    { name: 'On a dark ground', on: dark, of: shown },
  ];
  return (
    <Box
      data-testid="side-by-side"
      sx={{
        display: 'grid',
        gridTemplate: '1fr 1fr / 1fr 1fr',
        gap: '2px',
        minWidth: 0,
        minHeight: 0,
        bgcolor: 'divider',
      }}
    >
      {views.map(({ name, on, of }, n) => (
        <Box key={name} sx={{ position: 'relative', minWidth: 0, minHeight: 0 }}>
          <PageView
            {...page}
            shown={of}
            ground={on}
            gesture="none"
            brush={0}
            label={`${name}. Arrow keys move it, plus and minus come nearer and go back, zero shows all of it.`}
            waiting={waiting && n === 0}
            shared={sight}
            onLook={n ? none : onLook}
            onGesture={none}
          />
          <Typography
            variant="caption"
            sx={{
              position: 'absolute',
              top: 6,
              left: 6,
              px: 0.75,
              borderRadius: 0.5,
              bgcolor: 'background.paper',
              pointerEvents: 'none',
            }}
          >
            {name}
          </Typography>
        </Box>
      ))}
    </Box>
  );
}
