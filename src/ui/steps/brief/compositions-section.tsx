'use client';

import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Project } from '@/core';
import { useView } from '@/session/cloth';
import { Part } from '../../parts/chrome/tray';

/** The way to several rough compositions beside each other, before one is chosen. */
export default function CompositionsSection({ project }: { project: Project }) {
  return (
    <Part title="Rough compositions">
      <Typography variant="body2" color="text.secondary">
        {project.motifs.length
          ? 'Your motifs in six ways of laying them, beside each other.'
          : 'Six ways of laying a cloth, with stand-ins for the art to come.'}
      </Typography>
      <Button variant="outlined" onClick={() => useView.setState({ compositions: true })} sx={{ mt: 1 }}>
        Lay them side by side
      </Button>
    </Part>
  );
}
