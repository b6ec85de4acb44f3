'use client';

import { useBolt } from '@/session/bolt';
import Sections from '../../parts/sections';
import Tray from '../../parts/tray';
import { briefSections } from './sections';

export default function BriefTray() {
  const project = useBolt((s) => s.project);
  if (!project) return null;
  return (
    <Tray title="Brief" summary="Two of size, pixels and ppi give the third.">
      <Sections of={briefSections} project={project} />
    </Tray>
  );
}
