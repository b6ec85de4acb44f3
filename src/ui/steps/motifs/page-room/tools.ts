import type { IntakeSettings, Point } from '@/core';

/** What the hand does on the page. */
export type Tool = 'look' | 'give' | 'take' | 'restore' | 'erase' | 'join' | 'cut' | 'lasso';

export const TOOL_SAYS: Record<Tool, string> = {
  look: 'Drag to move the page, wheel to come nearer.',
  give: 'Press an area that belongs to the art.',
  take: 'Press an area that is paper.',
  restore: 'Brush the art back where it was lost.',
  erase: 'Brush away what is no art.',
  join: 'Drag from one piece to another: they become one.',
  cut: 'Drag a line across a piece: it becomes two.',
  lasso: 'Draw round what belongs together: it becomes a piece of its own.',
};

/** Whether a tool wants the whole way of the hand, its two ends, or one press. */
export const gestureOf = (tool: Tool): 'way' | 'ends' | 'press' | 'none' => {
  if (tool === 'look') return 'none';
  if (tool === 'give' || tool === 'take') return 'press';
  return tool === 'join' || tool === 'cut' ? 'ends' : 'way';
};

/** What one gesture changes; points are px of the picture. null when it was too short to mean anything. */
export function afterGesture(
  settings: IntakeSettings,
  tool: Tool,
  way: Point[],
  brushMm: number,
): Partial<IntakeSettings> | null {
  const [first, last] = [way[0], way.at(-1)];
  if (!first || !last) return null;
  const long = Math.hypot(last.x - first.x, last.y - first.y) >= 3;
  switch (tool) {
    case 'give':
    case 'take':
      return { areas: [...settings.areas, { ...last, take: tool === 'take' }] };
    case 'restore':
    case 'erase':
      return {
        strokes: [...settings.strokes, { erase: tool === 'erase', widthMm: brushMm, points: thinned(way) }],
      };
    case 'join':
      return long ? { links: [...settings.links, [first, last]] } : null;
    case 'cut':
      return long ? { cuts: [...settings.cuts, [first, last]] } : null;
    case 'lasso':
      return way.length >= 3 ? { lassos: [...settings.lassos, thinned(way)] } : null;
    default:
      return null;
  }
}

/** A way with at most 1500 points: as many as a stroke may have, and more than a hand can draw. */
function thinned(way: Point[]): Point[] {
  const step = Math.ceil(way.length / 1500);
  return step === 1 ? way : way.filter((_, i) => i % step === 0 || i === way.length - 1);
}
