'use client';

import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useObjectUrl } from '../../../parts/chrome/use-object-url';

/** What was drawn over or taken away, as a small picture of what came back. */
export default function DrawnOver({ png }: { png: Uint8Array<ArrayBuffer> }) {
  const [picture] = useState(() => new Blob([png], { type: 'image/png' }));
  const url = useObjectUrl(picture);
  if (!url) return null;
  return (
    <Box component="figure" sx={{ m: 0, mb: 1 }}>
      <Box
        component="img"
        src={url}
        alt="What was drawn before and is changed, marked in red"
        sx={{
          display: 'block',
          maxWidth: '100%',
          maxHeight: 150,
          borderRadius: 0.75,
          border: 1,
          borderColor: 'divider',
        }}
      />
      <Typography component="figcaption" variant="caption" color="text.secondary">
        Red: drawn before, and changed. The picture as you drew on it.
      </Typography>
    </Box>
  );
}
