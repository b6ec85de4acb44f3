import { useEffect, useRef, useState } from 'react';
import type { IntakeSettings, PageKind } from '@/core';
import type { IncomingPage } from '@/session/intake';
import { useFirstLook } from './use-first-look';

const STAGES = ['Square', 'Clean', 'Paper', 'Split'] as const;
export type Stage = (typeof STAGES)[number];

/** What comes after the page, as its button says it. */
export const GO_ON: Record<PageKind, string> = {
  motifs: 'Separate the motifs',
  lines: 'Separate the motifs',
  drawing: 'Take it in as one drawing',
  tile: 'Look at its joins',
  ground: 'Make it repeat',
};

/** What is done with a page of each kind, step by step: what is not taken apart has fewer steps. */
const STAGES_OF: Record<PageKind, readonly Stage[]> = {
  motifs: STAGES,
  lines: STAGES,
  drawing: STAGES.slice(0, 3),
  tile: STAGES.slice(0, 1),
  ground: STAGES.slice(0, 1),
};

/**
 * What a page is taken for: as was chosen, else as it looks; one that was here before, as it was.
 * @param as what it was taken for before. @param before it was here before, or is to give a motif new art.
 */
export function useKind(
  page: IncomingPage,
  ppi: number | null,
  settings: IntakeSettings,
  change: (part: Pick<IntakeSettings, 'ground' | 'joined'>) => void,
  as: PageKind | null,
  { before, marked }: { before: boolean; marked: boolean },
) {
  const [chosen, choose] = useState(as);
  const look = useFirstLook(page, ppi, settings);
  const guessed = useRef(false);
  useEffect(() => {
    // Its ground is read as it looks, once; what was set by hand stays.
    if (!look || guessed.current || marked) return;
    guessed.current = true;
    if (look.settings.ground !== 'paper') change(look.settings);
  }, [look, marked, change]);
  const kind = chosen ?? (before ? 'motifs' : (look?.kind ?? 'motifs'));
  return { look, kind, stages: STAGES_OF[kind], choose };
}
