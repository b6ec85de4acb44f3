'use client';

import { useCallback, useState } from 'react';
import type { IntakeSettings } from '@/core';

type History = { past: IntakeSettings[]; now: IntakeSettings; next: IntakeSettings[]; merge: string };

/** The settings of a page with undo: changes of the same kind in a row are one step. */
export function useSettings(start: IntakeSettings) {
  const [history, setHistory] = useState<History>({ past: [], now: start, next: [], merge: '' });
  const change = useCallback((part: Partial<IntakeSettings>, merge = '') => {
    setHistory((h) => ({
      past: merge !== '' && merge === h.merge ? h.past : [...h.past, h.now],
      now: { ...h.now, ...part },
      next: [],
      merge,
    }));
  }, []);
  const undo = useCallback(() => {
    setHistory((h) => {
      const before = h.past.at(-1);
      return before ? { past: h.past.slice(0, -1), now: before, next: [h.now, ...h.next], merge: '' } : h;
    });
  }, []);
  const redo = useCallback(() => {
    setHistory((h) => {
      const [after, ...rest] = h.next;
      return after ? { past: [...h.past, h.now], now: after, next: rest, merge: '' } : h;
    });
  }, []);
  return {
    settings: history.now,
    change,
    undo,
    redo,
    canUndo: history.past.length > 0,
    canRedo: history.next.length > 0,
  };
}
