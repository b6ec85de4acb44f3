'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { IntakeSettings } from '@/core';
import { type PageView as Ask, viewPage } from '@/engine';
import type { IncomingPage } from '@/state/intake';
import type { Region, Shown } from './page-view';
import type { Figures } from './stage-clean';

export type Show = Ask['show'];
type Look = { region: Region; longSide: number };

/** What is seen of a page: the newest wish wins, and older views are dropped. */
export function useSight(
  page: IncomingPage,
  ppi: number | null,
  settings: IntakeSettings,
  show: Show,
  paused: boolean,
  onWrong: (text: string) => void,
) {
  const [shown, setShown] = useState<(Shown & { show: Show }) | null>(null);
  const [figures, setFigures] = useState<Figures>({});
  const [shadow, setShadow] = useState(0);
  const [boxes, setBoxes] = useState<Region[] | string>([]);
  const [look, setLook] = useState<Look | null>(null);
  const [waiting, setWaiting] = useState(false);
  const round = useRef(0);
  useEffect(() => {
    if (!look || paused) return;
    const mine = ++round.current;
    const slow = setTimeout(() => setWaiting(true), 400);
    const timer = setTimeout(async () => {
      const ask: Ask = show === 'picture' ? { show } : { show, ...look };
      try {
        const seen = await viewPage(page.bytes, ppi ?? 300, settings, ask);
        if (mine !== round.current) return;
        setShown({ bitmap: seen.bitmap, factor: seen.factor, x: seen.x, y: seen.y, show, round: mine });
        setFigures({ histogram: seen.histogram, grey: seen.grey, marks: seen.marks });
        if (seen.shadow !== undefined) setShadow(seen.shadow);
        if (seen.boxes !== undefined) setBoxes(seen.boxes);
      } catch (error) {
        if (mine === round.current) onWrong(error instanceof Error ? error.message : String(error));
      } finally {
        if (mine === round.current) {
          clearTimeout(slow);
          setWaiting(false);
        }
      }
    }, 50);
    return () => {
      clearTimeout(timer);
      clearTimeout(slow);
    };
  }, [page, ppi, settings, show, look, paused, onWrong]);
  const onLook = useCallback((region: Region, longSide: number) => setLook({ region, longSide }), []);
  return { shown, figures, shadow, boxes, waiting, onLook };
}
