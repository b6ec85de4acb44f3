import type { Point } from '@/core';
import type { Hand } from '@/session/cloth';

/** The shape being drawn, closed, mm of the cloth: a rectangle between two points, or the line itself. */
export function drawnShape(hand: Hand, line: Point[]): Point[] {
  const [a, b] = [line[0], line.at(-1)];
  if (hand !== 'rectangle' || !a || !b || line.length < 2) return line;
  return [a, { x: b.x, y: a.y }, b, { x: a.x, y: b.y }];
}
