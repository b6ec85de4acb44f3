'use client';

import Button from '@mui/material/Button';
import { useEffect } from 'react';
import { useBolt } from '@/session/bolt';
import { lookAt, type ScalePart, useView, zoomTo } from '@/session/cloth';
import Sections from '../../parts/chrome/sections';
import Tray from '../../parts/chrome/tray';
import PartChoice from '../../parts/fields/part-choice';
import { scaleSections } from './sections';

const NAME: Record<ScalePart, string> = { size: 'Size', print: 'Print', cut: 'Cut', things: 'Things' };

export default function ScaleTray() {
  const project = useBolt((s) => s.project);
  const pxPerMm = useView((s) => s.pxPerMm);
  const part = useView((s) => s.scalePart);
  const isTrue = useView((s) => Math.abs(s.zoom / s.pxPerMm - 1) < 0.01);
  // What was only looked at is left as it is.
  useEffect(() => () => lookAt(1), []);
  if (!project) return null;
  return (
    <Tray title="Scale" summary="The cloth as it will print, and at other sizes.">
      <Button variant={isTrue ? 'outlined' : 'contained'} onClick={() => zoomTo(pxPerMm)}>
        {isTrue ? 'The cloth is at true size' : 'Show the cloth at true size'}
      </Button>
      <PartChoice
        label="What to do about size"
        part={part}
        names={NAME}
        onChange={(scalePart) => useView.setState({ scalePart })}
      />
      <Sections of={scaleSections} project={project} part={part} />
    </Tray>
  );
}
