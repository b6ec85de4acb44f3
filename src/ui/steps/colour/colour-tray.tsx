'use client';

import { memo, useEffect } from 'react';
import { counted, isBare, tooManyColours } from '@/core';
import { useBolt } from '@/session/bolt';
import { type ColourPart, useView } from '@/session/cloth';
import { forgetInks, wantInks } from '@/session/colour';
import Sections from '../../parts/chrome/sections';
import Tray from '../../parts/chrome/tray';
import PartChoice from '../../parts/fields/part-choice';
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
          : 'Colours chosen beforehand, until the art brings its inks.'
      }
    >
      <Parts part={hasInks ? part : 'inks'} hasInks={hasInks} />
      <Sections of={colourSections} project={project} part={hasInks ? part : 'inks'} />
    </Tray>
  );
}

/** Drawn once: what is chosen of a colour changes nothing here. */
const Parts = memo(function Parts({ part, hasInks }: { part: ColourPart; hasInks: boolean }) {
  return (
    <PartChoice
      label="What to do about colour"
      part={part}
      names={NAME}
      off={(p) => !hasInks && p !== 'inks'}
      onChange={(colourPart) => useView.setState({ colourPart })}
    />
  );
});
