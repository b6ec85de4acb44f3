'use client';

import { useEffect, useState } from 'react';
import { DEFAULT_INTAKE, type IntakeSettings, type Leaving } from '@/core';
import type { IncomingPage, PageLook } from '@/session/intake';
import { leavingPage, lookAtPage } from '@/session/intake';

/**
 * What is asked of a page a moment after what it hangs on changed: the picture itself is shown first.
 * @returns the last answer, and whether it is of what is asked now.
 */
function useAnswer<T>(ask: (() => Promise<T>) | null): { value: T; fresh: boolean } | null {
  const [answer, setAnswer] = useState<{ of: typeof ask; value: T } | null>(null);
  useEffect(() => {
    if (!ask) return;
    let dropped = false;
    const timer = setTimeout(() => {
      ask().then(
        (value) => {
          if (!dropped) setAnswer({ of: ask, value });
        },
        () => {},
      );
    }, 300);
    return () => {
      dropped = true;
      clearTimeout(timer);
    };
  }, [ask]);
  return answer && { value: answer.value, fresh: answer.of === ask };
}

/** What a page seems to be, by where it lies in its picture; null until that was looked at once. */
export function useFirstLook(page: IncomingPage, ppi: number | null, { corners, aspect }: IntakeSettings) {
  const [ask, setAsk] = useState<(() => Promise<PageLook>) | null>(null);
  useEffect(() => {
    // Around a page that was photographed lies a table: it is looked at once it is squared.
    if (page.camera && !corners) return;
    const settings = { ...DEFAULT_INTAKE, corners, aspect };
    setAsk(() => () => lookAtPage(page.bytes, ppi ?? 300, settings, page.camera));
  }, [page, ppi, corners, aspect]);
  return useAnswer(ask)?.value ?? null;
}

/** What of its art leaves a page, as it is set to be read; null while that is looked at, or not wanted. */
export function useLeaving(
  page: IncomingPage,
  ppi: number | null,
  settings: IntakeSettings,
  wanted: boolean,
) {
  const [ask, setAsk] = useState<(() => Promise<Leaving[]>) | null>(null);
  useEffect(() => {
    setAsk(wanted ? () => () => leavingPage(page.bytes, ppi ?? 300, settings) : null);
  }, [page, ppi, settings, wanted]);
  const answer = useAnswer(ask);
  return answer?.fresh ? answer.value : null;
}
