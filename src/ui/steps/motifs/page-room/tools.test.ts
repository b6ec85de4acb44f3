import { describe, expect, test } from 'vitest';
import { DEFAULT_INTAKE } from '@/core';
import { each } from '../../../../../tests/each';
import { afterGesture, gestureOf, TOOL_SAYS, type Tool } from './tools';

const way = [
  { x: 10, y: 10 },
  { x: 30, y: 12 },
  { x: 60, y: 40 },
];

describe('what a gesture changes', () => {
  test('a press marks an area where the hand let go', () => {
    expect(afterGesture(DEFAULT_INTAKE, 'take', way, 3)).toEqual({ areas: [{ x: 60, y: 40, take: true }] });
    const before = { ...DEFAULT_INTAKE, areas: [{ x: 1, y: 1, take: true }] };
    expect(afterGesture(before, 'give', [way[0]], 3)?.areas).toEqual([
      { x: 1, y: 1, take: true },
      { x: 10, y: 10, take: false },
    ]);
  });

  test('lines take the two ends, and are nothing when the hand hardly moved', () => {
    expect(afterGesture(DEFAULT_INTAKE, 'cut', way, 3)).toEqual({ cuts: [[way[0], way[2]]] });
    expect(afterGesture(DEFAULT_INTAKE, 'join', way, 3)).toEqual({ links: [[way[0], way[2]]] });
    for (const tool of ['cut', 'join'] as const) {
      expect(afterGesture(DEFAULT_INTAKE, tool, [way[0], { x: 11, y: 11 }], 3)).toBeNull();
    }
  });

  test('brush and lasso keep the way, thinned to what a document holds, its end included', () => {
    const long = Array.from({ length: 9000 }, (_, n) => ({ x: n, y: Math.sin(n) }));
    const stroke = afterGesture(DEFAULT_INTAKE, 'erase', long, 4.5)?.strokes?.[0];
    expect(stroke).toMatchObject({ erase: true, widthMm: 4.5 });
    expect(stroke?.points.length).toBeLessThanOrEqual(1502);
    expect(stroke?.points.at(-1)).toEqual(long.at(-1));
    expect(afterGesture(DEFAULT_INTAKE, 'restore', [way[0]], 2)?.strokes?.[0].points).toEqual([way[0]]);
    expect(afterGesture(DEFAULT_INTAKE, 'lasso', way, 3)).toEqual({ lassos: [way] });
    expect(afterGesture(DEFAULT_INTAKE, 'lasso', way.slice(0, 2), 3)).toBeNull();
  });

  test('looking changes nothing, and no gesture is nothing', () => {
    expect(afterGesture(DEFAULT_INTAKE, 'look', way, 3)).toBeNull();
    for (const tool of each(Object.keys(TOOL_SAYS) as Tool[]))
      expect(afterGesture(DEFAULT_INTAKE, tool, [], 3)).toBeNull();
    expect((Object.keys(TOOL_SAYS) as Tool[]).map(gestureOf)).toEqual([
      'none',
      'press',
      'press',
      'way',
      'way',
      'ends',
      'ends',
      'way',
    ]);
  });
});
