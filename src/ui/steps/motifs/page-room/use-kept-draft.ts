import { useEffect } from 'react';
import type { IntakeSettings } from '@/core';
import type { IncomingPage } from '@/session/intake';
import { keepDraft } from '@/session/intake';

/** Keeps a page on its way in, with what was marked on it: a closed window does not lose it. */
export function useKeptDraft(
  bolt: string | undefined,
  page: IncomingPage,
  ppi: number | null,
  settings: IntakeSettings,
  sheet: string | undefined,
  replaces: string | undefined,
) {
  useEffect(() => {
    if (!bolt) return;
    const timer = setTimeout(
      () => void keepDraft(bolt, page, { ppi, settings, sheet, replaces }).catch(() => {}),
      120,
    );
    return () => clearTimeout(timer);
  }, [bolt, page, ppi, settings, sheet, replaces]);
}
