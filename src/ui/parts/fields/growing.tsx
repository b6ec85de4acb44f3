'use client';

import { type ReactNode, useEffect, useState } from 'react';

/** So many at a time: a screenful. */
const STEP = 12;

/** A long list: what is in sight is drawn at once, the rest a few at a time while nothing else is to be done. */
export default function Growing({ children }: { children: ReactNode[] }) {
  const [drawn, setDrawn] = useState(STEP);
  const total = children.length;
  useEffect(() => {
    if (drawn >= total) return;
    const next = requestIdleCallback(() => setDrawn(drawn + STEP), { timeout: 500 });
    return () => cancelIdleCallback(next);
  }, [drawn, total]);
  return children.slice(0, drawn);
}
