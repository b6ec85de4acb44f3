'use client';

import Button from '@mui/material/Button';
import { counted } from '@/core';
import { useBolt } from '@/session/bolt';
import { type LayPart, useView } from '@/session/cloth';
import Sections from '../../parts/chrome/sections';
import Tray from '../../parts/chrome/tray';
import PartChoice from '../../parts/fields/part-choice';
import { laySections } from './sections';

const NAME: Record<LayPart, string> = {
  place: 'Place',
  arrange: 'Arrange',
  cloth: 'Cloth',
  draw: 'Draw',
  compare: 'Compare',
};

export default function LayTray() {
  const project = useBolt((s) => s.project);
  const part = useView((s) => s.layPart);
  if (!project) return null;
  const hidden = project.placements.filter((p) => p.hidden).length;
  const pictures = project.layers.length - 1;
  const summary =
    project.motifs.length || pictures
      ? !project.placements.length
        ? `${counted(pictures, 'layer')} on the cloth. Layers are under Cloth.`
        : `${project.placements.length} on the cloth${pictures ? `, ${counted(pictures, 'layer')} with it` : ''}${hidden ? `, ${hidden} of them hidden` : ''}. Grab any copy; all its copies follow.`
      : 'There is no motif yet. Bring some in under Motifs, or begin with stand-ins.';
  return (
    <Tray title="Lay" summary={summary}>
      {!project.motifs.length && !pictures && (
        <Button variant="contained" onClick={() => useView.setState({ step: 'motifs' })}>
          Bring in motifs
        </Button>
      )}
      <PartChoice
        label="What to do on the cloth"
        part={part}
        names={NAME}
        onChange={(layPart) => useView.setState({ layPart })}
      />
      <Sections of={laySections} project={project} part={part} />
    </Tray>
  );
}
