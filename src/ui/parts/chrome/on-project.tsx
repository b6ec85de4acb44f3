'use client';

import { type ComponentType, memo, useDeferredValue } from 'react';
import type { Project } from '@/core';
import { useBolt } from '@/session/bolt';

/**
 * A part of the bench that shows the document: it is drawn in pieces after an edit, so that the cloth follows the hand
 * first.
 */
export default function onProject<P extends { project: Project }>(Part: ComponentType<P>) {
  const Kept = memo(Part) as unknown as ComponentType<P>;
  return function OnProject(props: Omit<P, 'project'>) {
    const project = useDeferredValue(useBolt((s) => s.project));
    return project ? <Kept {...(props as P)} project={project} /> : null;
  };
}
