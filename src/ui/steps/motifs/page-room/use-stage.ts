import { useEffect, useRef, useState } from 'react';
import type { PageKind } from '@/core';
import type { IncomingPage, PageLook } from '@/session/intake';
import type { Stage } from './use-kind';

type Opening = { stage: Stage; why: string };

/** The step of a page that needs a decision, and which. */
export function openingOf(
  { ppi, down }: Pick<IncomingPage, 'ppi' | 'down'>,
  { shutIn, settings }: Pick<PageLook, 'shutIn' | 'settings'>,
  kind: PageKind,
): Opening {
  if (kind === 'tile' || kind === 'ground') return { stage: 'Square', why: '' };
  if (!ppi) return { stage: 'Square', why: 'Its file does not say how fine it was scanned: type it here.' };
  if (down) return { stage: 'Square', why: 'Its file says two ppi: type how large the page truly is.' };
  if (kind === 'drawing') return { stage: 'Paper', why: '' };
  if (settings.ground === 'colour')
    return { stage: 'Paper', why: 'Its art lies on a coloured ground: see that it comes off clean.' };
  if (shutIn)
    return { stage: 'Paper', why: 'The art closes round paper here and there: say which of it goes.' };
  return {
    stage: 'Split',
    why: 'Nothing on this page needs a decision: look it over and separate the motifs.',
  };
}

/**
 * The step of a page in hand. A new page opens at the one that needs a decision, once it was looked at; what is chosen by hand stays.
 * @param again it was here before.
 */
export function useStage(page: IncomingPage, look: PageLook | null, kind: PageKind, again: boolean) {
  const [stage, setStage] = useState<Stage>(page.camera && !again ? 'Square' : 'Paper');
  const [why, setWhy] = useState(
    page.camera && !again ? 'A photo: say first where the page lies in it.' : '',
  );
  const opens = useRef(!page.camera && !again);
  useEffect(() => {
    if (!look || !opens.current) return;
    opens.current = false;
    const opening = openingOf(page, look, kind);
    setStage(opening.stage);
    setWhy(opening.why);
  }, [page, look, kind]);
  const goTo = (next: Stage) => {
    opens.current = false;
    setWhy('');
    setStage(next);
  };
  return { stage, why, goTo };
}
