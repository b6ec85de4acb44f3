'use client';

import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { memo, useEffect } from 'react';
import { counted, isBare, tooManyColours } from '@/core';
import { useBolt } from '@/session/bolt';
import { forgetInks, wantInks } from '@/session/inks';
import { COLOUR_PARTS, type ColourPart, useView } from '@/session/view';
import Sections from '../../parts/sections';
import Tray from '../../parts/tray';
import { colourSections } from './sections';

const NAME: Record<ColourPart, string> = {
  inks: 'Inks',
  ways: 'Colourways',
  wall: 'Wall',
  proof: 'Proof',
};

export default function ColourTray() {
  const project = useBolt((s) => s.project);
  const part = useView((s) => s.colourPart);
  const laid = project && !isBare(project);
  useEffect(() => {
    if (project && laid) wantInks(project);
    else forgetInks();
  }, [project, laid]);
  if (!project) return null;
  const hasInks = project.inks.length > 1;
  return (
    <Tray
      title="Colour"
      summary={
        hasInks
          ? `${counted(project.inks.length - 1, 'ink')} and the ground, ${counted(project.colourways.length, 'colourway')}. ${tooManyColours(project)}`.trim()
          : 'Take the inks from the art first.'
      }
    >
      <PartChoice part={hasInks ? part : 'inks'} hasInks={hasInks} />
      <Sections of={colourSections} project={project} part={hasInks ? part : 'inks'} />
    </Tray>
  );
}

const PartChoice = memo(function PartChoice({ part, hasInks }: { part: ColourPart; hasInks: boolean }) {
  return (
    <ToggleButtonGroup
      exclusive
      fullWidth
      value={part}
      onChange={(_, v) => v && useView.setState({ colourPart: v })}
      aria-label="What to do about colour"
    >
      {COLOUR_PARTS.map((p) => (
        <ToggleButton key={p} value={p} disabled={!hasInks && p !== 'inks'} sx={{ px: 0.5 }}>
          {NAME[p]}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
});
