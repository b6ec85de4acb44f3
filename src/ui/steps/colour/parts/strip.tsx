'use client';

import Box from '@mui/material/Box';

/** A colourway as a strip: the ground widest, then its inks in printing order. */
export default function Strip({ colours, height = 26 }: { colours: string[]; height?: number }) {
  return (
    <Box
      sx={{ display: 'flex', borderRadius: 0.75, overflow: 'hidden', border: 1, borderColor: 'divider' }}
      aria-hidden
    >
      {colours.map((hex, n) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: colours may repeat; their place names them.
        <Box key={n} sx={{ flex: n === 0 ? 2 : 1, height }} style={{ background: hex }} />
      ))}
    </Box>
  );
}
