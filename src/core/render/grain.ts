import type { PixelPlan } from '../lattice';

/**
 * Textures that repeat with the block by construction: value noise whose nodes, and threads whose count, divide
 * the block evenly (Perlin, "An image synthesizer", 1985, on a torus). A texture is a function of the place in
 * print mm, so that screen and file carry the same one.
 */
export const GRAINS = ['paper', 'linen', 'brush', 'sponge'] as const;
export type GrainTexture = (typeof GRAINS)[number];

/** `sizeMm`: its features in print; `amount`: 0 to 1. */
export type GrainLayer = { texture: GrainTexture; sizeMm: number; amount: number };

/** `ink` lets the ground through the ink; `cloth` lightens and darkens all that is on the cloth. */
export type SceneGrain = { ink: GrainLayer | null; cloth: GrainLayer | null };

/** A node's value, -1 to 1, the same on every machine. */
function hash(i: number, j: number, seed: number): number {
  let h = Math.imul(i + 1, 0x9e3779b1) ^ Math.imul(j + 1, 0x85ebca6b) ^ Math.imul(seed + 1, 0xc2b2ae35);
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
  return ((h ^ (h >>> 15)) >>> 0) / 0x7fffffff - 1;
}

const ease = (t: number) => t * t * (3 - 2 * t);

/** One layer of value noise on the torus: gives the row at share `v` of the height, at given shares of the width. */
function noise(nx: number, ny: number, seed: number, us: Float64Array) {
  const left = Int32Array.from(us, (u) => Math.floor(u * nx) % nx);
  const part = Float64Array.from(us, (u) => ease(u * nx - Math.floor(u * nx)));
  const nodes = new Float64Array(nx + 1);
  return (v: number, add: Float64Array, weight: number) => {
    const y = v * ny;
    const j = Math.floor(y) % ny;
    const f = ease(y - Math.floor(y));
    for (let i = 0; i < nx; i++) {
      const top = hash(i, j, seed);
      nodes[i] = top + (hash(i, (j + 1) % ny, seed) - top) * f;
    }
    nodes[nx] = nodes[0];
    for (let x = 0; x < add.length; x++) {
      const a = nodes[left[x]];
      add[x] += weight * (a + (nodes[left[x] + 1] - a) * part[x]);
    }
  };
}

type Field = (v: number, out: Float64Array) => void;

/** How many features of a size divide a length evenly; `even` for threads that go over and under. */
const count = (mm: number, size: number, even = false) =>
  even ? Math.max(2, 2 * Math.round(mm / size / 2)) : Math.max(2, Math.round(mm / size));

function fieldOf(layer: GrainLayer, wide: number, high: number, us: Float64Array): Field {
  const { texture, sizeMm } = layer;
  const at = (kx: number, ky: number, seed: number) =>
    noise(count(wide, sizeMm * kx), count(high, sizeMm * ky), seed, us);
  switch (texture) {
    case 'paper': {
      const layers = [at(2, 2, 1), at(1, 1, 2), at(0.5, 0.5, 3)];
      return (v, out) => {
        for (const [k, add] of layers.entries()) add(v, out, [0.5, 0.7, 0.4][k]);
      };
    }
    case 'brush': {
      const layers = [at(14, 0.8, 4), at(30, 2, 5), at(3, 0.5, 6)];
      return (v, out) => {
        for (const [k, add] of layers.entries()) add(v, out, [0.7, 0.5, 0.35][k]);
      };
    }
    case 'sponge': {
      const layers = [at(1.6, 1.6, 7), at(0.7, 0.7, 8)];
      return (v, out) => {
        for (const add of layers) add(v, out, 0.8);
        for (let x = 0; x < out.length; x++) out[x] = Math.tanh(3 * (out[x] - 0.35));
      };
    }
    case 'linen': {
      const nx = count(wide, sizeMm, true);
      const ny = count(high, sizeMm, true);
      const slub = [at(24, 1, 9), at(1, 24, 10)];
      return (v, out) => {
        for (const add of slub) add(v, out, 0.45);
        const y = v * ny;
        const dy = 2 * Math.abs(y - Math.floor(y) - 0.5);
        for (let x = 0; x < out.length; x++) {
          const u = us[x] * nx;
          const dx = 2 * Math.abs(u - Math.floor(u) - 0.5);
          const over = (Math.floor(u) + Math.floor(y)) % 2 === 0;
          // The thread on top is light along its middle; the other dips under it.
          out[x] += (over ? 0.6 - dy * dy : 0.6 - dx * dx) * 0.9 - 0.1;
        }
      };
    }
  }
}

/** The finest step that is sampled, as a share of the features' size; coarser pixels are means of several. */
const FINE = 0.3;

/**
 * Rows of a grain at a plan's pixels: call with a row of the block, get the values across one block, about -1
 * to 1. The array is used again by the next call.
 */
export function grainRows(layer: GrainLayer, plan: PixelPlan): (row: number) => Float32Array {
  const { width, height } = plan.block;
  const wide = width / plan.scale.x;
  const high = height / plan.scale.y;
  const sub = Math.min(4, Math.max(1, Math.ceil(wide / width / (layer.sizeMm * FINE))));
  const us = Float64Array.from({ length: width * sub }, (_, k) => (k + 0.5) / (width * sub));
  const field = fieldOf(layer, wide, high, us);
  const line = new Float64Array(width * sub);
  const out = new Float32Array(width);
  return (row) => {
    out.fill(0);
    for (let s = 0; s < sub; s++) {
      line.fill(0);
      field((row * sub + s + 0.5) / (height * sub), line);
      for (let k = 0; k < line.length; k++) {
        const v = Math.min(1, Math.max(-1, line[k]));
        out[(k / sub) | 0] += v / (sub * sub);
      }
    }
    return out;
  };
}

/** How much of the ground shows through the ink at a grain value, 0 to 255. */
export const wearOf = (value: number, amount: number) => Math.round(ease((value + 1) / 2) * amount * 255);

/** How much black (below 0) or white (above 0) a grain value lays over the cloth, -255 to 255. */
export const shadeOf = (value: number, amount: number) => Math.round(value * amount * 0.45 * 255);
