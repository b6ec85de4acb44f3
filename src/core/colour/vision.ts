import { filterDeficiencyDeuter, filterDeficiencyProt, filterDeficiencyTrit } from 'culori';
import type { Rgb } from './oklab';

/** Eyes that tell fewer colours apart: without the cones for long, for middle, for short waves. */
export const EYE_KINDS = ['protan', 'deutan', 'tritan'] as const;
export type EyeKind = (typeof EYE_KINDS)[number];

const FILTERS = {
  protan: filterDeficiencyProt(1),
  deutan: filterDeficiencyDeuter(1),
  tritan: filterDeficiencyTrit(1),
};

/**
 * Rows of the matrix that turns linear RGB into what such eyes see. Machado, Oliveira, Fernandes, "A
 * Physiologically-based Model for Simulation of Color Vision Deficiency", 2009; figures by culori.
 */
export function eyeMatrix(kind: EyeKind): [number[], number[], number[]] {
  const columns = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ].map(([r, g, b]) => FILTERS[kind]({ mode: 'rgb', r, g, b }));
  return [columns.map((c) => c.r), columns.map((c) => c.g), columns.map((c) => c.b)];
}

const linear = (v: number) => (v <= 10.31475 ? v / 3294.6 : ((v / 255 + 0.055) / 1.055) ** 2.4);
const byte = (v: number) =>
  Math.round(255 * (v <= 0.0031308 ? Math.max(0, v) * 12.92 : 1.055 * Math.min(1, v) ** (1 / 2.4) - 0.055));

/** An sRGB colour as such eyes see it. */
export function seenBy(kind: EyeKind, rgb: Rgb): Rgb {
  const lin = rgb.map(linear);
  return eyeMatrix(kind).map((row) => byte(row.reduce((s, k, c) => s + k * lin[c], 0))) as Rgb;
}
