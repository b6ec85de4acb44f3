'use client';

import Button from '@mui/material/Button';
import { useEffect } from 'react';
import { useBolt } from '@/session/bolt';
import { lookAt, useView, zoomTo } from '@/session/view';
import Sections from '../../parts/sections';
import Tray from '../../parts/tray';
import { scaleSections } from './sections';

export default function ScaleTray() {
  const project = useBolt((s) => s.project);
  const pxPerMm = useView((s) => s.pxPerMm);
  const isTrue = useView((s) => Math.abs(s.zoom / s.pxPerMm - 1) < 0.01);
  // What was only looked at is left as it is.
  useEffect(() => () => lookAt(1), []);
  if (!project) return null;
  return (
    <Tray title="Scale" summary="The cloth as it will print, and at other sizes.">
      <Button variant={isTrue ? 'outlined' : 'contained'} onClick={() => zoomTo(pxPerMm)}>
        {isTrue ? 'The cloth is at true size' : 'Show the cloth at true size'}
      </Button>
      <Sections of={scaleSections} project={project} />
    </Tray>
  );
}
