'use client';

import { useEffect, useState } from 'react';
import type { FirstLook, IntakeSettings, Leaving } from '@/core';
import { lookAtPage } from '@/session/drawing';
import type { IncomingPage } from '@/session/intake';

/** What a page seems to be, and what of it leaves the sheet as it is set to be read now (null while that is looked at). */
export type PageLook = FirstLook & { leaving: Leaving[] | null };

export function useFirstLook(
  page: IncomingPage,
  ppi: number | null,
  settings: IntakeSettings,
  paused: boolean,
) {
  const [look, setLook] = useState<(FirstLook & { leaving: Leaving[]; of: IntakeSettings }) | null>(null);
  useEffect(() => {
    if (paused) return;
    let dropped = false;
    // The picture itself is shown first.
    const timer = setTimeout(() => {
      lookAtPage(page.bytes, ppi ?? 300, settings, page.camera).then(
        (seen) => {
          if (!dropped) setLook({ ...seen, of: settings });
        },
        () => {},
      );
    }, 300);
    return () => {
      dropped = true;
      clearTimeout(timer);
    };
  }, [page, ppi, settings, paused]);
  return look && { ...look, leaving: look.of === settings ? look.leaving : null };
}
