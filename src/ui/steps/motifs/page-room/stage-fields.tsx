'use client';

import { useState } from 'react';
import type { IntakeSettings, LengthUnit, Point } from '@/core';
import type { ShutInSight } from '@/session/intake';
import Choice from '../../../parts/fields/choice';
import type { Region } from './page-view';
import ShutIn from './shut-in';
import StageClean, { type Figures } from './stage-clean';
import StagePaper from './stage-paper';
import StageSplit from './stage-split';
import type { Tool } from './tools';
import type { Stage } from './use-kind';

/** What the art is seen on: its page as it came, the ground of the bolt, a dark one, where a pale rim shows, or all of them at once. */
type SeenOn = 'page' | 'bolt' | 'dark' | 'beside';
const SEEN_ON: Record<SeenOn, string> = {
  bolt: 'the ground',
  dark: 'a dark ground',
  page: 'its page',
  beside: 'all side by side',
};

/** What is in hand on the page, how wide the brush is, and what the art is seen on. */
type Hand = {
  tool: Tool;
  brushMm: number;
  on: SeenOn;
  onTool: (tool: Tool) => void;
  onBrush: (mm: number) => void;
  onSeenOn: (on: SeenOn) => void;
};

/** The tool in hand. */
export function useHand(): Hand {
  const [tool, onTool] = useState<Tool>('look');
  const [brushMm, onBrush] = useState(3);
  const [on, onSeenOn] = useState<SeenOn>('bolt');
  return { tool, brushMm, on, onTool, onBrush, onSeenOn };
}

type Props = {
  stage: Stage;
  settings: IntakeSettings;
  hand: Hand;
  seen: { figures: Figures; boxes: Region[] | string; shutIn: ShutInSight[] };
  /** The squared page, px. */
  page: { width: number; height: number };
  showDirt: boolean;
  onShowDirt: (show: boolean) => void;
  unit: LengthUnit;
  toPicture: (page: Point) => Point;
  change: (part: Partial<IntakeSettings>, merge?: string) => void;
};

/** What is set at a step of a page, once it is square. */
export default function StageFields({
  stage,
  settings,
  hand,
  seen,
  page,
  showDirt,
  onShowDirt,
  unit,
  toPicture,
  change,
}: Props) {
  const { figures, boxes, shutIn } = seen;
  if (stage === 'Clean')
    return (
      <StageClean
        settings={settings}
        figures={figures}
        showDirt={showDirt}
        onShowDirt={onShowDirt}
        change={change}
      />
    );
  if (stage === 'Paper')
    return (
      <>
        <Choice label="Seen on" value={hand.on} options={SEEN_ON} onChange={hand.onSeenOn} />
        {shutIn.length > 0 && (
          <ShutIn places={shutIn} unit={unit} areas={settings.areas} toPicture={toPicture} change={change} />
        )}
        <StagePaper settings={settings} {...hand} change={change} />
      </>
    );
  if (stage !== 'Split') return null;
  return (
    <StageSplit
      settings={settings}
      boxes={boxes}
      page={page}
      tool={hand.tool}
      onTool={hand.onTool}
      change={change}
    />
  );
}
