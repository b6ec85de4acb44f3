import type { Opening } from '@/core';

/** A wall to be papered, its rolls, its doors and windows, mm. */
export type Room = {
  wall: { width: number; height: number };
  roll: { width: number; length: number };
  openings: (Opening & { id: number })[];
};
