import { z } from 'zod';
import { length } from '../lengths';
import { joined, laid, type Mesh, patch, type Vec } from '../mesh';
import { stopsOf } from '../path';
import { solid } from './solid';

/**
 * A box on its foot, its upper and lower edges rounded. Where it is wrapped the paper runs up its front and over its top, and on round
 * its sides from the front.
 */
export const block = solid(
  z.strictObject({
    solid: z.literal('block'),
    width: length,
    height: length,
    depth: length,
    round: z.number().min(0).max(200).default(1),
    fine: z.number().min(1).max(500).default(20),
  }),
  ({ width, height, depth, round, fine }, mm) => {
    const [w, h, d] = [mm(width), mm(height), mm(depth)];
    const r = Math.min(round, h / 2.01, d / 2.01);
    // Down from the middle of the top's back, over the front, to its foot; the front's upper edge is at v = 0.
    const path = {
      from: [-d / 2 + r, h] as [number, number],
      heads: 90,
      steps: r
        ? [{ go: d - 2 * r }, { turn: -90, radius: r }, { go: h - 2 * r }, { turn: -60, radius: r }]
        : [{ go: d }, { turn: -90, radius: 0.01 }, { go: h }],
    };
    const stops = stopsOf(path, mm, fine);
    const corner = d - r + (Math.PI / 4) * r;
    const across = Math.max(1, Math.min(300, Math.ceil(w / fine)));
    const over = patch({
      across,
      down: stops.length - 1,
      at: (i, j): Vec => [(i / across - 0.5) * w, stops[j].up, stops[j].out],
      uv: (i, j) => [(i / across) * w, stops[j].along - corner],
    });
    const end = (sign: 1 | -1): Mesh => {
      const deep = Math.max(1, Math.min(200, Math.ceil(d / fine)));
      const down = Math.max(1, Math.min(200, Math.ceil(h / fine)));
      const side = patch({
        across: deep,
        down,
        at: (i, j): Vec => {
          const z = sign * (0.5 - i / deep) * d;
          // Its corners are as round as the edges that it closes.
          const near = Math.max(0, Math.abs(z) - (d / 2 - r));
          const top = h - (r - Math.sqrt(Math.max(0, r * r - near * near)));
          return [(sign * w) / 2, top - (j / down) * top, z];
        },
        uv: (i, j) => [sign > 0 ? w + (i / deep) * d : (i / deep - 1) * d, (j / down) * h],
      });
      return side;
    };
    const back = laid(
      patch({
        across: 1,
        down: 1,
        at: (i, j): Vec => [(i - 0.5) * w, (1 - j) * h, 0],
        uv: (i, j) => [i * w, j * h],
      }),
      [0, 0, -d / 2],
      180,
    );
    return joined([over, end(1), end(-1), back]);
  },
);
