'use client';

import { useEffect } from 'react';
import { keepsNothing } from '@/session/settings';

/** Whether nothing here outlives this window; leaving it then asks first. @param known the shelf was read. */
export function useKeepsNothing(known: boolean): boolean {
  const nothing = known && keepsNothing();
  useEffect(() => {
    if (!nothing) return;
    const ask = (e: BeforeUnloadEvent) => e.preventDefault();
    addEventListener('beforeunload', ask);
    return () => removeEventListener('beforeunload', ask);
  }, [nothing]);
  return nothing;
}
