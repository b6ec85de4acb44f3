'use client';

import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { type ComponentType, memo, useEffect } from 'react';
import type { Project } from '@/core';
import { useBolt } from '@/session/bolt';
import { forgetInks, wantInks } from '@/session/inks';
import { COLOUR_PARTS, type ColourPart, useView } from '@/session/view';
import onProject from '../../parts/on-project';
import Tray from '../../parts/tray';
import InksPart from './parts/inks-part';
import ProofPart from './parts/proof-part';
import WallPart from './parts/wall-part';
import WaysPart from './parts/ways-part';

// Where colours are changed the cloth comes first: the part is drawn a moment later.
const PART_OF: Record<ColourPart, ComponentType<{ project: Project }>> = {
  inks: InksPart,
  ways: onProject(WaysPart),
  wall: WallPart,
  proof: ProofPart,
};

const NAME: Record<ColourPart, string> = {
  inks: 'Inks',
  ways: 'Colourways',
  wall: 'Wall',
  proof: 'Proof',
};

export default function ColourTray() {
  const project = useBolt((s) => s.project);
  const part = useView((s) => s.colourPart);
  const laid = project?.placements.length;
  useEffect(() => {
    if (project && laid) wantInks(project);
    else forgetInks();
  }, [project, laid]);
  if (!project) return null;
  const hasInks = project.inks.length > 1;
  const PartOf = PART_OF[hasInks ? part : 'inks'];
  const count = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`;
  return (
    <Tray
      title="Colour"
      says={
        hasInks
          ? `${count(project.inks.length - 1, 'ink')} and the ground, ${count(project.colourways.length, 'colourway')}.`
          : 'Take the inks from the art first.'
      }
    >
      <PartChoice part={hasInks ? part : 'inks'} hasInks={hasInks} />
      <PartOf project={project} />
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
