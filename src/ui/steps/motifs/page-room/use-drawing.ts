'use client';

import { useState } from 'react';
import { comesBackStraight, type IntakeSettings, isBare } from '@/core';
import { useBolt } from '@/session/bolt';
import type { DrawingTaken, IncomingPage } from '@/session/intake';
import { useLeaving } from './use-first-look';

/**
 * How a page is taken in as one drawing: what leaves its sheet, and what is said of it. Into a bare bolt it comes with its own size,
 * and straight where that is how it goes on over its edges.
 * @param isDrawing it is taken for one. @param isThere this bolt has it: its layout stays.
 */
export function useDrawing(
  page: IncomingPage,
  ppi: number | null,
  settings: IntakeSettings,
  { isDrawing, isThere }: { isDrawing: boolean; isThere: boolean },
) {
  const project = useBolt((s) => s.project);
  const bare = project ? isBare(project) : true;
  const [said, say] = useState<DrawingTaken>({ keep: false, asCell: bare, straight: bare });
  const leaving = useLeaving(page, ppi, settings, isDrawing);
  const straight = !isThere && project?.layout.kind !== 'straight' && comesBackStraight(leaving ?? []);
  return {
    leaving,
    straight,
    taken: { ...said, straight: said.straight && straight },
    onChange: (part: Partial<DrawingTaken>) => say({ ...said, ...part }),
  };
}
