import type { Rgb } from '../../colour';
import type { Material } from './view';

/** Where a thing is looked at: by day in a light room, or by lamps in a dark one. */
export const ROOMS = ['light', 'dark'] as const;
export type RoomName = (typeof ROOMS)[number];

export type Room = {
  /** What stands there, in linear light, 0 to 1 each. */
  colours: Record<Exclude<Material, 'print' | 'accent'>, readonly [number, number, number]>;
  /** How much light comes from the lamp or window, from the sky or ceiling, and back from the floor. */
  key: readonly [number, number, number];
  sky: readonly [number, number, number];
  floor: readonly [number, number, number];
};

const linear = (v: number) => (v <= 10.31475 ? v / 3294.6 : ((v / 255 + 0.055) / 1.055) ** 2.4);
/** A colour of a screen (sRGB, IEC 61966-2-1) in linear light. */
export const linearOf = ([r, g, b]: Rgb): [number, number, number] => [linear(r), linear(g), linear(b)];
const hex = (text: string): [number, number, number] =>
  linearOf([1, 3, 5].map((at) => Number.parseInt(text.slice(at, at + 2), 16)) as Rgb);

/** The rooms of all views. */
export const roomOf: Record<RoomName, Room> = {
  light: {
    colours: {
      wall: hex('#f3efe8'),
      floor: hex('#c4b29a'),
      trim: hex('#f1eee8'),
      table: hex('#cfc2b1'),
      wood: hex('#b28c64'),
      ceramic: hex('#f4f1ea'),
      paper: hex('#efe9dd'),
      reverse: hex('#ebe6dc'),
      metal: hex('#8f8c88'),
    },
    key: [0.58, 0.565, 0.54],
    sky: [0.5, 0.505, 0.515],
    floor: [0.12, 0.11, 0.1],
  },
  dark: {
    colours: {
      wall: hex('#4a4550'),
      floor: hex('#3b2f2b'),
      trim: hex('#5a5560'),
      table: hex('#55463d'),
      wood: hex('#5d4331'),
      ceramic: hex('#e8e2d6'),
      paper: hex('#d8d0c2'),
      reverse: hex('#d3ccc0'),
      metal: hex('#7d7871'),
    },
    key: [0.74, 0.64, 0.5],
    sky: [0.19, 0.185, 0.215],
    floor: [0.04, 0.032, 0.026],
  },
};
