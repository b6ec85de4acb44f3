import type { WantedLevel } from '../../core';
import { FINER } from './coloured';

/** The long side of what art is grabbed and told by, px at most. */
export const SMALL_PX = 240;

/** What is read of art in its own colours to draw it `longSide` px long. */
export const spriteLevels = (longSide: number): WantedLevel[] => [
  { atMost: longSide * FINER },
  { atMost: SMALL_PX },
];
