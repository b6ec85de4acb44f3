import Box from '@mui/material/Box';
import { useEffect, useState } from 'react';
import { counted, type Project } from '@/core';
import { readThumbnail } from '@/session/bolts';
import { allDrawn, useSprites } from '@/session/sprites';
import { useObjectUrl } from '../parts/use-object-url';

/** Until every motif is drawn the cloth is as it was when it was seen last, so that none pops in over bare cloth. */
export default function LastPicture({ project }: { project: Project }) {
  const drawn = useSprites((s) => s.sprites.size);
  const [opening, setOpening] = useState(true);
  const waiting = useSprites(() => !allDrawn(project)) && opening;
  const [picture, setPicture] = useState<Blob>();
  const { id } = project;
  useEffect(() => {
    if (waiting) readThumbnail(id).then(setPicture, () => {});
    else setOpening(false);
  }, [id, waiting]);
  const url = useObjectUrl(picture);
  if (!waiting) return null;
  return (
    <Box
      sx={{ position: 'absolute', inset: 0, display: 'grid', placeItems: 'center', pointerEvents: 'none' }}
      style={
        url ? { backgroundImage: `url(${url})`, backgroundSize: 'cover', backgroundPosition: 'center' } : {}
      }
    >
      <Box role="status" sx={{ px: 3, py: 1.5, borderRadius: 1, bgcolor: 'background.default' }}>
        Unrolling the cloth: {drawn} of {counted(project.motifs.length, 'motif')}.
      </Box>
    </Box>
  );
}
