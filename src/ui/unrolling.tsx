'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useLastPicture } from './parts/chrome/use-last-picture';

/** While a bolt opens: the last picture of its cloth, at once. */
export default function Unrolling({ id }: { id: string }) {
  const picture = useLastPicture(id);
  return (
    <Box sx={{ position: 'fixed', inset: 0, display: 'grid', placeItems: 'center' }} style={picture}>
      <Typography role="status" sx={{ px: 3, py: 1.5, borderRadius: 1, bgcolor: 'background.default' }}>
        Unrolling the cloth.
      </Typography>
    </Box>
  );
}
