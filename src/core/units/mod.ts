/** The remainder of a division that is never negative: where `v` lies on a circle of length `n`. */
export const mod = (v: number, n: number): number => ((v % n) + n) % n;
