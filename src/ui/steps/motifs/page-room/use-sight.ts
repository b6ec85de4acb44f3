'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import type { IntakeSettings } from '@/core';
import { type PageView as Ask, type IncomingPage, type ShutInSight, viewPage } from '@/session/intake';
import { messageOf, Stopped } from '@/session/kernel';
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
  const [shown, setShown] = useState<(Shown & { show: Show; before?: ImageBitmap }) | null>(null);
  const [figures, setFigures] = useState<Figures>({});
  const [shadow, setShadow] = useState(0);
  const [boxes, setBoxes] = useState<Region[] | string>([]);
  const [shutIn, setShutIn] = useState<ShutInSight[]>([]);
  const [look, setLook] = useState<Look | null>(null);
  const [waiting, setWaiting] = useState(false);
  const wish = useMemo(() => look && { page, ppi, settings, show, look }, [page, ppi, settings, show, look]);
  const [answered, setAnswered] = useState<typeof wish>(null);
  useEffect(() => {
    if (!wish || paused) return;
    let dropped = false;
    const slow = setTimeout(() => setWaiting(true), 400);
    const timer = setTimeout(async () => {
      const ask: Ask = wish.show === 'picture' ? { show: wish.show } : { show: wish.show, ...wish.look };
      try {
        const seen = await viewPage(wish.page.bytes, wish.ppi ?? 300, wish.settings, ask);
        if (dropped) return;
        const { bitmap, before, factor, x, y } = seen;
        setShown({ bitmap, before, factor, x, y, show: wish.show });
        setFigures({ histogram: seen.histogram, grey: seen.grey, marks: seen.marks });
        if (seen.shadow !== undefined) setShadow(seen.shadow);
        if (seen.boxes !== undefined) setBoxes(seen.boxes);
        if (seen.shutIn !== undefined) setShutIn(seen.shutIn);
      } catch (error) {
        if (!dropped && !(error instanceof Stopped)) onWrong(messageOf(error));
      } finally {
        if (!dropped) {
          clearTimeout(slow);
          setWaiting(false);
          setAnswered(wish);
        }
      }
    }, 50);
    return () => {
      dropped = true;
      clearTimeout(timer);
      clearTimeout(slow);
    };
  }, [wish, paused, onWrong]);
  const onLook = useCallback((region: Region, longSide: number) => setLook({ region, longSide }), []);
  return { shown, figures, shadow, boxes, shutIn, waiting, behind: answered !== wish || !answered, onLook };
}
