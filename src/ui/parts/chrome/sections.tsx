'use client';

import type { ComponentType } from 'react';
import type { Project, Registry } from '@/core';

/** A section of a tray: what it shows of the bolt, and the part of the tray that it stands in, where there are several. */
export type Section = { id: string; part?: string; View: ComponentType<{ project: Project }> };

export const idsOf = (section: Section): string[] => [section.id];

/** The sections of a tray, in their order. */
export default function Sections({
  of,
  project,
  part,
}: {
  of: Registry<Section>;
  project: Project;
  part?: string;
}) {
  return of
    .all()
    .filter((s) => s.part === part)
    .map(({ id, View }) => <View key={id} project={project} />);
}
