/** OKLab, B. Ottosson, "A perceptual color space for image processing", 2020; matrices of 2021-01-25. */

export type Rgb = [number, number, number];
export type Lab = [number, number, number];

const LINEAR = Float64Array.from({ length: 256 }, (_, i) => {
  const v = i / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
});

/** sRGB bytes to OKLab (L 0 to 1). */
export function oklabOf(r: number, g: number, b: number): Lab {
  const out: Lab = [0, 0, 0];
  oklabInto(r, g, b, out, 0, 1);
  return out;
}

/** The same, times `by`, put where it is wanted: for whole pictures. */
export function oklabInto(
  r: number,
  g: number,
  b: number,
  out: Float32Array | number[],
  o: number,
  by: number,
): void {
  const lr = LINEAR[r];
  const lg = LINEAR[g];
  const lb = LINEAR[b];
  const l = Math.cbrt(0.4122214708 * lr + 0.5363325363 * lg + 0.0514459929 * lb);
  const m = Math.cbrt(0.2119034982 * lr + 0.6806995451 * lg + 0.1073969566 * lb);
  const s = Math.cbrt(0.0883024619 * lr + 0.2817188376 * lg + 0.6299787005 * lb);
  out[o] = by * (0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s);
  out[o + 1] = by * (1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s);
  out[o + 2] = by * (0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s);
}

/** Straight-line distance in OKLab. */
export const labDistance = (p: Lab, q: Lab): number => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);

/** '#rrggbb' to bytes. The schema has already refused anything else. */
export function rgbOfHex(hex: string): Rgb {
  const v = Number.parseInt(hex.slice(1), 16);
  return [(v >> 16) & 255, (v >> 8) & 255, v & 255];
}

/** Bytes (rounded and clamped) to '#rrggbb'. */
export function hexOfRgb([r, g, b]: Rgb): string {
  const two = (v: number) =>
    Math.max(0, Math.min(255, Math.round(v)))
      .toString(16)
      .padStart(2, '0');
  return `#${two(r)}${two(g)}${two(b)}`;
}
