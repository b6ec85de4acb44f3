import Box from '@mui/material/Box';
import { useEffect, useState } from 'react';
import { counted, type Project } from '@/core';
import { allDrawn, useSprites } from '@/session/cloth';
import { useLastPicture } from '../parts/chrome/use-last-picture';

/** Whether a bolt that is being opened is not all drawn yet; false from then on, whatever comes in later. */
export function useUndrawn(project: Project | null): boolean {
  const undrawn = useSprites(() => project !== null && !allDrawn(project));
  const [opening, setOpening] = useState(true);
  useEffect(() => {
    if (project && !undrawn) setOpening(false);
  }, [project, undrawn]);
  return opening && undrawn;
}

/** Until all is drawn the cloth is as it was when it was seen last, roughly, so that no motif pops in over bare cloth. */
export default function LastPicture({ project }: { project: Project }) {
  const drawn = useSprites((s) => s.sprites.size);
  const picture = useLastPicture(project.id);
  return (
    <Box
      sx={{
        position: 'absolute',
        inset: 0,
        display: 'grid',
        placeItems: 'center',
        pointerEvents: 'none',
        overflow: 'hidden',
      }}
    >
      <Box sx={{ position: 'absolute', inset: -12, filter: 'blur(3px)' }} style={picture} />
      <Box
        role="status"
        sx={{ position: 'relative', px: 3, py: 1.5, borderRadius: 1, bgcolor: 'background.default' }}
      >
        Unrolling the cloth: {drawn} of {counted(project.motifs.length, 'motif')}.
      </Box>
    </Box>
  );
}
