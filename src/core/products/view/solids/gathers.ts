import { z } from 'zod';
import { length } from '../lengths';
import { minus, patch, type Vec } from '../mesh';
import { solid } from './solid';

/** Corners round it, and how many are looked over to find how deep a row is gathered. */
const ACROSS = 420;
const DOWN = 60;

/**
 * Cloth gathered round something and falling open: as wide above as below, so that its folds are deep where it is held in and shallow
 * where it falls free. 0 faces the viewer in the middle of it.
 */
export const gathers = solid(
  z.strictObject({
    solid: z.literal('gathers'),
    /** The cloth: how wide it is round, and how long it hangs. */
    width: length,
    height: length,
    /** How far it lies from the upright axis above and below. */
    radius: z.tuple([length, length]),
    folds: z.number().int().min(3).max(60),
  }),
  ({ width, height, radius, folds }, mm) => {
    const [wide, long] = [mm(width), mm(height)];
    const [top, foot] = radius.map(mm);
    const angle = (i: number) => ((i / ACROSS) * 2 - 1) * Math.PI;
    const wave = (t: number) =>
      Math.sin(folds * t + 0.6 * Math.sin(3 * t + 1)) + 0.25 * Math.sin((folds * 2 + 1) * t + 2);
    const row = (r: number, deep: number) => {
      const at = Array.from({ length: ACROSS + 1 }, (_, i) => {
        const out = r + deep * wave(angle(i));
        return { x: out * Math.sin(angle(i)), z: out * Math.cos(angle(i)) };
      });
      const along = [0];
      for (let i = 1; i <= ACROSS; i++)
        along.push(along[i - 1] + Math.hypot(at[i].x - at[i - 1].x, at[i].z - at[i - 1].z));
      return { at, along };
    };
    const flare = Math.atan2(foot - top, long);
    const rows = Array.from({ length: DOWN + 1 }, (_, j) => {
      // It falls out from where it is held, sooner than below.
      const t = j / DOWN;
      const r = top + (foot - top) * (1 - (1 - t) ** 1.6);
      let [least, most] = [0, r * 0.6];
      for (let n = 0; n < 18; n++) {
        const deep = (least + most) / 2;
        if (row(r, deep).along[ACROSS] < wide) least = deep;
        else most = deep;
      }
      return row(r, least);
    });
    const place = (i: number, j: number): Vec => [
      rows[j].at[i].x,
      (-j / DOWN) * long * Math.cos(flare),
      rows[j].at[i].z,
    ];
    // Down each fold the cloth is as long as it hangs there.
    const down = Array.from({ length: ACROSS + 1 }, (_, i) => {
      const told = [0];
      for (let j = 1; j <= DOWN; j++)
        told.push(told[j - 1] + Math.hypot(...minus(place(i, j), place(i, j - 1))));
      return told;
    });
    return patch({
      across: ACROSS,
      down: DOWN,
      round: true,
      at: place,
      uv: (i, j) => [rows[j].along[i], down[i][j]],
    });
  },
);
