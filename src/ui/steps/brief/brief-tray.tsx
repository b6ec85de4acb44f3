'use client';

import { useBolt } from '@/session/bolt';
import Sections from '../../parts/chrome/sections';
import Tray from '../../parts/chrome/tray';
import { briefSections } from './sections';

export default function BriefTray() {
  const project = useBolt((s) => s.project);
  if (!project) return null;
  return (
    <Tray title="Brief" summary="What it is for comes first; size, colours and layout follow from it.">
      <Sections of={briefSections} project={project} />
    </Tray>
  );
}
