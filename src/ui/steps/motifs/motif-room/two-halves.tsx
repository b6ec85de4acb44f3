import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** The motif large on the left, what can be done with it on the right. */
export default function TwoHalves({ picture, children }: { picture: ReactNode; children: ReactNode }) {
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) 320px' },
        width: '100%',
        minHeight: 0,
        overflow: { xs: 'auto', md: 'hidden' },
      }}
    >
      <Box sx={{ display: 'grid', placeItems: 'center', p: 2, minWidth: 0, overflow: 'auto' }}>{picture}</Box>
      <Box
        sx={{
          display: 'flex',
          flexDirection: 'column',
          gap: 1.75,
          p: 2,
          overflowY: 'auto',
          borderLeft: 1,
          borderColor: 'divider',
        }}
      >
        {children}
      </Box>
    </Box>
  );
}
