'use client';

import type { Project } from '@/core';
import AlternateFields from '../fields/alternate-fields';
import { Part } from './tray';

/** Every other column or row turned or mirrored. */
export default function AlternateSection({ project }: { project: Project }) {
  return (
    <Part title="Alternate cells">
      <AlternateFields project={project} />
    </Part>
  );
}
