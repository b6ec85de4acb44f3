'use client';

import { useMemo, useSyncExternalStore } from 'react';
import { useBolt } from '@/session/bolt';
import { useView } from '@/session/cloth';
import { type Screen, screenOf } from './screen';

const watch = (changed: () => void) => {
  addEventListener('resize', changed);
  return () => removeEventListener('resize', changed);
};

/** The open cloth on this screen, or null while no bolt is open. */
export function useScreen(): Screen | null {
  const brief = useBolt((s) => s.project?.brief);
  const layout = useBolt((s) => s.project?.layout);
  const zoom = useView((s) => s.zoom);
  const origin = useView((s) => s.origin);
  const look = useView((s) => s.look);
  const dpr = useSyncExternalStore(
    watch,
    () => devicePixelRatio,
    () => 1,
  );
  return useMemo(
    () => (brief && layout ? screenOf({ brief, layout }, { zoom, origin, look }, dpr) : null),
    [brief, layout, zoom, origin, look, dpr],
  );
}
